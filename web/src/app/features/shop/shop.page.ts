import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  BOBBIN_SCHOOLS,
  MATERIAL_KINDS,
  STEP_SCHOOLS,
  TENSION_TARGETS,
  type BobbinSchool,
  type StepSchool,
  type TensionTarget,
} from '@gantelet/core';
import {
  COATED_POINT_SCHOOLS,
  EXPORTS,
  LEATHER_POINT_SCHOOLS,
  newId,
  roleReaches,
  SIZE_SCHOOL_CHOICES,
  type ColourMark,
  type SchoolChoice,
  type ShopCosts,
} from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { kindText } from '../../shared/words/life-words';
import { COATED_POINT_WORDS, SCHOOL_WORDS } from '../../shared/words/match-words';
import { BOBBIN_SCHOOL_WORDS, STEP_SCHOOL_WORDS, TARGET_WORDS } from '../../shared/words/tension-words';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ColourMarksFormComponent } from './colour-marks-form.component';
import { shopActions, shopFeature } from './shop.state';

const AMOUNT = [Validators.required, Validators.min(0), Validators.max(1_000_000)];
const MINUTES = [Validators.required, Validators.min(0), Validators.max(1440)];
const COST_FIELDS = [
  { name: 'needle', words: 'One needle' },
  { name: 'labourPerHour', words: 'Labour and machine downtime, per hour' },
  { name: 'plannedMinutes', words: 'Minutes for a planned change' },
  { name: 'wearMinutes', words: 'Minutes after a worn needle' },
  { name: 'accidentMinutes', words: 'Minutes after an accident' },
] as const;

