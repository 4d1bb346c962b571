import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { groupId, REMOVAL_CAUSES } from '@gantelet/core';
import { isOpenJob, newId, roleReaches, type GroupingChange, type GroupReport } from '@gantelet/contracts';
import { HazardCurveComponent } from '../../shared/charts/hazard-curve.component';
import { LifeCurveComponent } from '../../shared/charts/life-curve.component';
import { ProbabilityPlotComponent } from '../../shared/charts/probability-plot.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent, type SignalShape } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { CAUSE_WORDS } from '../../shared/words/floor-words';
import { adviceShort, groupText, hoursText, offText } from '../../shared/words/life-words';
import { shopFeature } from '../shop/shop.state';
import { GroupingsPanelComponent } from './groupings-panel.component';
import { moneyIn } from '../../shared/words/money';
import { unreadText } from '../../shared/words/read-words';
import { lifeAnswer, ruleCosts } from './life-answer';
import { lastAge } from './life-curve';
import { lifeActions, lifeFeature } from './life.state';
import { LotsPanelComponent } from './lots-panel.component';
import { fixedNumber } from '../../shared/locale';
import { CountedPipe, FixedPipe, WhenPipe } from '../../shared/widgets/locale.pipes';

const SHAPES: Readonly<Record<GroupReport['advice']['do'], SignalShape>> = {
  interval: 'good',
  'run-to-failure': 'info',
  'too-little': 'watch',
};

/** How long do needles last here, and when is it cheapest to change them? */
@Component({
  selector: 'gan-life',
  imports: [
    CountedPipe,
    FixedPipe,
    GroupingsPanelComponent,
    HazardCurveComponent,
    LifeCurveComponent,
    LotsPanelComponent,
    ProbabilityPlotComponent,
    ProblemComponent,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './life.page.html',
  styleUrl: './life.page.scss',
})
export class LifePage {
  private readonly store = inject(Store);
  protected readonly view = this.store.selectSignal(lifeFeature.selectView);
  protected readonly groups = this.store.selectSignal(lifeFeature.selectGroups);
  protected readonly group = this.store.selectSignal(lifeFeature.selectGroup);
  protected readonly band = this.store.selectSignal(lifeFeature.selectBandOfGroup);
  protected readonly problem = this.store.selectSignal(lifeFeature.selectProblem);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);

  protected readonly causes = REMOVAL_CAUSES;
  protected readonly causeWords = CAUSE_WORDS;
  protected readonly groupText = groupText;
  protected readonly adviceShort = adviceShort;
  protected readonly hoursText = hoursText;
  protected readonly offText = offText;
  protected readonly mayFit = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));
  protected readonly mayRegroup = computed(() => this.person()?.role === 'lead');
  protected readonly lots = this.store.selectSignal(lifeFeature.selectLots);
  protected readonly unread = computed(() => unreadText(this.view() !== null, this.problem(), 'the report'));
  protected readonly running = computed(() => {
    const job = this.view()?.job;
    return job && isOpenJob(job) ? job : null;
  });
  /** The report was calculated from other records or costs than the present ones. */
  protected readonly old = computed(() => this.view()?.report?.dataVersion !== this.view()?.dataVersion);
  protected readonly money = computed(() => moneyIn(this.shop()?.costs ?? { currency: 'EUR' }));
  protected readonly answer = computed(() => {
    const group = this.group();
    return group && lifeAnswer(group, this.money());
  });
  protected readonly rules = computed(() => {
    const group = this.group();
    return group ? ruleCosts(group) : [];
  });
  protected readonly sensitivity = computed(() => {
    const advice = this.group()?.advice;
    return advice && advice.do !== 'too-little' ? advice.sensitivity : [];
  });
  protected readonly pooled = computed(() => {
    const pooled = this.group()?.pooled;
    return pooled && !('why' in pooled) ? pooled : null;
  });
  protected readonly ownFit = computed(() => {
    const fit = this.group()?.fit;
    return fit && !('why' in fit) ? fit : null;
  });
  protected readonly law = computed(() => this.pooled() ?? this.ownFit());
  protected readonly lastHours = computed(() => {
    const group = this.group();
    return group ? lastAge(group) : 1;
  });
  protected readonly interval = computed(() => {
    const advice = this.group()?.advice;
    return advice?.do === 'interval' ? advice.intervalHours : null;
  });
  protected readonly window = computed(() => {
    const advice = this.group()?.advice;
    return advice?.do === 'interval' ? advice.window : null;
  });
  protected readonly shapeText = computed(() => {
    const pooled = this.pooled();
    const law = this.law();
    const shape = law ? fixedNumber(law.shape, 2) : '';
    return pooled ? `${shape}, ${this.range(pooled.shapeLimits, 2)}` : shape;
  });
  protected readonly shapeWords = computed(() => {
    const shape = this.law()?.shape ?? 1;
    if (shape < 1.1) return 'about 1: age makes no difference';
    return shape < 2 ? 'wear sets in slowly' : 'wear sets in with age';
  });
  protected readonly machines = computed(() => {
    const names = new Map(this.view()?.machines.map(({ id, name }) => [id, name]));
    return (this.pooled()?.machines ?? [])
      .map((one) => ({ ...one, id: one.machineId, name: names.get(one.machineId) ?? '' }))
      .sort((a, b) => a.name.localeCompare(b.name));
  });

  constructor() {
    this.store.dispatch(lifeActions.opened());
  }

  protected idOf({ group }: GroupReport): string {
    return groupId(group);
  }

  protected shapeOf({ advice }: GroupReport): SignalShape {
    return SHAPES[advice.do];
  }

  protected choose({ group }: GroupReport): void {
    this.store.dispatch(lifeActions.groupChosen({ groupId: groupId(group) }));
  }

  protected fit(): void {
    this.store.dispatch(lifeActions.fit({ key: newId() }));
  }

  protected regroup({ groupId: id, change }: { groupId: string; change: GroupingChange }): void {
    this.store.dispatch(lifeActions.regroup({ key: newId(), groupId: id, change }));
  }

  protected cancel(jobId: string): void {
    this.store.dispatch(lifeActions.cancel({ key: newId(), jobId }));
  }

  protected percent(share: number): number {
    return Math.round(100 * share);
  }

  /** Limits in words; one that the data leave open is said to be open. */
  protected range(
    { low, high }: { low: number | null; high: number | null },
    digits: number,
    times = 1,
  ): string {
    const text = (value: number | null): string =>
      value === null ? 'open' : fixedNumber(times * value, digits);
    return `${text(low)} to ${text(high)}`;
  }

  /** Width of a bar relative to the most expensive rule, in percent. */
  protected share(costPerHour: number): number {
    return (100 * costPerHour) / Math.max(...this.rules().map((rule) => rule.costPerHour));
  }
}
