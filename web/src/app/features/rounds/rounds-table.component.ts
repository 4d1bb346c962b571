import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { MoveOffer, RoundsPlanView, RoundsView } from '@gantelet/contracts';
import { needleText } from '../../shared/words/changeover-words';
import { moveCostText, shiftText } from '../../shared/words/rounds-words';
import type { PickedChange } from './rounds.state';

/** A plan as a table: a line for every change, which can be moved and pinned from here as well. */
@Component({
  selector: 'gan-rounds-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<table>
    <thead>
      <tr>
        <th scope="col">Shift</th>
        <th scope="col">Zone</th>
        <th scope="col">Machine</th>
        <th scope="col">Needle</th>
        <th scope="col">Move to</th>
        <th scope="col">Pinned</th>
      </tr>
    </thead>
    <tbody>
      @for (line of lines(); track line.key) {
        <tr>
          <td>{{ line.shiftText }}</td>
          <td>{{ line.zone }}</td>
          <td>{{ line.machine.name }}</td>
          <td>{{ line.needle }}</td>
          <td>
            @if (mayMove()) {
              @if (isPicked(line) && offers(); as offers) {
                <select
                  #shiftField
                  class="form-select"
                  [attr.aria-label]="'Move ' + line.machine.name"
                  (change)="moveTo(line, shiftField.value)"
                >
                  @for (offer of offers; track offer.shift) {
                    <option [value]="offer.shift" [selected]="offer.shift === line.shift">
                      {{ offerText(offer) }}
                    </option>
                  }
                  <option value="none">skip it</option>
                </select>
              } @else {
                <button type="button" class="button small" (click)="choose(line)">Other shifts</button>
              }
            }
          </td>
          <td>
            <input
              #pinnedField
              type="checkbox"
              class="form-check-input"
              [attr.aria-label]="'Pin ' + line.machine.name + ', ' + line.shiftText"
              [checked]="line.pinned"
              [disabled]="!mayMove()"
              (change)="
                pin.emit({
                  machineId: line.machine.id,
                  shift: line.shift,
                  pinned: pinnedField.checked,
                })
              "
            />
          </td>
        </tr>
      }
    </tbody>
  </table>`,
})
export class RoundsTableComponent {
  readonly plan = input.required<RoundsPlanView>();
  readonly zones = input.required<RoundsView['zones']>();
  readonly picked = input.required<PickedChange | null>();
  readonly offers = input.required<readonly MoveOffer[] | null>();
  readonly mayMove = input.required<boolean>();
  readonly money = input.required<(amount: number) => string>();
  readonly pick = output<PickedChange>();
  readonly move = output<{ readonly machineId: string; readonly from: number; readonly to: number | null }>();
  readonly pin = output<{ readonly machineId: string; readonly shift: number; readonly pinned: boolean }>();

  protected readonly lines = computed(() => {
    const { machines, shifts } = this.plan();
    return shifts.flatMap((shift, s) =>
      this.zones().flatMap((zone) =>
        machines
          .filter(({ zoneId, changes }) => zoneId === zone.id && changes.includes(s))
          .map((machine) => ({
            key: `${s} ${machine.id}`,
            shift: s,
            shiftText: shiftText(shift),
            zone: zone.name,
            machine,
            needle: machine.needle ? needleText(machine.needle) : '',
            pinned: machine.pinned.includes(s),
          })),
      ),
    );
  });

  protected isPicked({
    machine,
    shift,
  }: {
    readonly machine: { readonly id: string };
    readonly shift: number;
  }): boolean {
    return this.picked()?.machineId === machine.id && this.picked()?.from === shift;
  }

  protected choose({
    machine,
    shift,
  }: {
    readonly machine: { readonly id: string };
    readonly shift: number;
  }): void {
    this.pick.emit({ machineId: machine.id, from: shift });
  }

  protected moveTo(
    { machine, shift }: { readonly machine: { readonly id: string }; readonly shift: number },
    value: string,
  ): void {
    this.move.emit({ machineId: machine.id, from: shift, to: value === 'none' ? null : Number(value) });
  }

  protected offerText({ shift, cost, conflicts }: MoveOffer): string {
    const price = moveCostText(cost, this.money());
    const breaks = conflicts.length === 0 ? '' : ', breaks a limit';
    return `${shiftText(this.plan().shifts[shift]!)}: ${price}${breaks}`;
  }
}
