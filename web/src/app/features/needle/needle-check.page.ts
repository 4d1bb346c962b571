import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  judgeNeedle,
  judgeSample,
  lotSample,
  NEEDLE_SIZES,
  UNCHECKED_NEEDLE,
  type NeedleLooks,
} from '@gantelet/core';
import { roleReaches, type EyePulls, type NeedleCheck, type NeedleCheckInput } from '@gantelet/contracts';
import { keptFor } from '../../shared/kept-for';
import { ChooserComponent, type Choice } from '../../shared/widgets/chooser.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { MagnifierComponent } from '../../shared/widgets/magnifier.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { needleText } from '../../shared/words/changeover-words';
import { unreadText } from '../../shared/words/read-words';
import { writeStamps } from '../../shared/write-stamp';
import { catalogueActions, catalogueFeature } from '../catalogue/catalogue.state';
import { shopFeature } from '../shop/shop.state';
import { LookChoiceComponent, type LookOption } from '../../shared/widgets/look-choice.component';
import {
  LOT_STATE_SHAPES,
  LOT_STATE_WORDS,
  REASON_WORDS,
  VERDICT_SHAPES,
  VERDICT_WORDS,
} from './needle-check-words';
import { needleActions, needleFeature } from './needle.state';
import { PullsFieldsComponent } from './pulls-fields.component';
import { lengthUnit } from '../../shared/words/units-text';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/** A check answered by one of a few words. */
interface Look {
  readonly id: 'snag' | 'slideFromGroove' | 'slideFromScarf' | 'straightness' | 'surface' | 'groove';
  readonly label: string;
  readonly hint: string;
  readonly options: readonly LookOption<string>[];
}

const SLIDE_OPTIONS: readonly LookOption<string>[] = [
  { value: 'slides', name: 'Slides' },
  { value: 'with-a-push', name: 'With a push' },
  { value: 'sticks', name: 'Sticks' },
];

/** Quickest first: two of them are enough for a needle about to be used. */
const LOOKS: readonly Look[] = [
  {
    id: 'snag',
    label: 'Point over fine knit',
    hint: 'Draw the point lightly over an old stocking.',
    options: [
      { value: 'clean', name: 'Catches nothing' },
      { value: 'snags', name: 'Snags' },
    ],
  },
  {
    id: 'slideFromGroove',
    label: 'Thread slides through the eye, groove up',
    hint: 'Thread the eye with the thread of the job, hold it at the shop’s angle and let the needle go.',
    options: SLIDE_OPTIONS,
  },
  {
    id: 'slideFromScarf',
    label: 'And with the scarf up',
    hint: 'An eye is not the same both ways.',
    options: SLIDE_OPTIONS,
  },
  {
    id: 'straightness',
    label: 'Straight on glass',
    hint: 'Lay the blade on a glass and roll it: no light under it.',
    options: [
      { value: 'straight', name: 'Straight' },
      { value: 'bent', name: 'Bent' },
    ],
  },
  {
    id: 'surface',
    label: 'Around point and eye, under a magnifier',
    hint: '',
    options: [
      { value: 'sound', name: 'Smooth' },
      { value: 'scratched', name: 'Scratched or rusty' },
    ],
  },
  {
    id: 'groove',
    label: 'Thread in the long groove',
    hint: '',
    options: [
      { value: 'fits', name: 'Lies in it' },
      { value: 'proud', name: 'Stands out' },
      { value: 'rattles', name: 'Loose' },
    ],
  },
];

