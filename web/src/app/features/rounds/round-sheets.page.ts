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
  template: `<main class="no-print">
      <header>
        <p><a routerLink="/rounds">The plan</a></p>
        <h1 aria-live="polite">{{ headline() }}</h1>
        <hr class="stitch" />
      </header>
      <gan-problem [problem]="problem()" />
      <gan-problem [problem]="serviceProblem()" />
      @if (serviceDone(); as said) {
        <p role="status" class="good">{{ said }}</p>
      }
      @if (ticked(); as change) {
        <gan-undo-toast
          [of]="change.installId"
          [text]="done()"
          [label]="'Undo, ' + change.task.machineName"
          (undo)="takeBack(change)"
        />
      } @else {
        <p role="status" class="good">{{ done() }}</p>
      }
      @if (published(); as published) {
        @if (published.sheets.length === 0) {
          <p>
            {{
              published.planId ? 'Nothing is left of the published plan.' : 'No plan has been published yet.'
            }}
          </p>
        } @else {
          <div class="pickers">
            <label>
              Mechanic
              <select #personIdField class="form-select" (change)="personId.set(personIdField.value)">
                @for (one of people(); track one.personId) {
                  <option [value]="one.personId" [selected]="one.personId === personId()">
                    {{ one.personName }}
                  </option>
                }
              </select>
            </label>
            <label>
              Shift
              <select
                #chosenStartField
                class="form-select"
                (change)="chosenStart.set(chosenStartField.value)"
              >
                @for (one of ofPerson(); track one.startsAt) {
                  <option [value]="one.startsAt" [selected]="one.startsAt === sheet()?.startsAt">
                    {{ shiftOf(one) }}
                  </option>
                }
              </select>
            </label>
          </div>
        }
      }
      @if (sheet(); as sheet) {
        <section aria-label="Carry">
          <h2>Carry</h2>
          <ul class="carry">
            @for (kind of carry(); track kind.text) {
              <li>
                <strong>{{ kind.count }}</strong> × {{ kind.text }}
              </li>
            } @empty {
              <li>Nothing more.</li>
            }
          </ul>
          <p class="soft">And the gauge, a lint brush, a good light and the sharps box.</p>
        </section>
        <div class="caution">
          <p><strong>Power off. Wait until the motor has stopped.</strong></p>
          <p>
            A clutch motor coasts, a servo can jump. Old needles go into the sharps box, never into a pocket
            of clothing. Local rules on lock-out come before this list.
          </p>
        </div>
        <ol>
          @for (task of sheet.tasks; track task.machineId) {
            <li [class.over]="task.state !== 'open'">
              <div class="head">
                <strong>{{ task.machineName }}</strong>
                <span class="soft">{{ task.zoneName }}, {{ task.minutes }} min</span>
              </div>
              <p>{{ needleText(task.needle) }}<gan-colour-marks [needle]="task.needle" /></p>
              @if (task.state === 'open' && along().get(task.machineId); as way) {
                <p class="watch">
                  <gan-signal shape="watch" /> Next here: {{ way.jobName }}, due
                  {{ way.dueAtMs | when: 'weekday-time' }}, with another needle. Its changeover takes this
                  change along and saves about {{ way.savesMinutes }} min.
                  <a [routerLink]="['/changeovers/at', task.machineId]">Change over</a>
                </p>
              }
              @switch (task.state) {
                @case ('done') {
                  <p class="good"><gan-signal shape="good" /> changed</p>
                }
                @case ('skipped') {
                  <p class="watch"><gan-signal shape="watch" /> skipped: {{ skipWords[task.skipped!] }}</p>
                }
              }
              @if (task.state !== 'done' && mayTick()) {
                <p class="soft">
                  Needle fully up, long groove to the threading side, screw tight. Turn the hand wheel once
                  before power on.
                </p>
                <div class="answers">
                  <button type="button" class="button main" (click)="tick(task)">
                    Changed, old needle whole
                  </button>
                  <select
                    #skipField
                    class="form-select"
                    [attr.aria-label]="'Skip ' + task.machineName"
                    (change)="skip(task, oneOf(reasons, skipField.value))"
                  >
                    <option value="" [selected]="task.skipped === null">Skip this one …</option>
                    @for (reason of reasons; track reason) {
                      <option [value]="reason" [selected]="task.skipped === reason">
                        {{ skipWords[reason] }}
                      </option>
                    }
                  </select>
                  <a [routerLink]="['/floor', task.machineId]">Broken, worn or a different needle</a>
                </div>
              }
              <gan-services-due
                [due]="dueAt().get(task.machineId) ?? []"
                [logging]="logging()"
                (done)="logService($event)"
              />
            </li>
          }
        </ol>
        <p class="soft">
          Finish every machine you begin. A piece that is missing stops the machine: log it at the machine.
        </p>
      }
      @if (published()?.leftOver?.length) {
        <div class="caution">
          <p>No mechanic has the time or the skill for:</p>
          @for (one of published()!.leftOver; track $index) {
            <p>{{ one.machineName }}, {{ one.shiftName }} {{ day(one.day) }}</p>
          }
        </div>
      }
      <div class="takes">
        @if (sheet(); as sheet) {
          <button type="button" class="button" (click)="print([sheet])">Print this round</button>
          @if (ofPerson().length > 1) {
            <button type="button" class="button" (click)="print(ofPerson())">
              Print all {{ ofPerson().length }} rounds of {{ sheet.personName }}
            </button>
          }
          @if (people().length > 1) {
            <button type="button" class="button" (click)="print(published()!.sheets)">
              Print everybody’s
            </button>
          }
        }
        <a class="button" href="/api/rounds/sheets.csv" download="rounds.csv">All rounds as CSV</a>
        @if (mayTick()) {
          <button type="button" class="button" (click)="link()">My calendar link (ICS)</button>
        }
      </div>
      @if (calendarUrl(); as url) {
        <p>
          Add this link to your calendar; it follows the published plan. Anyone who has it can read your
          rounds.
          <input
            #linkField
            class="form-control"
            readonly
            aria-label="Calendar link"
            [value]="url"
            (focus)="linkField.select()"
          />
        </p>
      }
      @if (published()?.publishedAt; as at) {
        <p class="soft">Published {{ at | when: 'day-time' }}.</p>
      }
    </main>
    <gan-round-paper [sheets]="paper()" />`,
  styleUrl: './round-sheets.page.scss',
})
export class RoundSheetsPage {
  protected readonly oneOf = oneOf;
  /** From the address: whose rounds are looked for. */
  readonly person = input<string>();

  private readonly store = inject(Store);
  private readonly sheetsRead = this.store.selectSignal(roundsFeature.selectPublished);
  private readonly due = this.store.selectSignal(serviceFeature.selectDue);
  private readonly queue = this.store.selectSignal(jobQueueFeature.selectQueue);
  private readonly queueProblem = this.store.selectSignal(jobQueueFeature.selectProblem);
  private readonly listsRead = this.store.selectSignal(matchFeature.selectRead);
  private readonly listsProblem = this.store.selectSignal(matchFeature.selectProblem);
  /** Null until all that stands between the tasks was read, or cannot be: a button is not pushed away under the thumb. */
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
  /** Rounds that are printed. */
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
  /** One's own rounds, or else the first mechanic's. A tick does not choose again. */
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
  /** The shift that was chosen; null for the first. */
  protected readonly chosenStart = keptFor(this.personId, (): string | null => null);
  /** A shift that is no longer published leaves its place to the first. */
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
  /** Changes that a changeover takes along, by machine. */
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

  /** Prints rounds once they stand on the page. */
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
