import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { SEAM_GRADES, turnsText, type BeliefSummary, type SeamGrade, type WorkWeight } from '@gantelet/core';
import type { TestSeamInput } from '@gantelet/contracts';
import { oneOf } from '../../shared/forms/one-of';
import { GRADE_WORDS } from '../../shared/words/tension-words';
import { STRIP_COUNTS, stripSettings, type StripCount } from './strip-plan';
import { CountedPipe } from '../../shared/widgets/locale.pipes';

/**
 * A ladder strip: several settings on one strip of the work, planned, printed with their numbers, judged in one go.
 */
/** A seam of a strip with its grade. */
export type JudgedSeam = Omit<TestSeamInput, 'sewnAt'>;

@Component({
  selector: 'gan-strip-sheet',
  imports: [CountedPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p class="no-print">
      Sew a hand's width at each setting on one strip of the same stack, loosest first, and mark the numbers
      on the strip.
    </p>
    <div class="plan no-print">
      <label
        >Settings
        <select
          #countField
          class="form-select"
          (change)="count.set(oneOf(counts, countField.value) ?? count())"
        >
          @for (one of counts; track one) {
            <option [value]="one" [selected]="one === count()">{{ one }}</option>
          }
        </select>
      </label>
      <button type="button" class="button small" (click)="print()">Print the strip</button>
    </div>
    <table>
      <caption>
        {{
          title()
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">No.</th>
          <th scope="col">Turns in from zero</th>
          <th scope="col">What the two sides look like</th>
        </tr>
      </thead>
      <tbody>
        @for (turns of settings(); track turns; let i = $index) {
          <tr>
            <th scope="row">{{ i + 1 }}</th>
            <td class="turns">{{ turnsText(turns) }}</td>
            <td>
              <select
                #gradeField
                class="form-select no-print"
                [attr.aria-label]="'What number ' + (i + 1) + ' shows'"
                (change)="judge(turns, oneOf(grades, gradeField.value))"
              >
                <option value="" [selected]="judged().get(turns) === undefined">not judged</option>
                @for (grade of grades; track grade) {
                  <option [value]="grade" [selected]="judged().get(turns) === grade">
                    {{ gradeWords[grade] }}
                  </option>
                }
              </select>
              <span class="line" aria-hidden="true"></span>
            </td>
          </tr>
        }
      </tbody>
    </table>
    <button
      type="button"
      class="button main no-print"
      [disabled]="busy() || judged().size < 2"
      (click)="log()"
    >
      Log {{ judged().size | counted: 'seam' }} of the strip
    </button>`,
  styles: `
    .plan {
      display: flex;
      gap: 12px;
      align-items: end;
      margin-bottom: 10px;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      margin-bottom: 12px;
    }
    caption {
      caption-side: top;
      font: 600 1rem var(--narrow);
      color: var(--ink);
      padding: 0 0 4px;
    }
    th,
    td {
      text-align: start;
      padding: 5px 8px 5px 0;
      border-bottom: 1px solid var(--rule);
    }
    .turns {
      font: 600 1.25rem var(--narrow);
    }
    .line {
      display: none;
    }
    @media print {
      td {
        height: 22mm;
      }
      .line {
        display: block;
        border-bottom: 1px dotted #000;
      }
    }
  `,
})
export class StripSheetComponent {
  protected readonly oneOf = oneOf;
  readonly title = input.required<string>();
  readonly summary = input.required<BeliefSummary>();
  readonly weight = input.required<WorkWeight>();
  readonly travelTurns = input.required<number>();
  readonly busy = input.required<boolean>();
  readonly logged = output<readonly JudgedSeam[]>();

  protected readonly counts = STRIP_COUNTS;
  protected readonly grades = SEAM_GRADES;
  protected readonly gradeWords = GRADE_WORDS;
  protected readonly turnsText = turnsText;
  protected readonly count = signal<StripCount>(5);
  protected readonly settings = computed(() => {
    const { meanTurns, widthTurns } = this.summary();
    return stripSettings(meanTurns, widthTurns, this.count(), this.weight(), this.travelTurns());
  });
  protected readonly judged = linkedSignal<ReadonlyMap<number, SeamGrade>>(() => {
    this.settings();
    return new Map();
  });

  protected judge(turns: number, grade: SeamGrade | null): void {
    const rest = [...this.judged()].filter(([other]) => other !== turns);
    this.judged.set(new Map(grade ? [...rest, [turns, grade]] : rest));
  }

  protected print(): void {
    window.print();
  }

  protected log(): void {
    const seams = this.settings().flatMap((turns): readonly JudgedSeam[] => {
      const grade = this.judged().get(turns);
      const plain = {
        bothTight: false,
        bobbinDrop: null,
        lockDepth: null,
        preTensionTurns: null,
        bobbinContrast: false,
      };
      return grade ? [{ turns, grade, ...plain }] : [];
    });
    this.logged.emit(seams);
  }
}
