import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import {
  averagePulls,
  BOBBIN_SCHOOLS,
  DROP_TEST_TELLS_TO_TEX,
  DROP_TESTS,
  type BobbinSchool,
} from '@gantelet/core';
import type { BobbinReadingInput, Device, InstrumentKind, StandInAsk } from '@gantelet/contracts';
import { BobbinBandComponent } from '../../shared/drawings/bobbin-band.component';
import { LiveReadingComponent } from '../../shared/live/live-reading.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { turnsWords } from '../../shared/words/changeover-words';
import { BOBBIN_SCHOOL_WORDS, bobbinText, DROP_WORDS } from '../../shared/words/tension-words';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import type { BobbinState } from './next-step';

/** A reading being entered. */
type Entry = Pick<BobbinReadingInput, 'screwTurns' | 'grams' | 'tensionCn' | 'outcome'>;
const NOTHING: Entry = { screwTurns: 0, grams: null, tensionCn: null, outcome: null };

/** The bobbin case: what to do about it by either school, its readings against the target, and logging one. */
@Component({
  selector: 'gan-bobbin-panel',
  imports: [
    NumberInputDirective,
    BobbinBandComponent,
    LiveReadingComponent,
    SignalMarkComponent,
    StandingComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Bobbin</h2>
    <p>{{ advice() }} <gan-standing standing="practice" source="drop test and two-step rule" /></p>
    <gan-bobbin-band [target]="state().target" [readings]="state().tensions" />
    <p class="soft">
      Rule-of-thumb target; could be half or double. <gan-standing standing="memory" />
      @if (tex() > tellsToTex) {
        Above Tex {{ tellsToTex }} the case alone is too light to tell: hang weights on it.
      }
    </p>
    @if (wearText(); as words) {
      <p><gan-signal shape="watch" /> {{ words }} <gan-standing standing="measured" /></p>
    }
    <fieldset>
      <legend>School</legend>
      @for (one of schools; track one) {
        <label class="check">
          <input
            type="radio"
            name="bobbin-school"
            class="form-check-input"
            [checked]="school() === one"
            (change)="schoolChange.emit(one)"
          />
          {{ schoolWords[one] }}
        </label>
      }
    </fieldset>
    @if (mayLog()) {
      <details>
        <summary>Log the bobbin</summary>
        <div class="fields">
          <label
            >Screw turned by
            <select
              #screwTurnsField
              class="form-select"
              [value]="entry().screwTurns"
              (change)="enter({ screwTurns: +screwTurnsField.value })"
            >
              @for (one of screwSteps; track one.turns) {
                <option [value]="one.turns" [selected]="one.turns === entry().screwTurns">
                  {{ one.words }}
                </option>
              }
            </select>
          </label>
          <label
            >Case and weights, g
            <input
              class="form-control"
              ganNumber
              unit="g"
              least="0.1"
              most="5000"
              placeholder="not weighed"
              [number]="entry().grams"
              (numberChange)="enter({ grams: $event })"
            />
          </label>
          <label
            >Gauge, cN
            <input
              class="form-control"
              ganNumber
              unit="cN"
              least="0.1"
              most="5000"
              placeholder="no gauge"
              [number]="entry().tensionCn"
              (numberChange)="enter({ tensionCn: $event })"
            />
          </label>
        </div>
        <div class="drops" role="group" aria-label="Read an instrument">
          @for (kind of kinds; track kind) {
            <button
              type="button"
              class="button small"
              [attr.aria-pressed]="live() === kind"
              (click)="read(kind)"
            >
              {{ kind === 'scale' ? 'Use a connected scale' : 'Use a connected gauge' }}
            </button>
          }
        </div>
        @if (live(); as kind) {
          <gan-live-reading [kind]="kind" [from]="devices()" [ask]="ask()" (settled)="take($event)" />
          @if (pulls().length > 0) {
            <p>{{ pullText() }}</p>
          }
        }
        <div class="drops" role="group" aria-label="Drop test">
          @for (drop of drops; track drop) {
            <button
              type="button"
              class="button small"
              [attr.aria-pressed]="entry().outcome === drop"
              (click)="enter({ outcome: entry().outcome === drop ? null : drop })"
            >
              {{ dropWords[drop] }}
            </button>
          }
        </div>
        <button type="button" class="button" [disabled]="busy() || reading() === null" (click)="log()">
          Log the bobbin
        </button>
      </details>
    }`,
  styles: `
    :host {
      display: block;
    }
    p,
    label {
      font-size: 0.9375rem;
    }
    fieldset legend {
      font: 600 0.9375rem var(--narrow);
    }
    .check {
      display: flex;
      gap: 8px;
      align-items: center;
      min-height: 36px;
    }
    .fields {
      display: grid;
      gap: 8px;
      margin-bottom: 8px;
    }
    .drops {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin-bottom: 10px;
    }
  `,
})
export class BobbinPanelComponent {
  readonly state = input.required<BobbinState>();
  readonly tex = input.required<number>();
  readonly school = input.required<BobbinSchool>();
  readonly mayLog = input.required<boolean>();
  readonly busy = input.required<boolean>();
  /** How many readings the case has. */
  readonly loggedCount = input.required<number>();
  readonly schoolChange = output<BobbinSchool>();
  readonly devices = input.required<readonly Device[]>();
  readonly logged = output<Omit<BobbinReadingInput, 'readAt'>>();

  protected readonly kinds: readonly InstrumentKind[] = ['tension-gauge', 'scale'];
  protected readonly live = signal<InstrumentKind | null>(null);
  /** Pulls on the gauge since it was opened. */
  protected readonly pulls = signal<readonly number[]>([]);
  protected readonly ask = computed((): StandInAsk =>
    this.live() === 'scale' ? { do: 'lay-bobbin-case' } : { do: 'pull-bobbin-thread', tex: this.tex() },
  );
  protected readonly pullText = computed(() => {
    const pulls = this.pulls();
    const { odd } = averagePulls(pulls);
    const each = pulls.map((cn) => Math.round(cn)).join(', ');
    const after = odd === null ? '' : ` Pull ${odd + 1} does not match the others: start again.`;
    return `Pulls: ${each} cN, averaged.${after}`;
  });
  protected readonly wearText = computed(() => {
    const { wear } = this.state();
    if (!wear) return null;
    const lost = `${Math.round(100 * wear.lostShare)} % in ${Math.round(wear.days)} days`;
    return `The spring is losing tension: ${lost} over ${wear.readings} readings, with the screw not turned. Clean under it; if it goes on, replace it.`;
  });

  protected readonly schools = BOBBIN_SCHOOLS;
  protected readonly schoolWords = BOBBIN_SCHOOL_WORDS;
  protected readonly drops = DROP_TESTS;
  protected readonly dropWords = DROP_WORDS;
  protected readonly tellsToTex = DROP_TEST_TELLS_TO_TEX;
  protected readonly screwSteps = [-0.5, -0.25, -0.125, 0, 0.125, 0.25, 0.5].map((turns) => ({
    turns,
    words: turns === 0 ? 'not turned' : `${turnsWords(Math.abs(turns))} ${turns > 0 ? 'tighter' : 'looser'}`,
  }));
  /** Kept until the reading is logged, so that a refused one is not lost. */
  protected readonly entry = linkedSignal<number, Entry>({
    source: () => this.loggedCount(),
    computation: () => NOTHING,
  });
  protected readonly advice = computed(() => bobbinText(this.state().advice));
  /** The entry as one reading; null if it is empty or contradicts itself. */
  protected readonly reading = computed((): Omit<BobbinReadingInput, 'readAt'> | null => {
    const entry = this.entry();
    const { screwTurns, grams, tensionCn, outcome } = entry;
    if (tensionCn !== null) return grams === null && outcome === null ? { ...entry, method: 'gauge' } : null;
    if (grams !== null) return outcome === null ? null : { ...entry, method: 'weight' };
    if (outcome !== null) return { ...entry, method: 'drop' };
    return screwTurns === 0 ? null : { ...entry, method: 'screw' };
  });

  protected enter(change: Partial<Entry>): void {
    this.entry.update((entry) => ({ ...entry, ...change }));
  }

  /** Opens or closes an instrument. */
  protected read(kind: InstrumentKind): void {
    this.live.set(this.live() === kind ? null : kind);
    this.pulls.set([]);
  }

  protected take(value: number): void {
    if (this.live() === 'scale') {
      this.enter({ grams: Math.round(100 * value) / 100 });
      return;
    }
    this.pulls.update((pulls) => [...pulls, value].slice(-3));
    this.enter({ tensionCn: Math.round(10 * averagePulls(this.pulls()).meanCn) / 10 });
  }

  protected log(): void {
    const reading = this.reading();
    if (!reading) return;
    this.logged.emit(reading);
    this.pulls.set([]);
  }
}
