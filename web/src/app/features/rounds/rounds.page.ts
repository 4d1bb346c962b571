import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  FLAT_RULE_NAMES,
  roleReaches,
  type ComparedRule,
  type FlatRuleName,
  type PlanConflict,
  type PlannedShift,
  type RoundsNotice,
} from '@gantelet/contracts';
import { signalOverReload } from '../../shared/kept-over-reload';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent, type SignalShape } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { moneyIn } from '../../shared/words/money';
import {
  conflictText,
  noticeText,
  RULE_WORDS,
  shiftText,
  LEFT_LATE_WORDS,
  UNPLANNED_WORDS,
} from '../../shared/words/rounds-words';
import { writeStamps } from '../../shared/write-stamp';
import { unreadText } from '../../shared/words/read-words';
import { shopFeature } from '../shop/shop.state';
import { NeedlesPanelComponent } from './needles-panel.component';
import type { DrawnRow } from './rounds-layout';
import { RoundsTableComponent } from './rounds-table.component';
import { RoundsTimelineComponent } from './rounds-timeline.component';
import { roundsActions, roundsFeature, type PickedChange } from './rounds.state';
import { counted, fixedNumber } from '../../shared/locale';

/** How many machines are drawn at once; larger shops start with one zone. */
const DRAWN_AT_ONCE = 80;

const isZoneChoice = (kept: unknown): kept is string | null => kept === null || typeof kept === 'string';

