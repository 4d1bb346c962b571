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
import { startWith } from 'rxjs';
import {
  causeById,
  faultTimes,
  HOOK_MEASURES,
  hookFigures,
  judgeHook,
  LOOP_CATCHES,
  NEEDLE_PUSHES,
  type HookBook,
  type HookReading,
} from '@gantelet/core';
import { HookCheckEntry, roleReaches, type HookCheck } from '@gantelet/contracts';
import { HookDrawingComponent } from '../../shared/drawings/hook-drawing.component';
import { complaintsOf, zodValidator } from '../../shared/forms/zod-form';
import { LookChoiceComponent } from '../../shared/widgets/look-choice.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import {
  HOOK_CAUSE_WORDS,
  HOOK_MEASURE_WORDS,
  hookReadingText,
  LOOP_WORDS,
  PUSH_WORDS,
} from '../../shared/words/hook-words';
import { inTenText } from '../../shared/words/chance-words';
import { moneyIn } from '../../shared/words/money';
import { unreadText } from '../../shared/words/read-words';
import { writeStamps } from '../../shared/write-stamp';
import { catalogueActions, catalogueFeature } from '../catalogue/catalogue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { hookActions, hookFeature } from './hook.state';
import { lengthText, lengthUnit, rangeText } from '../../shared/words/units-text';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

const mm = () => new FormControl<number | null>(null);
const limits = () => new FormGroup({ least: mm(), most: mm() });

