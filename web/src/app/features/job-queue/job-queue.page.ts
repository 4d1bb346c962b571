import {
  CdkDrag,
  CdkDragHandle,
  CdkDropList,
  CdkDropListGroup,
  type CdkDragDrop,
} from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { roleReaches, type QueuedJob } from '@gantelet/contracts';
import { ChooserComponent, type Choice } from '../../shared/widgets/chooser.component';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { DayFieldComponent, instantOfDay } from '../../shared/widgets/day-field.component';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { unreadText } from '../../shared/words/read-words';
import { needText, shortThreads } from '../../shared/words/store-words';
import { writeStamps } from '../../shared/write-stamp';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { jobQueueActions, jobQueueFeature } from './job-queue.state';
import { lanesOf, moveJob, orderOf, pinJob, timesOf, type PlacedId, type PlacedLanes } from './placed-lanes';
import { WhenPipe } from '../../shared/widgets/locale.pipes';
import { counted } from '../../shared/locale';

/** A job is due at the end of its day. */
const LAST_MINUTE = 24 * 60 - 1;

/** A waiting job in its lane, in words. */
interface JobRow {
  readonly id: string;
  readonly pinned: boolean;
  readonly job: QueuedJob;
  readonly change: string;
  readonly when: string;
  readonly late: boolean;
}

interface LaneView {
  /** Null for jobs without a place. */
  readonly machineId: string | null;
  readonly name: string;
  readonly rows: readonly JobRow[];
}

/** Which job next, on which machine? */
@Component({
  selector: 'gan-job-queue',
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    CdkDropListGroup,
    ChooserComponent,
    DayFieldComponent,
    NumberInputDirective,
    ProblemComponent,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './job-queue.page.html',
  styleUrl: './job-queue.page.scss',
})
export class JobQueuePage {
  private readonly store = inject(Store);
  private readonly queue = this.store.selectSignal(jobQueueFeature.selectQueue);
  protected readonly known = this.store.selectSignal(jobQueueFeature.selectKnown);
  private readonly arranged = this.store.selectSignal(jobQueueFeature.selectArranged);
  protected readonly worked = this.store.selectSignal(jobQueueFeature.selectWorked);
  protected readonly working = this.store.selectSignal(jobQueueFeature.selectWorking);
  protected readonly saving = this.store.selectSignal(jobQueueFeature.selectSaving);
  protected readonly done = this.store.selectSignal(jobQueueFeature.selectDone);
  protected readonly refused = this.store.selectSignal(jobQueueFeature.selectRefused);
  private readonly problem = this.store.selectSignal(jobQueueFeature.selectProblem);
  private readonly written = this.store.selectSignal(jobQueueFeature.selectWritten);
  private readonly shop = this.store.selectSignal(matchFeature.selectBenchShop);
  private readonly shopRead = this.store.selectSignal(matchFeature.selectRead);
  /** Without the machines every job would seem to have none. */
  protected readonly isRead = computed(
    () => this.queue() !== null && this.needs() !== null && this.shopRead(),
  );
  private readonly needs = this.store.selectSignal(jobQueueFeature.selectNeeds);
  /** Threads that run out before the jobs are sewn, each with the jobs that use it. */
  protected readonly short = computed(() =>
    shortThreads(this.needs() ?? []).map((need) => ({
      text: needText(need),
      jobs: [...new Set(need.jobs.map(({ setupName }) => setupName))].join(', '),
    })),
  );
  private readonly person = this.store.selectSignal(shopFeature.selectPerson);
  protected readonly mayOrder = computed(() => roleReaches(this.person()?.role ?? 'operator', 'mechanic'));

  private readonly stands = computed((): PlacedLanes => {
    const queue = this.queue();
    const ids = this.shop().machines.map(({ id }) => id);
    return queue ? lanesOf(queue, ids) : { lanes: [], unplaced: [] };
  });
  private readonly placed = computed(() => this.arranged() ?? this.stands());
  protected readonly changed = computed(() => this.arranged() !== null);
  private readonly timed = computed(() => {
    const known = this.known();
    return known && timesOf(this.placed(), known);
  });
  private readonly timedBefore = computed(() => {
    const known = this.known();
    return known && timesOf(this.stands(), known);
  });
  protected readonly lanes = computed((): readonly LaneView[] => {
    const names = new Map(this.shop().machines.map(({ id, name }) => [id, name]));
    const { lanes, unplaced } = this.placed();
    const placed = lanes
      .filter(({ jobs }) => jobs.length > 0)
      .map(({ machineId, jobs }) => ({
        machineId,
        name: names.get(machineId) ?? '',
        rows: this.rowsOf(jobs),
      }));
    const rest = { machineId: null, name: 'No machine yet', rows: this.rowsOf(unplaced) };
    return unplaced.length > 0 ? [rest, ...placed] : placed;
  });
  protected readonly headline = computed(() => {
    const count = this.queue()?.jobs.length ?? 0;
    return (
      unreadText(this.queue() !== null, this.problem(), 'the queue') ??
      (count === 0 ? 'No jobs waiting' : counted(count, 'job waiting', 'jobs waiting'))
    );
  });
  protected readonly costText = computed(() => {
    const timed = this.timed();
    if (!timed || timed.times.size === 0) return '';
    const late = [...timed.times.values()].filter(({ lateMinutes }) => lateMinutes > 0.5).length;
    const change = `${minutesText(timed.cost.changeMinutes)} of changing over`;
    return late === 0
      ? `${change}, none late.`
      : `${change}, ${late} late by ${minutesText(timed.cost.lateMinutes)}.`;
  });
  /** How much more or less the arrangement costs than the present order, if both hold the same jobs. */
  protected readonly differenceText = computed(() => {
    const [now, before] = [this.timed(), this.timedBefore()];
    if (!this.changed() || !now || !before || now.times.size !== before.times.size) return '';
    const more = now.cost.cost - before.cost.cost;
    if (Math.abs(more) < 0.5) return 'No better or worse than the present order.';
    return `${minutesText(Math.abs(more))} ${more > 0 ? 'worse' : 'better'} than the present order.`;
  });

