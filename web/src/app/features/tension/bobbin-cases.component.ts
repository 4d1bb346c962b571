import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { CASE_LATCHES, SETTING_SCREWS, type CaseLatch, type SettingScrew } from '@gantelet/core';
import { BobbinCaseEntry, type BobbinCaseChange, type BobbinCaseView } from '@gantelet/contracts';
import { LeafDrawingComponent } from '../../shared/drawings/leaf-drawing.component';
import { complaintsOf, zodValidator } from '../../shared/forms/zod-form';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import {
  betterCase,
  caseName,
  caseSetText,
  caseWarning,
  LATCH_WORDS,
  SETTING_SCREW_WORDS,
  resetsText,
  theCase,
} from '../../shared/words/bobbin-case-words';

/** A revised case. */
export interface RevisedCase {
  readonly caseId: string;
  readonly change: BobbinCaseChange;
}

interface FormValue {
  readonly mark: string;
  readonly latch: CaseLatch;
  readonly slotMostTex: number | null;
  readonly settingScrew: SettingScrew | '';
  readonly note: string;
  readonly thrownAway: boolean;
}

const NEW: FormValue = {
  mark: '',
  latch: 'smooth',
  slotMostTex: null,
  settingScrew: '',
  note: '',
  thrownAway: false,
};

