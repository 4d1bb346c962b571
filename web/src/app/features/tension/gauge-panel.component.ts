import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { ENOUGH_READINGS, turnsText, turnsToTension } from '@gantelet/core';
import type { GaugeReadingInput, LoggedGaugeReading } from '@gantelet/contracts';
import { TensionLineComponent } from '../../shared/drawings/tension-line.component';
import { typedNumber } from '../../shared/typed-number';
import { StandingComponent } from '../../shared/widgets/standing.component';

const PULLS = [0, 1, 2] as const;

/** What a turn of the knob is worth in cN on this machine and thread, from its own gauge readings, three pulls each. */
@Component({
  selector: 'gan-gauge-panel',
  imports: [StandingComponent, TensionLineComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Needle thread on the gauge</h2>
    <gan-tension-line [readings]="own()" [line]="line()" [travelTurns]="travelTurns()" />
    @if (line(); as fitted) {
      <p>
        At {{ turnsText(turns()) }} turns about {{ round(fitted.at(turns()).middleCn) }} cN, next reading
        {{ round(fitted.at(turns()).lowCn) }} to {{ round(fitted.at(turns()).highCn) }}
        <gan-standing standing="measured" source="line through this machine's readings with this thread" />
      </p>
    } @else {
      <p class="soft">
        {{ enough }} readings at different settings make a line of this machine's own with Tex {{ tex() }}.
      </p>
    }
    @if (mayLog()) {
      <div class="pulls">
        @for (pull of pullNumbers; track pull) {
          <label
            >Pull {{ pull + 1 }}, cN
            <input
              class="form-control"
              inputmode="decimal"
              [value]="pulls()[pull] ?? ''"
              (change)="setPull(pull, $event)"
            />
          </label>
        }
      </div>
      <button type="button" class="button small" [disabled]="busy() || mean() === null" (click)="log()">
        Log {{ mean() === null ? '' : round(mean()!) + ' cN ' }}at {{ turnsText(turns()) }} turns
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
  /** The setting the knob stands at. */
  readonly turns = input.required<number>();
  readonly travelTurns = input.required<number>();
  readonly mayLog = input.required<boolean>();
  readonly busy = input.required<boolean>();
  readonly logged = output<GaugeReadingInput>();

  protected readonly enough = ENOUGH_READINGS;
  protected readonly pullNumbers = PULLS;
  protected readonly turnsText = turnsText;
  /** Kept until the reading is logged, so that a refused one is not lost. */
  protected readonly pulls = linkedSignal<unknown, readonly (number | null)[]>({
    source: () => this.readings().length,
    computation: () => PULLS.map(() => null),
  });
  /** Another thread is another line: only readings of this size count. */
  protected readonly own = computed(() => this.readings().filter(({ tex }) => tex === this.tex()));
  protected readonly line = computed(() => turnsToTension(this.own()));
  protected readonly mean = computed(() => {
    const pulled = this.pulls().filter((pull) => pull !== null);
    return pulled.length === 0 ? null : pulled.reduce((sum, pull) => sum + pull, 0) / pulled.length;
  });

  protected round(cn: number): number {
    return Math.max(0, Math.round(cn));
  }

  protected setPull(index: number, event: Event): void {
    const cn = typedNumber(event, (typed) => typed > 0 && typed <= 5000);
    this.pulls.update((pulls) => pulls.map((pull, i) => (i === index ? cn : pull)));
  }

  protected log(): void {
    const tensionCn = this.mean();
    if (tensionCn === null) return;
    const pulls = this.pulls().filter((pull) => pull !== null).length;
    this.logged.emit({ turns: this.turns(), tensionCn, pulls, readAt: new Date().toISOString() });
  }
}
