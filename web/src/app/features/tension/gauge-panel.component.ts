import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { averagePulls, ENOUGH_READINGS, PULLS_PER_READING, inTurns, turnsToTension } from '@gantelet/core';
import type { Device, GaugeReadingInput, LoggedGaugeReading, StandInAsk } from '@gantelet/contracts';
import { TensionLineComponent } from '../../shared/charts/tension-line.component';
import { LiveReadingComponent } from '../../shared/live/live-reading.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';

const PULLS = Array.from({ length: PULLS_PER_READING }, (_, i) => i);

/**
 * What a turn of the knob is worth in cN on this machine and thread, from its own gauge readings, three pulls each.
 */
@Component({
  selector: 'gan-gauge-panel',
  imports: [
    NumberInputDirective,
    LiveReadingComponent,
    SignalMarkComponent,
    StandingComponent,
    TensionLineComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Needle thread on the gauge</h2>
    @if (own().length > 0) {
      <gan-tension-line [readings]="own()" [line]="line()" [travelTurns]="travelTurns()" />
    }
    @if (line(); as fitted) {
      <p>
        At {{ inTurns(turns()) }} about {{ round(fitted.at(turns()).middleCn) }} cN, next reading
        {{ round(fitted.at(turns()).lowCn) }} to {{ round(fitted.at(turns()).highCn) }}
        <gan-standing standing="measured" source="line through this machine's readings with this thread" />
      </p>
    } @else {
      <p class="soft">
        {{ enough }} readings at different settings give this machine its own line for Tex {{ tex() }}.
      </p>
    }
    @if (mayLog()) {
      @if (live()) {
        <gan-live-reading kind="tension-gauge" [from]="devices()" [ask]="ask()" (settled)="take($event)" />
      }
      <div class="pulls">
        @for (pull of pullNumbers; track pull) {
          <label
            >Pull {{ pull + 1 }}, cN
            <input
              class="form-control"
              ganNumber
              unit="cN"
              least="0.1"
              most="5000"
              [number]="pulls()[pull] ?? null"
              (numberChange)="setPull(pull, $event)"
            />
          </label>
        }
      </div>
      @if (odd() !== null) {
        <p><gan-signal shape="watch" /> Pull {{ odd()! + 1 }} does not match the others. Pull it again.</p>
      }
      <button type="button" class="button small" [disabled]="busy() || !averaged()" (click)="log()">
        Log {{ averaged() ? round(averaged()!.meanCn) + ' cN ' : '' }}at {{ inTurns(turns()) }}
      </button>
      <button type="button" class="button small" [attr.aria-pressed]="live()" (click)="live.set(!live())">
        {{ live() ? 'Type the pulls' : 'Use a connected gauge' }}
      </button>
    }`,
  styles: `
    :host {
      display: block;
      margin-bottom: 12px;
    }
    p {
      font-size: 0.9375rem;
      margin-bottom: 6px;
    }
    .pulls {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: 8px;
      margin-bottom: 8px;
    }
    label {
      font-size: 0.875rem;
    }
  `,
})
export class GaugePanelComponent {
  readonly readings = input.required<readonly LoggedGaugeReading[]>();
  readonly tex = input.required<number>();
  /** The present setting of the knob. */
  readonly turns = input.required<number>();
  readonly travelTurns = input.required<number>();
  readonly mayLog = input.required<boolean>();
  readonly busy = input.required<boolean>();
  readonly devices = input.required<readonly Device[]>();
  /** What a stand-in gauge is asked to pull. */
  readonly ask = input.required<StandInAsk>();
  readonly logged = output<Omit<GaugeReadingInput, 'readAt'>>();

  protected readonly live = signal(false);

  protected readonly enough = ENOUGH_READINGS;
  protected readonly pullNumbers = PULLS;
  protected readonly inTurns = inTurns;
  /** Kept until the reading is logged, so that a refused one is not lost. */
  protected readonly pulls = linkedSignal<unknown, readonly (number | null)[]>({
    source: () => this.readings().length,
    computation: () => PULLS.map(() => null),
  });
  /** Another thread has another line: only readings of this size count. */
  protected readonly own = computed(() => this.readings().filter(({ tex }) => tex === this.tex()));
  protected readonly line = computed(() => turnsToTension(this.own()));
  private readonly pulled = computed(() => this.pulls().filter((pull) => pull !== null));
  protected readonly averaged = computed(() =>
    this.pulled().length === 0 ? null : averagePulls(this.pulled()),
  );

  protected readonly odd = computed(() => this.averaged()?.odd ?? null);

  protected round(cn: number): number {
    return Math.max(0, Math.round(cn));
  }

  protected setPull(index: number, cn: number | null): void {
    this.pulls.update((pulls) => pulls.map((pull, i) => (i === index ? cn : pull)));
  }

  /** A pull from the gauge fills a missing one, or else replaces an odd one. */
  protected take(cn: number): void {
    const pulls = this.pulls();
    const free = pulls.indexOf(null);
    const place = free >= 0 ? free : this.odd();
    if (place === null || cn <= 0) return;
    this.pulls.set(pulls.map((pull, i) => (i === place ? Math.round(10 * cn) / 10 : pull)));
  }

  protected log(): void {
    const averaged = this.averaged();
    if (!averaged) return;
    this.logged.emit({ turns: this.turns(), tensionCn: averaged.meanCn, pulls: this.pulled().length });
  }
}
