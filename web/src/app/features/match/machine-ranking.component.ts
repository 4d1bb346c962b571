import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { MachineAnswer, MachineRanking } from '@gantelet/core';
import type { Machine, Setup } from '@gantelet/contracts';
import { Preferences } from '../../shared/preferences';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { BAND_WORDS, harmText, refusalText } from '../../shared/words/match-words';
import { shortNumber } from '../../shared/locale';
import { needleSizeText } from '../../shared/words/units-text';
import { CountedPipe } from '../../shared/widgets/locale.pipes';

/** Which of the shop's machines to put the work on: by fit and by changeover minutes. */
@Component({
  selector: 'gan-machine-ranking',
  imports: [CountedPipe, SignalMarkComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (rows()[0]; as best) {
      <h1>
        @if (best.harm; as harm) {
          No machine here should sew this&ngsp;
          <span class="line">Nearest: {{ best.machine.name }} with {{ best.size }}, {{ harm }}</span>
        } @else {
          {{ best.machine.name }}&ngsp;
          <span class="line"
            >{{ best.size }}, {{ best.answer.needle.point.name }};
            {{
              best.answer.changeover.steps.length === 0
                ? 'already set up'
                : 'about ' + minutes(best.answer) + ' min to change over'
            }}</span
          >
        }
      </h1>
      <hr class="stitch" />
      <p>
        Ranked by needle fit and by the changeover from each machine's present set-up.
        <gan-standing
          standing="assumption"
          source="minutes of each step and their weight are values of the Catalogue"
        />
        Preference: {{ school() }}.
      </p>
      <table>
        <caption class="visually-hidden">
          Machines for this job, best first
        </caption>
        <thead>
          <tr>
            <th scope="col">Machine</th>
            <th scope="col">Needle</th>
            <th scope="col">
              Eye <gan-standing standing="fitted" source="bands fitted to judgements of common practice" />
            </th>
            <th scope="col">Change over</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.machine.id) {
            <tr>
              <th scope="row">
                {{ row.machine.name }} <small>{{ row.machine.zone.name }}</small>
              </th>
              <td>
                {{ row.size }}
                <small>{{ row.answer.needle.point.name }}, {{ row.answer.needle.system.id }}</small>
              </td>
              <td>
                @if (row.harm; as harm) {
                  <gan-signal shape="act" /> {{ harm }}
                } @else {
                  {{ bandWords[row.answer.needle.fit.band] }}
                }
              </td>
              <td>
                {{
                  row.answer.changeover.steps.length === 0 ? 'already set up' : minutes(row.answer) + ' min'
                }}
                <small>{{ row.from }}</small>
              </td>
              <td>
                <button type="button" class="button small" (click)="taken.emit(row.answer)">
                  {{ row.harm ? 'See why' : 'Use this machine' }}
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
    } @else {
      <h1>No machine here can sew this</h1>
      <hr class="stitch" />
    }
    @if (refused().length > 0) {
      <details>
        <summary>{{ refused().length | counted: 'machine' }} cannot sew it, and why</summary>
        <ul>
          @for (one of refused(); track one.name) {
            <li>
              <strong>{{ one.name }}</strong> {{ one.why }}
            </li>
          }
        </ul>
      </details>
    }`,
  styleUrl: './ranking-table.scss',
})
export class MachineRankingComponent {
  readonly ranking = input.required<MachineRanking>();
  readonly machines = input.required<readonly Machine[]>();
  readonly setups = input.required<readonly Setup[]>();
  /** The school that the answer follows, in words. */
  readonly school = input.required<string>();
  readonly taken = output<MachineAnswer>();
  private readonly preferences = inject(Preferences);

  protected readonly bandWords = BAND_WORDS;
  private readonly byId = computed(() => new Map(this.machines().map((machine) => [machine.id, machine])));
  protected readonly rows = computed(() =>
    this.ranking().ranked.map((answer) => {
      const machine = this.byId().get(answer.machineId)!;
      const present = this.setups().find(({ id }) => id === machine.presentSetupId);
      const { first, second } = needleSizeText(answer.needle.size.nm, this.preferences.unitOrder());
      return {
        answer,
        machine,
        harm: harmText(answer.needle),
        size: `${first} / ${second}`,
        from: present ? `from ${present.name}` : 'no set-up on it',
      };
    }),
  );
  protected readonly refused = computed(() =>
    this.ranking().refused.map(({ machineId, refusals }) => ({
      name: this.byId().get(machineId)?.name ?? '',
      why: refusals.map(refusalText).join(' '),
    })),
  );

  protected minutes({ changeover }: MachineAnswer): string {
    return shortNumber(changeover.minutes, 0);
  }
}