  /** Where a job can be moved: machines that can take it. */
  protected readonly goals = computed(() => {
    const [known, machines] = [this.known(), this.shop().machines];
    return (id: string): readonly { readonly id: string; readonly name: string }[] => {
      const job = known?.jobIds.indexOf(id) ?? -1;
      return machines.filter(({ id: machineId }) => {
        const machine = known?.machineIds.indexOf(machineId) ?? -1;
        const minutes = known?.problem.changeMinutes[machine]?.[0]?.[job];
        return minutes !== undefined && Number.isFinite(minutes);
      });
    };
  });

  protected readonly choices = computed((): readonly Choice[] => {
    const { setups, machines } = this.shop();
    const names = new Map(machines.map(({ id, name }) => [id, name]));
    return setups.map(({ id, name, machineId }) => ({ id, name, where: names.get(machineId) ?? '' }));
  });
  protected readonly setupId = signal<string | null>(null);
  protected readonly chosen = computed(() => this.choices().find(({ id }) => id === this.setupId()) ?? null);
  protected readonly pieces = signal<number | null>(null);
  protected readonly minutesEach = signal<number | null>(null);
  protected readonly due = signal<string | null>(null);
  protected readonly note = signal('');
  protected readonly sewMinutes = computed(() => {
    const [pieces, each] = [this.pieces(), this.minutesEach()];
    return pieces === null || each === null ? null : pieces * each;
  });
  protected readonly sewText = computed(() => minutesText(this.sewMinutes() ?? 0));
  private readonly stamp = writeStamps(() => this.written());

  constructor() {
    this.store.dispatch(jobQueueActions.opened());
    this.store.dispatch(matchActions.opened());
    // A saved entry makes room for the next; a refused one stays to be corrected.
    let before = this.written();
    effect(() => {
      const now = this.written();
      if (now === before) return;
      before = now;
      this.setupId.set(null);
      this.pieces.set(null);
      this.minutesEach.set(null);
      this.due.set(null);
      this.note.set('');
    });
  }

  protected add(): void {
    const [setupId, sewMinutes] = [this.setupId(), this.sewMinutes()];
    if (setupId === null || sewMinutes === null || sewMinutes <= 0) return;
    const entry = {
      setupId,
      pieces: this.pieces(),
      sewMinutes,
      dueAt: this.dueAt(),
      note: this.note().trim(),
    };
    this.store.dispatch(jobQueueActions.add({ key: this.stamp(entry).key, entry }));
  }

  protected drop({ item, container, currentIndex }: CdkDragDrop<string | null, string | null, string>): void {
    this.move(item.data, container.data, currentIndex);
  }

  protected move(id: string, machineId: string | null, at: number): void {
    this.store.dispatch(jobQueueActions.arranged({ lanes: moveJob(this.placed(), id, machineId, at) }));
  }

  protected moveTo(id: string, machineId: string): void {
    const lane = this.placed().lanes.find((one) => one.machineId === machineId);
    this.move(id, machineId === '' ? null : machineId, lane?.jobs.length ?? 0);
  }

  protected pin(id: string): void {
    this.store.dispatch(jobQueueActions.arranged({ lanes: pinJob(this.placed(), id) }));
  }

  protected workOut(): void {
    this.store.dispatch(jobQueueActions.workOut());
  }

  protected putBack(): void {
    this.store.dispatch(jobQueueActions.putBack());
  }

  protected save(): void {
    const order = orderOf(this.placed());
    this.store.dispatch(jobQueueActions.order({ key: this.stamp(order).key, order }));
  }

  protected end(jobId: string, ending: 'sewn' | 'dropped'): void {
    const { key } = this.stamp([jobId, ending]);
    this.store.dispatch(jobQueueActions.end({ key, jobId, end: { ending } }));
  }

  /** The end of the chosen day, in the person's time zone. */
  private dueAt(): string | null {
    const due = this.due();
    return due && instantOfDay(due, { minutes: LAST_MINUTE });
  }

  private rowsOf(placed: readonly PlacedId[]): readonly JobRow[] {
    const jobs = this.queue()?.jobs ?? [];
    return placed.flatMap(({ id, pinned }) => {
      const job = jobs.find((one) => one.id === id);
      if (!job) return [];
      const time = this.timed()?.times.get(id);
      const late = (time?.lateMinutes ?? 0) > 0.5;
      return {
        id,
        pinned,
        job,
        late,
        change: !time
          ? ''
          : time.changeMinutes === 0
            ? 'as set up'
            : `${minutesText(time.changeMinutes)} to change over`,
        when: !time ? minutesText(job.sewMinutes) : whenText(time.endMinute, time.lateMinutes),
      };
    });
  }
}

/** @example minutesText(95) // '1 h 35 min' */
function minutesText(minutes: number): string {
  const whole = Math.round(minutes);
  const [hours, rest] = [Math.floor(whole / 60), whole % 60];
  if (hours === 0) return `${rest} min`;
  return rest === 0 ? `${hours} h` : `${hours} h ${rest} min`;
}

/** When a job is done, counted in working hours from now. */
function whenText(endMinute: number, lateMinutes: number): string {
  const done = `done after ${minutesText(endMinute)} of work`;
  return lateMinutes > 0.5 ? `${done}, ${minutesText(lateMinutes)} late` : done;
}
