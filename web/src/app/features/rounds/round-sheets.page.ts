import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  Injector,
  input,
  linkedSignal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { changesAlong } from '@gantelet/core';
import {
  SKIP_REASONS,
  type RoundSheet,
  type RoundTask,
  type ServiceDue,
  type SkipReason,
} from '@gantelet/contracts';
import { oneOf } from '../../shared/forms/one-of';
import { ColourMarksComponent } from '../../shared/widgets/colour-marks.component';
import { keptFor } from '../../shared/kept-for';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { ServicesDueComponent } from '../../shared/widgets/services-due.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { UndoToastComponent } from '../../shared/widgets/undo-toast.component';
import { needleText } from '../../shared/words/changeover-words';
import { dayText, SKIP_WORDS } from '../../shared/words/rounds-words';
import { writeStamps } from '../../shared/write-stamp';
import { unreadText } from '../../shared/words/read-words';
import { serviceActions, serviceFeature } from '../service/service.state';
import { jobQueueActions, jobQueueFeature } from '../job-queue/job-queue.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { RoundPaperComponent } from './round-paper.component';
import { roundsActions, roundsFeature, type TaskOfShift, type TickedChange } from './rounds.state';
import { WhenPipe } from '../../shared/widgets/locale.pipes';

/** What do I change now, in which order? A mechanic's round, on a phone in the hall or on paper. */
@Component({
  selector: 'gan-round-sheets',
  imports: [
    ColourMarksComponent,
    ProblemComponent,
    RoundPaperComponent,
    RouterLink,
    ServicesDueComponent,
    SignalMarkComponent,
    UndoToastComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './round-sheets.page.html',
  styleUrl: './round-sheets.page.scss',
})
export class RoundSheetsPage {
  protected readonly oneOf = oneOf;
  /** From the address: whose rounds to show. */
  readonly person = input<string>();

  private readonly store = inject(Store);
  private readonly sheetsRead = this.store.selectSignal(roundsFeature.selectPublished);
  private readonly due = this.store.selectSignal(serviceFeature.selectDue);
  private readonly queue = this.store.selectSignal(jobQueueFeature.selectQueue);
  private readonly queueProblem = this.store.selectSignal(jobQueueFeature.selectProblem);
  private readonly listsRead = this.store.selectSignal(matchFeature.selectRead);
  private readonly listsProblem = this.store.selectSignal(matchFeature.selectProblem);
  /**
   * Null until everything shown between the tasks has been read, or cannot be, so that no button is pushed away under
   * the thumb.
   */
  protected readonly published = computed(() => {
    const said =
      (this.due() !== null || this.serviceProblem() !== null) &&
      (this.queue() !== null || this.queueProblem() !== null) &&
      (this.listsRead() || this.listsProblem() !== null);
    return said ? this.sheetsRead() : null;
  });
  protected readonly problem = this.store.selectSignal(roundsFeature.selectProblem);
  protected readonly ticked = this.store.selectSignal(roundsFeature.selectTicked);
  protected readonly done = this.store.selectSignal(roundsFeature.selectDone);
  protected readonly dueAt = this.store.selectSignal(serviceFeature.selectDueAt);
  protected readonly logging = this.store.selectSignal(serviceFeature.selectLogging);
  protected readonly serviceDone = this.store.selectSignal(serviceFeature.selectDone);
  protected readonly serviceProblem = this.store.selectSignal(serviceFeature.selectProblem);
  private readonly calendarPath = this.store.selectSignal(roundsFeature.selectCalendarPath);
  private readonly self = this.store.selectSignal(shopFeature.selectPerson);
  private readonly written = this.store.selectSignal(roundsFeature.selectWritten);
  private readonly stamp = writeStamps(() => this.written());

  private readonly injector = inject(Injector);
  /** Rounds being printed. */
  protected readonly paper = linkedSignal<readonly RoundSheet[]>(() => {
    const sheet = this.sheet();
    return sheet ? [sheet] : [];
  });

  protected readonly reasons = SKIP_REASONS;
  protected readonly skipWords = SKIP_WORDS;
  protected readonly needleText = needleText;
  protected readonly mayTick = computed(() => (this.self()?.role ?? 'operator') !== 'operator');
  protected readonly people = computed(() => {
    const sheets = this.published()?.sheets ?? [];
    return sheets.filter(({ personId }, i) => sheets.findIndex((one) => one.personId === personId) === i);
  });
  /** The person's own rounds, or else the first mechanic's. A tick does not change the choice. */
  protected readonly personId = linkedSignal<string, string | null>({
    source: () =>
      this.people()
        .map(({ personId }) => personId)
        .join(),
    computation: (_, before) => {
      const isThere = (id: string | null | undefined) =>
        this.people().some(({ personId }) => personId === id);
      const wanted = [before?.value, this.person(), this.self()?.id].find(isThere);
      return wanted ?? this.people()[0]?.personId ?? null;
    },
  });
  protected readonly ofPerson = computed(() =>
    (this.published()?.sheets ?? []).filter(({ personId }) => personId === this.personId()),
  );
  /** The chosen shift; null for the first. */
  protected readonly chosenStart = keptFor(this.personId, (): string | null => null);
  /** If a shift is no longer published, the first one is shown. */
  protected readonly sheet = computed(() => {
    const sheets = this.ofPerson();
    return sheets.find(({ startsAt }) => startsAt === this.chosenStart()) ?? sheets[0] ?? null;
  });
  private readonly startsAt = computed(() => this.sheet()?.startsAt ?? null);
  protected readonly headline = computed(() => {
    const sheet = this.sheet();
    if (!sheet) return unreadText(this.published() !== null, this.problem(), 'the round') ?? 'No rounds';
    const open = sheet.tasks.filter(({ state }) => state === 'open').length;
    const left =
      open === 0
        ? 'all done'
        : `${open} of ${sheet.tasks.length} to change, ${Math.round(sheet.minutes)} min`;
    return `${sheet.personName}, ${this.shiftOf(sheet)}: ${left}`;
  });
  private readonly setups = this.store.selectSignal(matchFeature.selectSetups);
  /** Changes that a changeover includes, by machine. */
  protected readonly along = computed(() => {
    const seen = new Set<string>();
    const ahead = (this.queue()?.jobs ?? []).flatMap(({ machineId, setupId, setupName: name, dueAt }) => {
      const needle = this.setups().find(({ id }) => id === setupId)?.needle;
      if (machineId === null || seen.has(machineId) || !needle) return [];
      seen.add(machineId);
      return [{ machineId, name, needle, dueAtMs: dueAt === null ? null : Date.parse(dueAt) }];
    });
    const startsAtMs = Date.parse(this.startsAt() ?? '');
    return changesAlong(
      (this.sheet()?.tasks ?? []).map((task) => ({ ...task, startsAtMs })),
      ahead,
    );
  });
  protected readonly carry = computed(() => {
    const open = (this.sheet()?.tasks ?? []).filter(({ state }) => state === 'open');
    const kinds = new Map<string, number>();
    for (const { needle } of open) kinds.set(needleText(needle), (kinds.get(needleText(needle)) ?? 0) + 1);
    return [...kinds].map(([text, count]) => ({ text, count }));
  });
  protected readonly calendarUrl = computed(() => {
    const path = this.calendarPath();
    return path === null ? null : new URL(path, location.origin).href;
  });

  constructor() {
    this.store.dispatch(roundsActions.sheetsOpened());
    this.store.dispatch(serviceActions.dueWanted());
    this.store.dispatch(jobQueueActions.opened());
    this.store.dispatch(matchActions.opened());
    inject(DestroyRef).onDestroy(() => this.store.dispatch(roundsActions.sheetsClosed()));
  }

  protected shiftOf({ day, shiftName }: RoundSheet): string {
    return `${dayText(day)}, ${shiftName}`;
  }

  protected day(day: string): string {
    return dayText(day);
  }

  protected tick(task: RoundTask): void {
    const { key, at } = this.stamp(['tick', task.machineId, this.startsAt()]);
    this.store.dispatch(roundsActions.tick({ key, task: this.ofShift(task), changedAt: at }));
  }

  protected skip(task: RoundTask, reason: SkipReason | null): void {
    if (reason === null) return;
    const { key } = this.stamp(['skip', task.machineId, this.startsAt(), reason]);
    this.store.dispatch(roundsActions.skip({ key, task: this.ofShift(task), reason }));
  }

  protected takeBack(change: TickedChange): void {
    this.store.dispatch(roundsActions.takeBack({ key: this.stamp(['back', change.installId]).key, change }));
  }

  protected logService(service: ServiceDue): void {
    const { key, at: doneAt } = this.stamp(['service', service.machineId, service.kind, service.since]);
    this.store.dispatch(serviceActions.logOnTheWay({ key, service, doneAt }));
  }

  protected link(): void {
    this.store.dispatch(roundsActions.linkCalendar({ key: this.stamp(['link', this.calendarPath()]).key }));
  }

  /** Prints rounds once they are on the page. */
  protected print(sheets: readonly RoundSheet[]): void {
    this.paper.set(sheets);
    afterNextRender(
      () => {
        window.print();
      },
      { injector: this.injector },
    );
  }

  private ofShift(task: RoundTask): TaskOfShift {
    return { ...task, startsAt: this.startsAt()! };
  }
}
