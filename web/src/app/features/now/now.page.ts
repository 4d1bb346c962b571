import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { newId, roleReaches, type CounterLeap, type RoundSheet } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { STEP_NAMES } from '../../shared/words/changeover-words';
import { hoursRangeText, TROUBLE_WORDS } from '../../shared/words/floor-words';
import { unreadText } from '../../shared/words/read-words';
import { dayText, noticeText } from '../../shared/words/rounds-words';
import { groupText, hoursText as lifeHoursText } from '../../shared/words/life-words';
import { serviceName, sinceText } from '../../shared/words/history-words';
import { safekeepingNotices } from '../../shared/words/safekeeping-words';
import { thingText, whyOrderText } from '../../shared/words/store-words';
import { floorActions, floorFeature } from '../floor/floor.state';
import { roundsActions, roundsFeature } from '../rounds/rounds.state';
import { safekeepingActions, safekeepingFeature } from '../safekeeping/safekeeping.state';
import { serviceActions, serviceFeature } from '../service/service.state';
import { shopFeature } from '../shop/shop.state';
import { storeActions, storeFeature } from '../store/store.state';
import { machinesNow, openRounds, orderNotices } from './now-items';
import { nowActions, nowFeature } from './now.state';
import { CountedPipe, CountPipe, WhenPipe } from '../../shared/widgets/locale.pipes';
import { counted } from '../../shared/locale';

/** Rows of a list that would be longer than a glance takes in. */
const MOST_ROWS = 6;

/** What needs me now? */
@Component({
  selector: 'gan-now',
  imports: [CountedPipe, CountPipe, ProblemComponent, RouterLink, SignalMarkComponent, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './now.page.html',
  styleUrl: './now.page.scss',
})
export class NowPage {
  private readonly store = inject(Store);
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly machines = this.store.selectSignal(floorFeature.selectMachines);
  private readonly published = this.store.selectSignal(roundsFeature.selectPublished);
  private readonly view = this.store.selectSignal(roundsFeature.selectView);
  private readonly stored = this.store.selectSignal(storeFeature.selectView);
  private readonly servicesDue = this.store.selectSignal(serviceFeature.selectDue);
  private readonly dueAt = this.store.selectSignal(serviceFeature.selectDueAt);
  protected readonly services = computed(() =>
    [...this.dueAt()].map(([machineId, due]) => ({ machineId, machineName: due[0]!.machineName, due })),
  );
  protected readonly intervals = this.store.selectSignal(nowFeature.selectIntervals);
  protected readonly leaps = this.store.selectSignal(nowFeature.selectLeaps);
  protected readonly deciding = this.store.selectSignal(nowFeature.selectDeciding);
  protected readonly done = this.store.selectSignal(nowFeature.selectDone);
  private readonly floorProblem = this.store.selectSignal(floorFeature.selectProblem);
  private readonly roundsProblem = this.store.selectSignal(roundsFeature.selectProblem);
  private readonly storeProblem = this.store.selectSignal(storeFeature.selectProblem);
  private readonly ownProblem = this.store.selectSignal(nowFeature.selectProblem);
  protected readonly problem = computed(
    () => this.ownProblem() ?? this.floorProblem() ?? this.roundsProblem(),
  );

  /** Everything but the floor appears at once: a list arriving in between would push the others down. */
  protected readonly isRead = computed(
    () =>
      this.problem() !== null ||
      this.storeProblem() !== null ||
      [this.published(), this.view(), this.stored(), this.servicesDue()].every((read) => read !== null),
  );

  protected readonly mostRows = MOST_ROWS;
  protected readonly troubleWords = TROUBLE_WORDS;
  protected readonly nameOf = serviceName;
  protected readonly sinceOf = sinceText;
  protected readonly stepNames = STEP_NAMES;
  protected readonly hoursText = hoursRangeText;
  protected readonly noticeText = noticeText;
  protected readonly thingText = thingText;
  protected readonly whyOrderText = whyOrderText;
  protected readonly groupText = groupText;
  protected readonly hours = lifeHoursText;
  protected readonly now = computed(() => machinesNow(this.machines()));
  protected readonly rounds = computed(() =>
    openRounds(this.published()?.sheets ?? [], this.person()?.id ?? null),
  );
  private readonly safekeeping = this.store.selectSignal(safekeepingFeature.selectSafekeeping);
  protected readonly safekeepingNotices = computed(() => {
    const kept = this.safekeeping();
    return kept ? safekeepingNotices(kept) : [];
  });
  protected readonly orders = computed(() => orderNotices(this.view()?.notices ?? []));
  /** What the store should order judging by use, except needles that the plan covers. */
  protected readonly runningOut = computed(() => {
    const planned = new Set(this.orders().map(({ subject }) => subject));
    return (this.stored()?.items ?? []).filter(
      ({ thing, toOrder }) =>
        toOrder > 0 &&
        !(thing.kind === 'needle' && planned.has(`${thing.needle.systemId} NM ${thing.needle.nm}`)),
    );
  });
  protected readonly headline = computed(() => {
    const unread = unreadText(this.floor() !== null, this.floorProblem(), 'the floor');
    if (unread) return unread;
    const { stopped, reported, due } = this.now();
    const parts = [
      ...(stopped.length > 0 ? [`${stopped.length} stopped`] : []),
      ...(reported.length > 0 ? [`${counted(reported.length, 'problem')} reported`] : []),
      ...(due.length > 0 ? [`${counted(due.length, 'needle')} due`] : []),
    ];
    return parts.length > 0 ? parts.join(', ') : 'No machine needs you now';
  });

  constructor() {
    this.store.dispatch(floorActions.opened());
    this.store.dispatch(roundsActions.sheetsOpened());
    this.store.dispatch(roundsActions.opened());
    this.store.dispatch(nowActions.opened());
    this.store.dispatch(safekeepingActions.opened());
    this.store.dispatch(serviceActions.dueWanted());
    if (roleReaches(this.person()?.role ?? 'operator', 'mechanic'))
      this.store.dispatch(storeActions.opened());
    inject(DestroyRef).onDestroy(() => {
      this.store.dispatch(floorActions.closed());
      this.store.dispatch(roundsActions.sheetsClosed());
    });
  }

  protected shiftOf({ day, shiftName }: RoundSheet): string {
    return `${dayText(day)}, ${shiftName}`;
  }

  protected decide(leap: CounterLeap, accepted: boolean): void {
    this.store.dispatch(nowActions.decideLeap({ key: newId(), leap, accepted }));
  }
}