/** A machine's bobbin cases: which one is in, which is already set for this thread, and what using it saves. */
@Component({
  selector: 'gan-bobbin-cases',
  imports: [
    LeafDrawingComponent,
    NumberInputDirective,
    ReactiveFormsModule,
    SignalMarkComponent,
    StandingComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Bobbin case</h2>
    @if (present(); as one) {
      <p>{{ name(one) }} is {{ one.id === null ? '' : 'in: ' }}{{ setText(one) }}.</p>
    }
    @if (present()?.settingScrew; as screw) {
      <gan-leaf-drawing [screw]="screw" />
    }
    @if (warning(); as words) {
      <p role="alert"><gan-signal shape="stop" /> {{ words }}</p>
    }
    @if (better(); as one) {
      <p class="better">
        <gan-signal shape="good" /> {{ name(one) }} is {{ setText(one) }}.
        @if (mayLog()) {
          <button type="button" class="button small" [disabled]="busy()" (click)="putIn.emit(one.id!)">
            Put {{ theCase(one) }} in
          </button>
        }
      </p>
    }
    @if (resets(); as words) {
      <p>{{ words }} <gan-standing standing="practice" source="one bobbin case for each thread size" /></p>
    }
    @if (mayLog()) {
      <details #cases [open]="editing() !== null" (toggle)="toggled(cases.open)">
        <summary>Bobbin cases of this machine: {{ marked().length || 'not marked' }}</summary>
        <ul>
          @for (one of marked(); track one.id) {
            <li>
              <strong>{{ one.mark }}</strong> {{ one.isIn ? '(in)' : '' }} {{ setText(one) }};
              {{ latchWords[one.latch] }}{{ one.note ? '; ' + one.note : '' }}
              <span class="acts">
                @if (!one.isIn && one.latch !== 'springs-open') {
                  <button
                    type="button"
                    class="button small"
                    [disabled]="busy()"
                    (click)="putIn.emit(one.id!)"
                  >
                    Put in
                  </button>
                }
                <button
                  type="button"
                  class="button small"
                  [attr.aria-label]="'Edit case ' + one.mark"
                  (click)="edit(one)"
                >
                  Edit
                </button>
              </span>
            </li>
          }
        </ul>
        @if (marked().length === 0) {
          <p class="soft">
            Start with the case that is in the machine. Engrave a letter or number on it, or dab it with
            paint.
          </p>
        }
        <form
          [formGroup]="form"
          (ngSubmit)="save()"
          [attr.aria-label]="editing() ? 'Edit case' : 'Add a case'"
        >
          <label>Mark on the case <input class="form-control" maxlength="40" formControlName="mark" /></label>
          <label>
            Latch
            <select class="form-select" formControlName="latch">
              @for (one of latches; track one) {
                <option [value]="one">{{ latchWords[one] }}</option>
              }
            </select>
          </label>
          <label>
            Thickest thread that slips into its slot, Tex
            <input
              class="form-control"
              ganNumber
              least="5"
              most="2000"
              placeholder="not tried"
              formControlName="slotMostTex"
            />
          </label>
          <label>
            Screw that sets the leaf
            <select class="form-select" formControlName="settingScrew">
              <option value="">not checked</option>
              @for (one of screws; track one) {
                <option [value]="one">{{ screwWords[one] }}</option>
              }
            </select>
          </label>
          <label>Note <input class="form-control" maxlength="300" formControlName="note" /></label>
          @if (editing(); as one) {
            @if (!one.isIn) {
              <label class="check">
                <input type="checkbox" class="form-check-input" formControlName="thrownAway" /> Thrown away
              </label>
            }
          }
          @for (complaint of complaints(); track $index) {
            <p class="field-problem">{{ complaint }}</p>
          }
          <div class="acts">
            <button type="submit" class="button small" [disabled]="form.invalid || busy()">
              {{ editing() ? 'Save the case' : 'Add the case' }}
            </button>
            @if (editing()) {
              <button type="button" class="button small" (click)="clear()">Cancel</button>
            }
          </div>
        </form>
      </details>
    }
  `,
  styles: `
    p,
    label,
    li {
      font-size: 0.9375rem;
    }
    .better .button {
      margin-left: 6px;
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0 0 8px;
    }
    li {
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
    }
    form {
      display: grid;
      gap: 8px;
      margin-bottom: 10px;
    }
    .acts {
      display: inline-flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .check {
      display: flex;
      gap: 8px;
      align-items: center;
      min-height: 44px;
    }
  `,
})
export class BobbinCasesComponent {
  readonly cases = input.required<readonly BobbinCaseView[]>();
  readonly tex = input.required<number>();
  readonly mayLog = input.required<boolean>();
  readonly busy = input.required<boolean>();
  /** Steps on the size ladder from which another case is worth using. */
  readonly worthSteps = input.required<number>();
  /** Minutes it takes to find the screw setting again. */
  readonly resetMinutes = input.required<number>();
  readonly putIn = output<string>();
  readonly added = output<BobbinCaseEntry>();
  readonly revised = output<RevisedCase>();

  protected readonly name = caseName;
  protected readonly theCase = theCase;
  protected readonly setText = caseSetText;
  protected readonly latches = CASE_LATCHES;
  protected readonly latchWords = LATCH_WORDS;
  protected readonly screws = SETTING_SCREWS;
  protected readonly screwWords = SETTING_SCREW_WORDS;
  protected readonly present = computed(() => this.cases().find(({ isIn }) => isIn) ?? null);
  protected readonly marked = computed(() => this.cases().filter(({ id }) => id !== null));
  protected readonly better = computed(() => betterCase(this.cases(), this.tex(), this.worthSteps()));
  protected readonly warning = computed(() => caseWarning(this.cases(), this.tex()));
  protected readonly resets = computed(() => resetsText(this.cases(), this.resetMinutes()));
  /** The case being edited in the form; null for a new one. */
  protected readonly editing = signal<BobbinCaseView | null>(null);

  protected readonly form = new FormGroup(
    {
      mark: new FormControl(NEW.mark, { nonNullable: true }),
      latch: new FormControl(NEW.latch, { nonNullable: true }),
      slotMostTex: new FormControl(NEW.slotMostTex),
      settingScrew: new FormControl(NEW.settingScrew, { nonNullable: true }),
      note: new FormControl(NEW.note, { nonNullable: true }),
      thrownAway: new FormControl(NEW.thrownAway, { nonNullable: true }),
    },
    { validators: zodValidator(BobbinCaseEntry, entryOf) },
  );
  protected readonly complaints = complaintsOf(this.form);

  constructor() {
    // The form is cleared once the machine's cases include the entry.
    effect(() => {
      const marked = this.marked();
      const { mark } = untracked(() => this.form.getRawValue());
      const editing = untracked(this.editing);
      const written = editing
        ? marked.find(({ id }) => id === editing.id)?.version !== editing.version
        : marked.some((one) => one.mark === mark.trim());
      if (written) this.clear();
    });
  }

  protected toggled(open: boolean): void {
    if (!open) this.clear();
  }

  protected edit(one: BobbinCaseView): void {
    const { latch, slotMostTex, settingScrew, note } = one;
    this.editing.set(one);
    this.form.reset({
      ...{ mark: one.mark ?? '', latch, slotMostTex, note, thrownAway: false },
      settingScrew: settingScrew ?? '',
    });
  }

  protected clear(): void {
    this.editing.set(null);
    this.form.reset(NEW);
  }

  protected save(): void {
    if (this.form.invalid) return;
    const value = this.form.getRawValue();
    const editing = this.editing();
    if (editing === null) this.added.emit(entryOf(value));
    else {
      const change = { ...entryOf(value), version: editing.version, thrownAway: value.thrownAway };
      this.revised.emit({ caseId: editing.id!, change });
    }
  }
}

function entryOf({ mark, latch, slotMostTex, settingScrew, note }: FormValue): BobbinCaseEntry {
  return { mark: mark.trim(), latch, slotMostTex, settingScrew: settingScrew || null, note: note.trim() };
}
