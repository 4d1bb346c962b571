import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { freePocket, sameNeedle, type FragmentCount, type RemovalCause } from '@gantelet/core';
import type { FloorMachine, NeedleChoice, NeedleLot, NeedleSwap, PartUsedNeedle } from '@gantelet/contracts';
import { needleSource } from '../../shared/widgets/needle-source';
import { NeedleSourceComponent } from '../../shared/widgets/needle-source.component';
import { needleText } from '../../shared/words/changeover-words';

/**
 * What comes out and what goes in at the needle step of a changeover: one tap on what became of the old needle logs
 * both.
 */
@Component({
  selector: 'gan-needle-swap',
  imports: [NeedleSourceComponent],
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
      <gan-needle-source [source]="source" />
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
    p {
      margin-bottom: 8px;
    }
  `,
})
export class NeedleSwapComponent {
  readonly machine = input.required<FloorMachine>();
  /** The needle the set-up calls for. */
  readonly wanted = input.required<NeedleChoice>();
  readonly kept = input<readonly PartUsedNeedle[]>([]);
  readonly lots = input<readonly NeedleLot[]>([]);
  readonly busy = input.required<boolean>();
  /** Null when the right needle is already in. */
  readonly said = output<NeedleSwap | null>();

  protected readonly needleText = needleText;
  protected readonly alreadyIn = computed(() => {
    const { needle } = this.machine();
    return needle !== null && sameNeedle(needle, this.wanted());
  });
  protected readonly source = needleSource(
    computed(() => ({
      needle: this.wanted(),
      kept: this.kept(),
      lots: this.lots(),
      plannedHours: this.machine().planned.hours,
      keptFirst: true,
    })),
  );
  protected readonly pocket = computed(() => freePocket(this.kept()));

  protected say(cause: RemovalCause, fragments: FragmentCount, keptInPocket: number | null = null): void {
    this.said.emit({
      removesInstallId: this.machine().needle?.installId ?? null,
      cause,
      fragments,
      needle: this.wanted(),
      lotId: this.source.lotId(),
      keptInPocket,
      partUsedId: this.source.partUsed()?.id ?? null,
    });
  }
}
