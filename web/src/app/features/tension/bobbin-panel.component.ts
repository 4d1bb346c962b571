import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { DROP_TEST_TELLS_TO_TEX, DROP_TESTS, type BobbinSchool } from '@gantelet/core';
import type { BobbinReadingInput } from '@gantelet/contracts';
import { BobbinBandComponent } from '../../shared/drawings/bobbin-band.component';
import { typedNumber } from '../../shared/typed-number';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { BOBBIN_SCHOOL_WORDS, bobbinText, DROP_WORDS } from '../../shared/words/tension-words';
import type { BobbinState } from './next-step';

const SCHOOLS: readonly BobbinSchool[] = ['leave-bobbin', 'bobbin-first'];

/** What is typed of a reading. */
type Entry = Pick<BobbinReadingInput, 'screwTurns' | 'grams' | 'tensionCn' | 'outcome'>;
const NOTHING: Entry = { screwTurns: 0, grams: null, tensionCn: null, outcome: null };

/** The bobbin case: what to do about it by either school, its readings against what is aimed at, and logging one. */
@Component({
  selector: 'gan-bobbin-panel',
  imports: [BobbinBandComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Bobbin</h2>
    <p>{{ advice() }} <gan-standing standing="practice" source="drop test and two-step rule" /></p>
    <gan-bobbin-band [target]="state().target" [readings]="state().tensions" />
    <p class="soft">
      Aimed at by memory, right within a factor of two <gan-standing standing="memory" />. A falling row of
      readings at one screw setting shows a worn spring.
      @if (tex() > tellsToTex) {
        Above Tex {{ tellsToTex }} the case alone is only a lower bound: hang weights on it.
      }
    </p>
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
              class="form-select"
              [value]="entry().screwTurns"
              (change)="enter({ screwTurns: +valueOf($event) })"
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
              inputmode="decimal"
              placeholder="not weighed"
              [value]="entry().grams ?? ''"
              (change)="enter({ grams: numberOf($event) })"
            />
          </label>
          <label
            >Gauge, cN
            <input
              class="form-control"
              inputmode="decimal"
              placeholder="no gauge"
              [value]="entry().tensionCn ?? ''"
              (change)="enter({ tensionCn: numberOf($event) })"
            />
          </label>
        </div>
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
    summary {
      cursor: pointer;
      min-height: 40px;
      text-decoration: underline;
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
    [aria-pressed='true'] {
      background: var(--ink);
      color: var(--card);
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
  readonly logged = output<BobbinReadingInput>();

  protected readonly schools = SCHOOLS;
  protected readonly schoolWords = BOBBIN_SCHOOL_WORDS;
  protected readonly drops = DROP_TESTS;
  protected readonly dropWords = DROP_WORDS;
  protected readonly tellsToTex = DROP_TEST_TELLS_TO_TEX;
  protected readonly screwSteps = [-0.5, -0.25, -0.125, 0, 0.125, 0.25, 0.5].map((turns) => ({
    turns,
    words: turns === 0 ? 'not turned' : `${Math.abs(turns)} turn ${turns > 0 ? 'tighter' : 'looser'}`,
  }));
  /** Kept until the reading is logged, so that a refused one is not lost. */
  protected readonly entry = linkedSignal<number, Entry>({
    source: () => this.loggedCount(),
    computation: () => NOTHING,
  });
  protected readonly advice = computed(() => bobbinText(this.state().advice));
  /** What is entered as one reading; null while it says nothing, or two things at once. */
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

  protected valueOf(event: Event): string {
    return (event.target as HTMLInputElement | HTMLSelectElement).value;
  }

  protected numberOf(event: Event): number | null {
    return typedNumber(event, (typed) => typed > 0 && typed <= 5000);
  }

  protected log(): void {
    const reading = this.reading();
    if (!reading) return;
    this.logged.emit({ ...reading, readAt: new Date().toISOString() });
  }
}