/** Which change in which shift, by whom? */
@Component({
  selector: 'gan-rounds',
  imports: [
    NeedlesPanelComponent,
    ProblemComponent,
    RoundsTableComponent,
    RoundsTimelineComponent,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rounds.page.html',
  styleUrl: './rounds.page.scss',
})
export class RoundsPage {
  private readonly store = inject(Store);
  protected readonly view = this.store.selectSignal(roundsFeature.selectView);
  protected readonly plan = this.store.selectSignal(roundsFeature.selectPlan);
  protected readonly running = this.store.selectSignal(roundsFeature.selectRunning);
  protected readonly picked = this.store.selectSignal(roundsFeature.selectPicked);
  protected readonly offers = this.store.selectSignal(roundsFeature.selectOffers);
  protected readonly problem = this.store.selectSignal(roundsFeature.selectProblem);
  protected readonly done = this.store.selectSignal(roundsFeature.selectDone);
  protected readonly written = this.store.selectSignal(roundsFeature.selectWritten);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  private readonly stamp = writeStamps(() => this.written());

  protected readonly form = signal<'drawing' | 'table'>('drawing');
  protected readonly aimed = signal<number | null>(null);
  protected readonly noticeText = noticeText;
  protected readonly isLead = computed(() => this.person()?.role === 'lead');
  protected readonly isMechanic = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly money = computed(() => moneyIn({ currency: this.view()?.currency ?? 'EUR' }));
  protected readonly zones = computed(() => this.view()?.zones ?? []);
  protected readonly stock = computed(() => this.view()?.stock ?? []);
  protected readonly notices = computed(() => this.view()?.notices ?? []);
  protected readonly noPlan = computed(() => this.view()?.noPlan ?? null);
  /** Null for all zones, empty if nothing was chosen. */
  protected readonly chosenZone = signalOverReload<string | null>('rounds.zone', '', isZoneChoice);
  /** The choice made; else one zone if the shop is too large to draw at once. */
  protected readonly zoneId = computed(() => {
    const chosen = this.chosenZone();
    if (chosen === null || this.zones().some(({ id }) => id === chosen)) return chosen;
    return (this.plan()?.machines.length ?? 0) > DRAWN_AT_ONCE ? (this.zones()[0]?.id ?? null) : null;
  });
  protected readonly shownZones = computed(() =>
    this.zones().filter(({ id }) => this.zoneId() === null || id === this.zoneId()),
  );
  protected readonly headline = computed(() => {
    const plan = this.plan();
    const unread = unreadText(this.view() !== null, this.problem(), 'the plan');
    if (!plan) return unread ?? 'No rounds planned';
    const shift = plan.shifts.findIndex(({ used }) => used > 0);
    const next = plan.shifts[shift];
    if (!next) return 'Nothing to change in these shifts';
    const count = plan.machines.filter(({ changes }) => changes.includes(shift)).length;
    const minutes = `${Math.round(next.used)} of ${Math.round(next.minutes)} minutes`;
    return `${shiftText(next)}: ${counted(count, 'change')}, ${minutes}`;
  });
  /** How far the plan may be from the cheapest. */
  protected readonly gapWords = computed(() => {
    const plan = this.plan();
    if (!plan) return '';
    if (plan.conflicts.length > 0) return 'This plan breaks limits.';
    if (this.isCheapest()) return 'This is the cheapest possible plan.';
    const gap = plan.bound > 0 ? 100 * (plan.cost.total / plan.bound - 1) : 0;
    return `This plan is within ${fixedNumber(Math.max(0.1, gap), 1)} % of the cheapest possible.`;
  });
  /** Published changes that this plan has moved. */
  protected readonly movedCount = computed(() =>
    (this.plan()?.machines ?? []).reduce(
      (sum, { published, changes }) => sum + published.filter((shift) => !changes.includes(shift)).length,
      0,
    ),
  );
  protected readonly aimedConflicts = computed(() => {
    const shift = this.aimed();
    const offer = shift === null ? null : this.offers()?.[shift];
    return (offer?.conflicts ?? []).map((conflict) => this.conflictIn(conflict, this.plan()?.shifts ?? []));
  });

  /** The selected change, for actions other than moving it. */
  protected readonly held = computed(() => {
    const picked = this.picked();
    const machine = this.plan()?.machines.find(({ id }) => id === picked?.machineId);
    const shift = picked?.from ?? null;
    if (!this.isLead() || !machine || shift === null) return null;
    const text = `${machine.name}, ${shiftText(this.plan()!.shifts[shift]!)}`;
    return { machineId: machine.id, shift, pinned: machine.pinned.includes(shift), text };
  });

  constructor() {
    this.store.dispatch(roundsActions.opened());
  }

  /** The plan's grade: assumed lives make it an assumption, otherwise it rests on costs the shop chose. */
  protected readonly planStanding = computed(() =>
    this.plan()?.machines.some(({ unplanned, from }) => unplanned === null && from === 'flat')
      ? 'assumption'
      : 'chosen',
  );
  protected readonly planSource = computed(() =>
    this.planStanding() === 'assumption'
      ? 'some lives are assumed from the flat interval; the rest calculated from this shop’s needle changes and costs'
      : 'calculated from this shop’s needle changes and costs',
  );
  protected readonly isCheapest = computed(() => {
    const plan = this.plan();
    return plan !== null && plan.conflicts.length === 0 && plan.cost.total <= plan.bound * (1 + 1e-6) + 1e-6;
  });
  /** A rule that costs less than the plan in the simulation, beyond what chance explains; null when there is none. */
  protected readonly cheaperRule = computed(() => {
    const compared = this.plan()?.compared ?? [];
    const own = compared.find(({ rule }) => rule === 'plan');
    const best = compared
      .filter(({ rule, cost }) => rule !== 'plan' && own !== undefined && cost.high < own.cost.low)
      .sort((a, b) => a.cost.mean - b.cost.mean)[0];
    if (!own || !best) return null;
    const offered = FLAT_RULE_NAMES.find((rule) => rule === best.rule) ?? null;
    return {
      offered,
      words: this.ruleWords(best.rule),
      saving: this.money()(own.cost.mean - best.cost.mean),
    };
  });

  protected readonly unplannedWords = ({ machine }: DrawnRow): string => {
    if (machine.unplanned !== null) return UNPLANNED_WORDS[machine.unplanned];
    return machine.leftLate === null ? '' : LEFT_LATE_WORDS[machine.leftLate];
  };

  protected percent(share: number): string {
    return fixedNumber(100 * share, 0);
  }

  protected meanText({ mean, low, high }: ComparedRule['failures']): string {
    return `${fixedNumber(mean, mean < 10 ? 1 : 0)} ± ${fixedNumber((high - low) / 2, 1)}`;
  }

  protected ruleWords(rule: ComparedRule['rule']): string {
    return RULE_WORDS[rule].replace('{hours}', String(this.view()?.flatHours ?? ''));
  }

  protected conflictIn(conflict: PlanConflict, shifts: readonly PlannedShift[]): string {
    const nameOf = (id: string): string =>
      this.plan()?.machines.find((one) => one.id === id)?.name ?? 'A machine';
    return conflictText(conflict, shifts, nameOf);
  }

  protected startPlan(effort: number, rule: FlatRuleName | null = null): void {
    const { key } = this.stamp(['plan', effort, rule, this.view()?.job?.id]);
    this.store.dispatch(roundsActions.plan({ key, effort, rule }));
  }

  protected cancelJob(jobId: string): void {
    this.store.dispatch(roundsActions.cancel({ key: this.stamp(['cancel', jobId]).key, jobId }));
  }

  protected publish(): void {
    this.store.dispatch(
      roundsActions.publish({ key: this.stamp(['tell', this.plan()?.id, this.plan()?.version]).key }),
    );
  }

  protected pick(picked: PickedChange): void {
    this.store.dispatch(roundsActions.picked({ picked }));
  }

  protected putDown(): void {
    this.store.dispatch(roundsActions.putDown());
  }

  protected move(move: {
    readonly machineId: string;
    readonly from: number | null;
    readonly to: number | null;
  }): void {
    const { key } = this.stamp([move, this.plan()?.version]);
    this.store.dispatch(roundsActions.move({ key, ...move }));
  }

  protected pin(pin: { readonly machineId: string; readonly shift: number; readonly pinned: boolean }): void {
    this.store.dispatch(roundsActions.pin({ key: this.stamp([pin, this.plan()?.version]).key, ...pin }));
  }

  protected shapeOf({ kind }: RoundsNotice): SignalShape {
    return kind === 'stopped' ? 'stop' : kind === 'due' ? 'due' : 'act';
  }
}