/** Does this machine's hook meet its needle where it should? */
@Component({
  selector: 'gan-hook',
  imports: [
    HookDrawingComponent,
    LookChoiceComponent,
    NumberInputDirective,
    ProblemComponent,
    ReactiveFormsModule,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './hook.page.html',
  styleUrl: './hook.page.scss',
})
export class HookPage {
  protected readonly lengthUnit = lengthUnit;
  protected readonly lengthText = lengthText;
  protected readonly rangeText = rangeText;
  /** From the address. */
  readonly machineId = input.required<string>();

  private readonly store = inject(Store);
  protected readonly checks = this.store.selectSignal(hookFeature.selectChecks);
  protected readonly saving = this.store.selectSignal(hookFeature.selectSaving);
  protected readonly refused = this.store.selectSignal(hookFeature.selectRefused);
  protected readonly problem = this.store.selectSignal(hookFeature.selectProblem);
  protected readonly done = this.store.selectSignal(hookFeature.selectDone);
  private readonly written = this.store.selectSignal(hookFeature.selectWritten);
  private readonly machines = this.store.selectSignal(matchFeature.selectMachines);
  private readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  private readonly stamp = writeStamps(() => this.written());

  protected readonly measures = HOOK_MEASURES;
  protected readonly measureWords = HOOK_MEASURE_WORDS;
  protected readonly causeWords = HOOK_CAUSE_WORDS;
  protected readonly readingText = hookReadingText;
  protected readonly loops = LOOP_CATCHES.map((value) => ({ value, name: LOOP_WORDS[value] }));
  protected readonly pushes = NEEDLE_PUSHES.map((value) => ({ value, name: PUSH_WORDS[value] }));
  protected readonly mayLog = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly machineName = computed(
    () => this.machines().find(({ id }) => id === this.machineId())?.name ?? 'Machine',
  );
  protected readonly unread = computed(() =>
    unreadText(this.checks() !== null, this.problem(), 'what is logged of this hook'),
  );

  protected readonly form = new FormGroup(
    {
      riseMm: mm(),
      aboveEyeMm: mm(),
      clearanceMm: mm(),
      loop: new FormControl<HookReading['loop']>(null),
      push: new FormControl<HookReading['push']>(null),
      book: new FormGroup({ riseMm: limits(), aboveEyeMm: limits(), clearanceMm: limits() }),
      set: new FormControl(false, { nonNullable: true }),
      note: new FormControl('', { nonNullable: true }),
    },
    { validators: zodValidator(HookCheckEntry, (value: HookForm) => entryOf(value, NOW)) },
  );
  protected readonly complaints = complaintsOf(this.form);
  private readonly value = toSignal(this.form.valueChanges.pipe(startWith(null)));
  private readonly entry = computed(() => {
    this.value();
    return entryOf(this.form.getRawValue() as HookForm, NOW);
  });
  private readonly times = computed(() => faultTimes(this.values()));
  protected readonly figures = computed(() => {
    const { book } = this.entry();
    return hookFigures(bookIsSound(book) ? book : null, this.values());
  });
  protected readonly reading = computed(() => this.entry().reading);
  protected readonly judged = computed(() => judgeHook(soundOf(this.reading()), this.figures()));
  protected readonly headline = computed(() => {
    const { causes, empty } = this.judged();
    if (empty) return 'not checked yet';
    return causes.length === 0 ? 'as it should be' : 'needs setting';
  });
  /** What setting it takes here, and what it takes to hand it over. */
  protected readonly repairs = computed(() =>
    this.judged().causes.map((id) => {
      const here = this.tookText(this.times().repairs[id]!);
      const holds = inTenText(causeById(id)!.repair.success);
      return { id, text: `Setting it here: ${here}, holds ${holds}.` };
    }),
  );
  protected readonly specialistText = computed(
    () => `A specialist: ${this.tookText(this.times().specialist)} of downtime.`,
  );

  constructor() {
    this.store.dispatch(matchActions.opened());
    this.store.dispatch(catalogueActions.wanted());
    effect(() => {
      const machineId = this.machineId();
      untracked(() => this.store.dispatch(hookActions.opened({ machineId })));
    });
    // The manual's figures are carried over from the last check; measurements have to be taken again.
    effect(() => {
      const book = this.checks()?.[0]?.book ?? null;
      this.written();
      untracked(() => this.form.reset(book ? { book: fieldsOf(book) } : undefined));
    });
  }

  /** Minutes, and their cost for people who may see it. */
  private tookText(minutes: number): string {
    const costs = this.shop()?.costs;
    const perHour = costs?.labourPerHour ?? null;
    const cost = costs && perHour !== null ? `, ${moneyIn(costs)((minutes * perHour) / 60)}` : '';
    return `about ${minutes} min${cost}`;
  }

  protected see<Key extends 'loop' | 'push'>(key: Key, value: HookReading[Key]): void {
    this.form.markAsDirty();
    this.form.patchValue({ [key]: value });
  }

  protected log(): void {
    const said = entryOf(this.form.getRawValue() as HookForm, NOW);
    const { key, at } = this.stamp(said);
    const machineId = this.machineId();
    this.store.dispatch(hookActions.log({ key, machineId, entry: { ...said, checkedAt: at } }));
  }

  protected withdraw({ id: checkId }: HookCheck): void {
    const { key } = this.stamp(['withdraw', checkId]);
    this.store.dispatch(hookActions.withdraw({ key, machineId: this.machineId(), checkId }));
  }

  protected mayWithdraw({ checkedBy }: HookCheck): boolean {
    const person = this.person();
    return checkedBy === person?.name || roleReaches(person?.role ?? 'operator', 'lead');
  }

  /** The result of an earlier check, by the figures it was made with. */
  protected verdict({ reading, book }: HookCheck): string {
    const { causes } = judgeHook(reading, hookFigures(book, this.values()));
    return causes.length === 0 ? 'as it should be' : causes.map((id) => causeById(id)!.name).join(', ');
  }
}

/** The manual's figures as the form holds them. */
function fieldsOf(book: HookBook): Record<keyof HookBook, MaybeLimits> {
  const open = { least: null, most: null };
  return {
    riseMm: book.riseMm ?? open,
    aboveEyeMm: book.aboveEyeMm ?? open,
    clearanceMm: book.clearanceMm ?? open,
  };
}

/** Placeholder for the entry's time while it is only validated. */
const NOW = '2000-01-01T00:00:00.000Z';

interface MaybeLimits {
  readonly least: number | null;
  readonly most: number | null;
}
interface HookForm extends HookReading {
  readonly book: Readonly<Record<keyof HookBook, MaybeLimits>>;
  readonly set: boolean;
  readonly note: string;
}

/** The entry in the form, valid or not. */
function entryOf({ book, set, note, ...reading }: HookForm, checkedAt: string): HookCheckEntry {
  const of = ({ least, most }: MaybeLimits) =>
    least === null && most === null ? null : { least: least!, most: most! };
  const own = {
    riseMm: of(book.riseMm),
    aboveEyeMm: of(book.aboveEyeMm),
    clearanceMm: of(book.clearanceMm),
  };
  const none = HOOK_MEASURES.every((measure) => own[measure] === null);
  return { reading, book: none ? null : own, set, note: note.trim(), checkedAt };
}

const bookIsSound = (book: HookCheckEntry['book']): boolean =>
  HookCheckEntry.shape.book.safeParse(book).success;

/** Without digits that no caliper shows. */
function soundOf(reading: HookReading): HookReading {
  const of = (value: number | null): number | null => (value !== null && value >= 0 ? value : null);
  return {
    ...reading,
    riseMm: of(reading.riseMm),
    aboveEyeMm: of(reading.aboveEyeMm),
    clearanceMm: of(reading.clearanceMm),
  };
}