/** Is this needle good, before it goes in? */
@Component({
  selector: 'gan-needle-check',
  imports: [
    ChooserComponent,
    LookChoiceComponent,
    MagnifierComponent,
    NumberInputDirective,
    ProblemComponent,
    PullsFieldsComponent,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './needle-check.page.html',
  styleUrl: './needle.scss',
})
export class NeedleCheckPage {
  protected readonly lengthUnit = lengthUnit;
  /** From the address: the lot the needle is from. */
  readonly lot = input<string>();

  private readonly store = inject(Store);
  private readonly lots = this.store.selectSignal(needleFeature.selectLots);
  private readonly lotId = this.store.selectSignal(needleFeature.selectLotId);
  private readonly checks = this.store.selectSignal(needleFeature.selectChecks);
  protected readonly saving = this.store.selectSignal(needleFeature.selectSaving);
  protected readonly done = this.store.selectSignal(needleFeature.selectDone);
  protected readonly refused = this.store.selectSignal(needleFeature.selectRefused);
  private readonly unreadProblem = this.store.selectSignal(needleFeature.selectProblem);
  private readonly written = this.store.selectSignal(needleFeature.selectWritten);
  private readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly unread = computed(() =>
    unreadText(this.lots() !== null, this.unreadProblem(), 'the needle lots'),
  );

  protected readonly looks = LOOKS;
  protected readonly sizes = NEEDLE_SIZES;
  protected readonly verdictWords = VERDICT_WORDS;
  protected readonly verdictShapes = VERDICT_SHAPES;
  protected readonly reasonWords = REASON_WORDS;
  protected readonly stateWords = LOT_STATE_WORDS;
  protected readonly stateShapes = LOT_STATE_SHAPES;
  protected readonly needleText = needleText;

  protected readonly choices = computed((): readonly Choice[] =>
    (this.lots() ?? []).map(({ id, code, needle }) => ({ id, name: code, where: needleText(needle) })),
  );
  protected readonly chosen = computed(() => this.choices().find(({ id }) => id === this.lotId()) ?? null);
  protected readonly ofLot = computed(() => this.lots()?.find(({ id }) => id === this.lotId()) ?? null);
  /** The findings on this needle: the next one starts once it is logged. */
  private readonly seen = keptFor(
    () => `${this.lotId()} ${this.written()}`,
    (): NeedleLooks => UNCHECKED_NEEDLE,
  );
  protected readonly photo = keptFor(
    () => `${this.lotId()} ${this.written()}`,
    (): string | null => null,
  );
  private readonly shownPhoto = this.store.selectSignal(needleFeature.selectPhoto);
  protected readonly photoOf = computed(() => {
    const shown = this.shownPhoto();
    return shown && { ...shown, source: `data:image/jpeg;base64,${shown.photo}` };
  });
  protected readonly needleNumber = computed(() => `${this.lotId()} ${this.written()}`);
  protected readonly found = computed((): NeedleLooks => {
    const seen = this.seen();
    // If nobody read the shank, the blade is compared with what the pack says.
    return seen.bladeMm === null
      ? seen
      : { ...seen, markedNm: seen.markedNm ?? this.ofLot()?.needle.nm ?? null };
  });
  /** The next needle is usually pulled with the same thread. */
  protected readonly pulledTex = signal<number | null>(null);
  protected readonly judged = computed(() => judgeNeedle(this.found(), this.values()));
  protected readonly friction = computed(() => {
    const friction = this.judged().friction;
    return friction && `${Math.round(100 * friction.both)} %`;
  });
  protected readonly mostFriction = computed(() =>
    Math.round(100 * this.values()['gauge.most-friction'].value),
  );
  protected readonly inMachine = signal(false);
  protected readonly plan = computed(() => {
    const lot = this.ofLot();
    return lot && lotSample(lot.received, this.values());
  });
  protected readonly progress = computed(() => {
    const [lot, plan] = [this.ofLot(), this.plan()];
    if (!lot || !plan) return '';
    const { checked, bad } = lot.sample;
    const so = `${checked} of ${plan.needles} checked, ${bad === 0 ? 'none' : bad} bad`;
    const verdict = judgeSample(plan, lot.sample);
    if (verdict === 'refuse') return `${so}: too many. Keep this lot out of the machines.`;
    return verdict === 'accept' ? `${so}: enough.` : `${so}.`;
  });
  protected readonly rows = computed(() =>
    this.checks().map((check) => {
      const { verdict, reasons } = judgeNeedle(check.looks, this.values());
      const thread = check.looks.pulledTex === null ? '' : ` Pulled with Tex ${check.looks.pulledTex}.`;
      return { check, verdict, said: `${reasons[0] ? REASON_WORDS[reasons[0].id] : ''}${thread}` };
    }),
  );
  protected readonly mayRemove = computed(() => {
    const person = this.person();
    const mechanic = roleReaches(person?.role ?? 'operator', 'mechanic');
    return ({ checkedBy }: NeedleCheck): boolean => mechanic || checkedBy === person?.name;
  });
  private readonly stamp = writeStamps(() => this.written());

  constructor() {
    this.store.dispatch(needleActions.opened());
    this.store.dispatch(catalogueActions.wanted());
    effect(() => {
      const lotId = this.lot() ?? null;
      untracked(() => this.choose(lotId));
    });
  }

  protected choose(lotId: string | null): void {
    this.store.dispatch(needleActions.lotChosen({ lotId }));
  }

  protected seenOf(id: Look['id']): string | null {
    return this.seen()[id];
  }

  protected see(look: keyof NeedleLooks, seen: string | number | EyePulls | null): void {
    this.seen.update((before) => ({ ...before, [look]: seen }));
  }

  protected log(): void {
    const found = this.found();
    const looks = { ...found, pulledTex: found.pulls ? this.pulledTex() : null };
    const said = { lotId: this.lotId(), looks, note: '', photo: this.photo() };
    const { key, at } = this.stamp(said);
    const check = { ...said, checkedAt: at } as NeedleCheckInput;
    this.store.dispatch(needleActions.logCheck({ key, check }));
  }

  protected showPhoto({ id: checkId }: NeedleCheck): void {
    this.store.dispatch(needleActions.photoWanted({ checkId }));
  }

  protected remove({ id }: NeedleCheck): void {
    this.store.dispatch(needleActions.withdrawCheck({ key: this.stamp(['remove', id]).key, checkId: id }));
  }
}