/** How do we work here? */
@Component({
  selector: 'gan-shop',
  imports: [
    ColourMarksFormComponent,
    NumberInputDirective,
    ProblemComponent,
    ReactiveFormsModule,
    RouterLink,
    StandingComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (shop(); as shop) {
    <main>
      <h1>{{ shop.name }}</h1>
      <p class="soft">
        House rules. A single set-up or visit can override them.
        <a routerLink="/devices">Devices</a>
        @if (mayChange()) {
          <a routerLink="/messages">Messages by email and to other systems</a>
          <a routerLink="/safekeeping">Safekeeping: backups and restores</a>
        }
      </p>
      <hr class="stitch" />
      <form [formGroup]="form" (ngSubmit)="keep()">
        <fieldset>
          <legend>Bobbin <gan-standing standing="practice" /></legend>
          <p class="soft">
            "Leave" means fewest adjustments; "bobbin first" suits big size changes or a new case.
          </p>
          @for (one of bobbins; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="bobbin" [value]="one" />
              {{ bobbinWords[one] }}
            </label>
          }
        </fieldset>
        <fieldset>
          <legend>Top tension is set for <gan-standing standing="practice" /></legend>
          <p class="soft">The middle leaves the most margin on both sides.</p>
          @for (one of targets; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="target" [value]="one" />
              {{ targetWords[one] }}
            </label>
          }
        </fieldset>
        <fieldset>
          <legend>How far the knob is turned at once <gan-standing standing="practice" /></legend>
          <p class="soft">
            Small steps are slower and never overshoot; the other way is limited to the longest move.
          </p>
          @for (one of steps; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="step" [value]="one" />
              {{ stepWords[one] }}
            </label>
          }
        </fieldset>
        <fieldset>
          <legend>Needle size <gan-standing standing="practice" /></legend>
          <p class="soft">A loose eye runs cooler and shreds less; a tight eye makes the smallest hole.</p>
          @for (one of sizes; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="size" [value]="one" />
              {{ sizeWords[one] }}
            </label>
          }
        </fieldset>
        <fieldset>
          <legend>Point on leather <gan-standing standing="practice" /></legend>
          <p class="soft">A cutting point goes through clean; a round one keeps soft thin leather strong.</p>
          @for (one of leatherPoints; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="leatherPoint" [value]="one" />
              {{ one }} point
            </label>
          }
        </fieldset>
        <fieldset>
          <legend>Point in coated sheeting <gan-standing standing="practice" /></legend>
          <p class="soft">
            A round point with a small cut keeps the cloth under the coating whole; a cutting point goes
            through easier and cuts yarns.
          </p>
          @for (one of coatedPoints; track one) {
            <label class="check">
              <input type="radio" class="form-check-input" formControlName="coatedPoint" [value]="one" />
              {{ coatedWords[one] }}
            </label>
          }
        </fieldset>
        <fieldset class="costs">
          <legend>What a needle change costs <gan-standing standing="chosen" /></legend>
          <p class="soft">Used to work out the best interval. Include machine downtime and spoiled work.</p>
          <label
            >Currency
            <input class="form-control" formControlName="currency" maxlength="3" />
          </label>
          @for (one of costFields(); track one.name) {
            <label
              >{{ one.words }}
              <input class="form-control" ganNumber needed least="0" [formControlName]="one.name" />
            </label>
          }
          @for (kind of kinds; track kind) {
            <label formGroupName="spoiledWork"
              >Work spoiled, {{ kindText(kind).toLowerCase() }}
              <input class="form-control" ganNumber needed least="0" [formControlName]="kind" />
            </label>
          }
        </fieldset>
        <fieldset class="marks">
          <legend>Colour marks <gan-standing standing="chosen" /></legend>
          <p class="soft">
            The colours on your pockets, drawers and cones. They are shown beside a needle or thread wherever
            you reach for one, always with the colour's name.
          </p>
          <gan-colour-marks-form [marks]="marks()" [mayChange]="mayChange()" (marksChange)="paint($event)" />
        </fieldset>
        <label class="hours"
          >Flat needle interval, running hours
          <input class="form-control" ganNumber needed unit="h" least="0.1" formControlName="lifeHours" />
        </label>
        <div class="end">
          <gan-problem [problem]="problem()" />
          @if (mayChange()) {
            <button class="button main" [disabled]="form.invalid || form.pristine || busy()">
              Save for the whole shop
            </button>
            <span role="status" class="good">{{ saved() && form.pristine ? 'Saved.' : '' }}</span>
          } @else {
            <p class="soft">Only a lead can change these.</p>
          }
        </div>
      </form>
      @if (mayChange()) {
        <section aria-label="Export records">
          <h2>Export records</h2>
          <p class="soft">
            One CSV file per table, times in UTC, without passwords. For a full copy that can be restored, use
            <code>npm run backup</code>.
          </p>
          <p>
            <a class="button" href="/api/export/bundle.json" download="works.json">Everything in one file</a>
            <a href="/api/export/bundle.schema.json" download="works.schema.json">Its schema</a>
          </p>
          <ul class="files">
            @for (one of exports; track one) {
              <li>
                <a [href]="'/api/export/' + one + '.csv'" [attr.download]="one + '.csv'">{{ one }}</a>
              </li>
            }
          </ul>
        </section>
      }
    </main>
  }`,
  styles: `
    main {
      padding: 18px 26px;
      max-width: 1100px;
    }
    form {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 18px 32px;
    }
    legend {
      font: 600 1.0625rem var(--narrow);
    }
    fieldset p {
      margin: 0;
    }
    .check {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 44px;
    }
    .costs {
      grid-column: 1 / -1;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
      gap: 8px 16px;
    }
    .marks {
      grid-column: 1 / -1;
    }
    .costs legend,
    .costs p {
      grid-column: 1 / -1;
    }
    .hours {
      max-width: 320px;
    }
    .files {
      columns: 4 180px;
      list-style: none;
      padding: 0;
    }
    .files a {
      display: inline-block;
      min-height: 32px;
    }
    section {
      margin-top: 26px;
    }
    .end {
      align-self: end;
    }
    @media (max-width: 700px) {
      main {
        padding: 12px;
      }
      form {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class ShopPage {
  private readonly store = inject(Store);
  protected readonly shop = this.store.selectSignal(shopFeature.selectShop);
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  /** The version of the house rules that was last changed here. */
  private readonly changed = signal<number | null>(null);
  protected readonly saved = computed(() => {
    const changed = this.changed();
    return changed !== null && !this.busy() && this.problem() === null && this.shop()!.version > changed;
  });
  protected readonly mayChange = computed(() => roleReaches(this.person()?.role ?? 'operator', 'lead'));

  protected readonly exports = EXPORTS;
  /** Figures a person is not given are not shown. */
  protected readonly costFields = computed(() => {
    const costs = this.shop()?.costs;
    return COST_FIELDS.filter(({ name }) => costs?.[name] !== null);
  });
  protected readonly kinds = MATERIAL_KINDS;
  protected readonly kindText = kindText;
  protected readonly bobbins = BOBBIN_SCHOOLS;
  protected readonly bobbinWords = BOBBIN_SCHOOL_WORDS;
  protected readonly targets = TENSION_TARGETS;
  protected readonly targetWords = TARGET_WORDS;
  protected readonly sizes = SIZE_SCHOOL_CHOICES;
  protected readonly sizeWords = SCHOOL_WORDS;
  protected readonly leatherPoints = LEATHER_POINT_SCHOOLS;
  protected readonly coatedPoints = COATED_POINT_SCHOOLS;
  protected readonly coatedWords = COATED_POINT_WORDS;
  protected readonly steps = STEP_SCHOOLS;
  protected readonly stepWords = STEP_SCHOOL_WORDS;

  protected readonly form = inject(NonNullableFormBuilder).group({
    bobbin: ['leave-bobbin' as BobbinSchool],
    target: ['middle' as TensionTarget],
    size: ['by-work' as SchoolChoice['size']],
    leatherPoint: ['cutting' as SchoolChoice['leatherPoint']],
    coatedPoint: ['small-cut' as SchoolChoice['coatedPoint']],
    step: ['as-the-seam-tells' as StepSchool],
    colourMarks: [[] as readonly ColourMark[]],
    lifeHours: [8, [Validators.required, Validators.min(0.5), Validators.max(1000)]],
    currency: ['EUR', [Validators.required, Validators.pattern(/^[A-Z]{3}$/)]],
    needle: [1, [Validators.required, Validators.min(0.01), Validators.max(10_000)]],
    labourPerHour: [30, AMOUNT],
    plannedMinutes: [4, MINUTES],
    wearMinutes: [15, MINUTES],
    accidentMinutes: [30, MINUTES],
    spoiledWork: inject(NonNullableFormBuilder).record<number>(
      Object.fromEntries(MATERIAL_KINDS.map((kind) => [kind, 0])),
    ),
  });

  protected readonly marks = toSignal(this.form.controls.colourMarks.valueChanges, {
    initialValue: [],
  });

  constructor() {
    effect(() => {
      const shop = this.shop();
      if (!shop) return;
      const { tension, schools, lifeHours, costs, colourMarks } = shop;
      const labourPerHour = costs.labourPerHour ?? undefined;
      this.form.reset({ ...tension, ...schools, lifeHours, ...costs, labourPerHour, colourMarks });
      if (!this.mayChange()) this.form.disable();
    });
  }

  protected paint(marks: readonly ColourMark[]): void {
    this.form.controls.colourMarks.setValue(marks);
    this.form.markAsDirty();
  }

  protected keep(): void {
    const { version } = this.shop()!;
    const { bobbin, target, step, size, leatherPoint, coatedPoint, ...rest } = this.form.getRawValue();
    const { lifeHours, colourMarks, spoiledWork, ...costs } = rest;
    const revision = {
      tension: { bobbin, target, step },
      schools: { size, leatherPoint, coatedPoint },
      lifeHours,
      colourMarks: [...colourMarks],
      costs: { ...costs, spoiledWork: spoiledWork as ShopCosts['spoiledWork'] },
      version,
    };
    this.changed.set(version);
    this.store.dispatch(shopActions.revise({ key: newId(), revision }));
  }
}
