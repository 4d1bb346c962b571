import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { EDGE_GUIDES, speedAdvice, stackOf, type EdgeGuide } from '@gantelet/core';
import { HandSettingsEntry, roleReaches } from '@gantelet/contracts';
import { complaintsOf, zodValidator } from '../../shared/forms/zod-form';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { EDGE_WORDS, handSettingsText } from '../../shared/words/hand-setting-words';
import { SPEED_WORDS } from '../../shared/words/machine-words';
import { unreadText } from '../../shared/words/read-words';
import { writeStamps } from '../../shared/write-stamp';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { handSettingActions, handSettingFeature } from './hand-setting.state';
import { lengthUnit } from '../../shared/words/units-text';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

const number = () => new FormControl<number | null>(null);

/** Where are foot, edge guide and speed set for this job? */
@Component({
  selector: 'gan-hand-setting',
  imports: [
    NumberInputDirective,
    ProblemComponent,
    ReactiveFormsModule,
    RouterLink,
    StandingComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <header>
      <p>
        <a [routerLink]="['/bench', setupId()]">Set-up</a>
        <a [routerLink]="['/tension', setupId()]">Tension</a>
      </p>
      <h1>Foot, edge and speed: {{ setup()?.name ?? 'a set-up' }}</h1>
      <hr class="stitch" />
    </header>
    <gan-problem [problem]="problem()" />
    <gan-problem [problem]="refused()" />
    <p role="status" class="good">{{ done() }}</p>
    @if (unread(); as words) {
      <p>{{ words }}</p>
    } @else {
      @if (standing(); as last) {
        <p>
          <strong>{{ textOf(last) }}</strong>
          <small
            >{{ last.setBy }}, {{ last.setAt | when: 'year-time'
            }}{{ last.note ? ': ' + last.note : '' }}</small
          >
        </p>
      } @else {
        <p class="soft">
          Nothing logged yet. Settings logged here are suggested at the next changeover to this job, in the
          step and on the printed card.
        </p>
      }
      @if (mayLog()) {
        <form [formGroup]="form" (ngSubmit)="log()" aria-label="Foot, edge and speed">
          <p class="soft">
            Count the foot’s screw before you disturb it. Thick work: some press harder, so that the foot does
            not lift; some lighter, so that it climbs. <gan-standing standing="practice" />
          </p>
          <div class="fields">
            <label>
              Foot screw, turns in
              <input class="form-control" ganNumber least="0" most="40" formControlName="footTurns" />
            </label>
            <label>
              Foot screw above its nut, {{ lengthUnit() }}
              <input
                class="form-control"
                ganNumber
                unit="mm"
                least="0"
                most="80"
                formControlName="footScrewMm"
              />
            </label>
            <label>
              Seam to edge, {{ lengthUnit() }}
              <input class="form-control" ganNumber unit="mm" least="0" most="500" formControlName="edgeMm" />
            </label>
            <label>
              Edge runs along
              <select class="form-select" formControlName="edgeBy">
                <option [ngValue]="null">not given</option>
                @for (one of guides; track one) {
                  <option [value]="one">{{ guideWords[one] }}</option>
                }
              </select>
            </label>
            <label>
              Stitches a minute
              <input class="form-control" ganNumber whole least="10" most="6000" formControlName="speedSpm" />
            </label>
            <label class="whole">
              Note
              <input class="form-control" maxlength="300" formControlName="note" />
            </label>
          </div>
          @for (complaint of complaints(); track $index) {
            <p class="field-problem">{{ complaint }}</p>
          }
          <button type="submit" class="button main" [disabled]="form.invalid || saving()">
            Log current settings
          </button>
        </form>
      } @else {
        <p class="soft">Only mechanics can log these.</p>
      }
      <p class="caution">
        Power off before hands go under the foot. {{ advice() }} The machine’s manual says how fast it may
        run.
      </p>
    }
  </main>`,
  styles: `
    main {
      padding: 16px 26px;
      max-width: 820px;
    }
    header p {
      margin: 0;
    }
    header a {
      margin-inline-end: 14px;
    }
    small {
      display: block;
      color: var(--ink-soft);
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
      gap: 10px 14px;
      align-items: end;
      margin-bottom: 14px;
    }
    .whole {
      grid-column: 1 / -1;
    }
    .caution {
      margin-top: 18px;
    }
    @media (max-width: 800px) {
      main {
        padding: 12px;
      }
    }
  `,
})
export class HandSettingPage {
  protected readonly lengthUnit = lengthUnit;
  /** From the address. */
  readonly setupId = input.required<string>();

  private readonly store = inject(Store);
  protected readonly saving = this.store.selectSignal(handSettingFeature.selectSaving);
  protected readonly refused = this.store.selectSignal(handSettingFeature.selectRefused);
  protected readonly done = this.store.selectSignal(handSettingFeature.selectDone);
  private readonly written = this.store.selectSignal(handSettingFeature.selectWritten);
  protected readonly problem = this.store.selectSignal(matchFeature.selectProblem);
  private readonly setups = this.store.selectSignal(matchFeature.selectSetups);
  private readonly hands = this.store.selectSignal(matchFeature.selectHands);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  private readonly stamp = writeStamps(() => this.written());

  protected readonly guides = EDGE_GUIDES;
  protected readonly guideWords = EDGE_WORDS;
  protected readonly textOf = handSettingsText;
  protected readonly mayLog = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly setup = computed(() => this.setups().find(({ id }) => id === this.setupId()) ?? null);
  private readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  protected readonly advice = computed(() => {
    const setup = this.setup();
    if (!setup) return '';
    const { thicknessMm, leatherShare } = stackOf(setup.layers);
    const machine = this.machines().find(({ id }) => id === setup.machineId);
    return SPEED_WORDS[speedAdvice(thicknessMm * leatherShare, machine?.drive ?? null)];
  });
  protected readonly standing = computed(
    () => this.hands().find(({ setupId }) => setupId === this.setupId()) ?? null,
  );
  private readonly standingId = computed(() => this.standing()?.id ?? null);
  protected readonly unread = computed(() => unreadText(this.setup() !== null, this.problem(), 'the set-up'));

  protected readonly form = new FormGroup(
    {
      footScrewMm: number(),
      footTurns: number(),
      edgeMm: number(),
      edgeBy: new FormControl<EdgeGuide | null>(null),
      speedSpm: number(),
      note: new FormControl('', { nonNullable: true }),
    },
    { validators: zodValidator(HandSettingsEntry, (value: SettingForm) => entryOf(value, ANY_SETUP, NOW)) },
  );
  protected readonly complaints = complaintsOf(this.form);

  constructor() {
    this.store.dispatch(matchActions.opened());
    this.store.dispatch(handSettingActions.opened());
    // The last settings are carried over. Reading the same ones again does not discard what was typed.
    effect(() => {
      this.standingId();
      untracked(() => {
        const last = this.standing();
        this.form.reset(last ? { ...last, note: '' } : undefined);
      });
    });
  }

  protected log(): void {
    const said = entryOf(this.form.getRawValue(), this.setupId(), NOW);
    const { key, at } = this.stamp(said);
    this.store.dispatch(handSettingActions.log({ key, settings: { ...said, setAt: at } }));
  }
}

type SettingForm = Omit<HandSettingsEntry, 'setupId' | 'setAt'>;

/** Placeholders for the entry's time and set-up while it is only validated. */
const NOW = '2000-01-01T00:00:00.000Z';
const ANY_SETUP = '01890000-0000-7000-8000-000000000000';

/** The entry in the form, valid or not. */
function entryOf({ note, ...settings }: SettingForm, setupId: string, setAt: string): HandSettingsEntry {
  return { setupId, ...settings, note: note.trim(), setAt };
}
