import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { freePocket, sameNeedle, worthAgain, type FragmentCount, type RemovalCause } from '@gantelet/core';
import type { FloorMachine, NeedleChoice, NeedleLot, NeedleSwap, PartUsedNeedle } from '@gantelet/contracts';
import { needleText } from '../../shared/words/changeover-words';

/** What comes out and what goes in at the needle's step of a changeover: one tap on what became of the old one logs both. */
@Component({
  selector: 'gan-needle-swap',
  imports: [DatePipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (alreadyIn()) {
      <p>{{ needleText(wanted()) }} is in the machine already.</p>
      <div class="acts">
        <button type="button" class="button main" [disabled]="busy()" (click)="said.emit(null)">
          It is in, step done
        </button>
      </div>
    } @else {
      <p class="soft">
        In the machine:
        {{ machine().needle ? needleText(machine().needle!) : 'no needle logged' }}
      </p>
      @if (again().length > 0) {
        <div class="choices" role="radiogroup" aria-label="New or part-used">
          <label>
            <input
              type="radio"
              name="swap-from"
              class="form-check-input"
              [checked]="partUsed() === null"
              (change)="partUsed.set(null)"
            />
            A new needle
          </label>
          @for (kept of again(); track kept.id) {
            <label>
              <input
                type="radio"
                name="swap-from"
                class="form-check-input"
                [checked]="partUsed()?.id === kept.id"
                (change)="partUsed.set(kept)"
              />
              Pocket {{ kept.pocket }}: {{ kept.runningHours.toFixed(1) }} h in
              {{ kept.setupName ?? kept.machineName }}
            </label>
          }
        </div>
      }
      @if (ownLots().length > 0 && partUsed() === null) {
        <label class="lot">
          Lot
          <select class="form-select" (change)="lotId.set(lotChoice.value || null)" #lotChoice>
            @for (lot of ownLots(); track lot.id) {
              <option [value]="lot.id" [selected]="lot.id === lotId()">
                {{ lot.code }}, from {{ lot.receivedAt | date: 'd MMM' }}
              </option>
            }
            <option value="" [selected]="lotId() === null">not known</option>
          </select>
        </label>
      }
      @if (machine().needle === null) {
        <div class="acts">
          <button type="button" class="button main" [disabled]="busy()" (click)="say('changeover', 'whole')">
            Needle is in
          </button>
        </div>
      } @else {
        <p><strong>New needle in. The old one:</strong></p>
        <div class="acts">
          <button
            type="button"
            class="button main"
            [disabled]="busy()"
            (click)="say('changeover', 'whole', pocket())"
          >
            Keep in pocket {{ pocket() }}
          </button>
          <button type="button" class="button" [disabled]="busy()" (click)="say('changeover', 'whole')">
            Sharps box
          </button>
          <button type="button" class="button" [disabled]="busy()" (click)="say('wear', 'whole')">
            Worn, sharps box
          </button>
          <button type="button" class="button act" [disabled]="busy()" (click)="say('accident', 'all-found')">
            Broken, all pieces found
          </button>
          <button type="button" class="button act" [disabled]="busy()" (click)="say('accident', 'missing')">
            Broken, piece missing
          </button>
        </div>
      }
    }`,
  styles: `
    .acts {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
    .acts .button {
      min-height: 52px;
      justify-content: center;
    }
    .act {
      border-color: var(--act);
      color: var(--act);
    }
    .choices label,
    .lot {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 48px;
    }
    p {
      margin-bottom: 8px;
    }
  `,
})
export class NeedleSwapComponent {
  readonly machine = input.required<FloorMachine>();
  /** The needle the set-up asks for. */
  readonly wanted = input.required<NeedleChoice>();
  readonly kept = input<readonly PartUsedNeedle[]>([]);
  readonly lots = input<readonly NeedleLot[]>([]);
  readonly busy = input.required<boolean>();
  /** Null when the right needle is in already. */
  readonly said = output<NeedleSwap | null>();

  protected readonly needleText = needleText;
  protected readonly alreadyIn = computed(() => {
    const { needle } = this.machine();
    return needle !== null && sameNeedle(needle, this.wanted());
  });
  protected readonly again = computed(() =>
    worthAgain(this.kept(), this.wanted(), this.machine().planned.hours),
  );
  /** The needle that was put by for this work goes in again, unless somebody says otherwise. */
  protected readonly partUsed = linkedSignal<PartUsedNeedle | null>(() => this.again()[0] ?? null);
  protected readonly ownLots = computed(() =>
    this.lots().filter(({ needle }) => sameNeedle(needle, this.wanted())),
  );
  protected readonly lotId = linkedSignal(() => this.ownLots()[0]?.id ?? null);
  protected readonly pocket = computed(() => freePocket(this.kept()));

  protected say(cause: RemovalCause, fragments: FragmentCount, keptInPocket: number | null = null): void {
    const partUsed = this.partUsed();
    this.said.emit({
      removesInstallId: this.machine().needle?.installId ?? null,
      cause,
      fragments,
      needle: this.wanted(),
      lotId: partUsed === null ? this.lotId() : null,
      keptInPocket,
      partUsedId: partUsed?.id ?? null,
    });
  }
}
