import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { BREAKS, pullVerdict, type Break } from '@gantelet/core';
import { PullTestEntry, roleReaches, type LoggedPullTest } from '@gantelet/contracts';
import { complaintsOf, zodValidator } from '../../shared/forms/zod-form';
import { LookChoiceComponent } from '../../shared/widgets/look-choice.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { BREAK_ADVICE, BREAK_WORDS, pullTestText } from '../../shared/words/pull-test-words';
import { unreadText } from '../../shared/words/read-words';
import { writeStamps } from '../../shared/write-stamp';
import { catalogueActions, catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { estimatedNPerCm, pullTestActions, pullTestFeature } from './pull-test.state';
import { lengthText, lengthUnit } from '../../shared/words/units-text';
import { CountPipe, WhenPipe } from '../../shared/widgets/locale.pipes';

/** What gives way when this seam is pulled apart? */
@Component({
  selector: 'gan-pull-test',
  imports: [
    CountPipe,
    LookChoiceComponent,
    NumberInputDirective,
    ProblemComponent,
    ReactiveFormsModule,
    RouterLink,
    StandingComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pull-test.page.html',
  styleUrl: './pull-test.page.scss',
})
export class PullTestPage {
  protected readonly lengthText = lengthText;
  protected readonly lengthUnit = lengthUnit;
  /** From the address. */
  readonly setupId = input.required<string>();

  private readonly store = inject(Store);
  private readonly tests = this.store.selectSignal(pullTestFeature.selectTests);
  protected readonly saving = this.store.selectSignal(pullTestFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(pullTestFeature.selectProblem);
  protected readonly refused = this.store.selectSignal(pullTestFeature.selectRefused);
  protected readonly done = this.store.selectSignal(pullTestFeature.selectDone);
  private readonly written = this.store.selectSignal(pullTestFeature.selectWritten);
  private readonly setups = this.store.selectSignal(matchFeature.selectSetups);
  private readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  private readonly stamp = writeStamps(() => this.written());

  protected readonly breaks = BREAKS.map((value) => ({ value, name: BREAK_WORDS[value] }));
  protected readonly advice = BREAK_ADVICE;
  protected readonly textOf = pullTestText;
  protected readonly setup = computed(() => this.setups().find(({ id }) => id === this.setupId()) ?? null);
  protected readonly ofSetup = computed(() =>
    (this.tests() ?? []).filter(({ setupId }) => setupId === this.setupId()),
  );
  protected readonly verdict = computed(() => pullVerdict(this.ofSetup()));
  protected readonly estimate = computed(() => {
    const setup = this.setup();
    return setup ? Math.round(estimatedNPerCm(setup, this.values())) : '…';
  });
  protected readonly headline = computed(() => {
    const { tests, weakest } = this.verdict();
    if (tests === 0) return 'not pulled yet';
    return weakest === null ? 'different things gave way' : BREAK_WORDS[weakest];
  });
  protected readonly unread = computed(() =>
    unreadText(this.tests() !== null && this.setup() !== null, this.problem(), 'the pull tests'),
  );

  protected readonly form = new FormGroup(
    {
      broke: new FormControl<Break | null>(null),
      forceN: new FormControl<number | null>(null),
      widthMm: new FormControl<number | null>(25),
      note: new FormControl('', { nonNullable: true }),
    },
    { validators: zodValidator(PullTestEntry, (value: TestForm) => entryOf(value, ANY_SETUP, NOW)) },
  );
  protected readonly complaints = complaintsOf(this.form);
  protected readonly broke = toSignal(this.form.controls.broke.valueChanges, { initialValue: null });

  constructor() {
    this.store.dispatch(matchActions.opened());
    this.store.dispatch(catalogueActions.wanted());
    this.store.dispatch(pullTestActions.opened());
    effect(() => {
      this.written();
      untracked(() => this.form.reset({ widthMm: 25 }));
    });
  }

  protected see(broke: Break | null): void {
    this.form.markAsDirty();
    this.form.patchValue({ broke });
  }

  protected log(): void {
    const said = entryOf(this.form.getRawValue(), this.setupId(), NOW);
    const { key, at } = this.stamp(said);
    this.store.dispatch(pullTestActions.log({ key, test: { ...said, testedAt: at } }));
  }

  protected withdraw(testId: string): void {
    this.store.dispatch(pullTestActions.withdraw({ key: this.stamp(['withdraw', testId]).key, testId }));
  }

  protected mayWithdraw({ testedBy }: LoggedPullTest): boolean {
    const person = this.person();
    return testedBy === person?.name || roleReaches(person?.role ?? 'operator', 'lead');
  }
}

interface TestForm {
  readonly broke: Break | null;
  readonly forceN: number | null;
  readonly widthMm: number | null;
  readonly note: string;
}

/** Placeholders for the entry's time and set-up while it is only validated. */
const NOW = '2000-01-01T00:00:00.000Z';
const ANY_SETUP = '01890000-0000-7000-8000-000000000000';

/** The entry in the form, valid or not. */
function entryOf(
  { broke, forceN, widthMm, note }: TestForm,
  setupId: string,
  testedAt: string,
): PullTestEntry {
  const measured = { forceN, widthMm: forceN === null ? null : widthMm };
  return { setupId, broke: broke!, ...measured, note: note.trim(), testedAt };
}
