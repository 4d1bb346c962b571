import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  EMPTY,
  exhaustMap,
  filter,
  map,
  merge,
  Observable,
  of,
  switchMap,
  timer,
  withLatestFrom,
} from 'rxjs';
import { isOpenJob, routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { otherThanRead, watchWhileOpen } from '../../shared/api/watch-while-open';
import { followJobs } from '../../shared/jobs/follow-jobs';
import { Outbox } from '../../shared/outbox/outbox';
import { TAKE_BACK_MS, takeBackChange } from '../../shared/outbox/take-back';
import { roundsActions, roundsFeature } from './rounds.state';

const failed = (problem: Problem) => of(roundsActions.failed({ problem }));

/** Read again when a search is started too: an answer under way would not include it, and nobody would follow it. */
export const readView = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    merge(
      actions.pipe(ofType(roundsActions.opened, roundsActions.written, roundsActions.jobBegun)),
      actions.pipe(
        ofType(roundsActions.jobProgressed),
        filter(({ job }) => !isOpenJob(job)),
      ),
    ).pipe(
      switchMap(() =>
        api.call(routes.readRounds).pipe(
          map((view) => roundsActions.viewRead({ view })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const plan = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(roundsActions.plan),
      exhaustMap(({ key, effort, rule }) =>
        api.call(routes.planRounds, { key, body: { effort, rule } }).pipe(
          map((job) => roundsActions.jobBegun({ job })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const cancel = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(roundsActions.cancel),
      exhaustMap(({ key, jobId }) =>
        api.call(routes.cancelJob, { key, params: { jobId } }).pipe(
          map((job) => roundsActions.jobProgressed({ job })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** Follows a running search, whoever requested it. */
export const follow = createEffect(
  (store = inject(Store)) =>
    followJobs(store.select(roundsFeature.selectRunning)).pipe(
      map((job) => roundsActions.jobProgressed({ job })),
    ),
  { functional: true },
);

/** The cost of moving a change is requested as soon as it is picked up. */
export const readOffers = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(roundsActions.picked),
      withLatestFrom(store.select(roundsFeature.selectPlan)),
      switchMap(([{ picked }, standing]) => {
        if (!standing) return EMPTY;
        const query = picked.from === null ? {} : { from: picked.from };
        const params = { planId: standing.id, machineId: picked.machineId };
        return api.call(routes.readMoves, { params, query }).pipe(
          map((offers) => roundsActions.offersRead({ picked, offers })),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

/** Manual changes to the plan: each names the version it was made on. */
export const changePlan = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(roundsActions.move, roundsActions.pin, roundsActions.publish),
      concatMap((action) => {
        const standing = store.selectSignal(roundsFeature.selectPlan)();
        if (!standing) return EMPTY;
        const params = { planId: standing.id };
        const { version } = standing;
        const { key } = action;
        const sent: Observable<unknown> =
          action.type === roundsActions.move.type
            ? api.call(routes.moveChange, {
                key,
                params,
                body: { machineId: action.machineId, from: action.from, to: action.to, version },
              })
            : action.type === roundsActions.pin.type
              ? api.call(routes.pinChange, {
                  key,
                  params,
                  body: { machineId: action.machineId, shift: action.shift, pinned: action.pinned, version },
                })
              : api.call(routes.publishPlan, { key, params, body: { version } });
        const done = {
          [roundsActions.move.type]: 'Moved and pinned.',
          [roundsActions.pin.type]:
            action.type === roundsActions.pin.type && !action.pinned ? 'Unpinned.' : 'Pinned.',
          [roundsActions.publish.type]: 'Plan published: round sheets and calendars now follow it.',
        }[action.type];
        return sent.pipe(
          map(() => roundsActions.written({ done })),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

export const revise = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(roundsActions.revise),
      concatMap(({ key, settings }) =>
        api.call(routes.reviseRoundsSettings, { key, body: settings }).pipe(
          map(() => roundsActions.written({ done: 'Saved. Re-plan to use it.' })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/**
 * Read on opening and whenever they change; also after a tick and its undo, as an answer under way would not include
 * them.
 */
export const readSheets = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    merge(
      actions.pipe(ofType(roundsActions.sheetsOpened, roundsActions.sheetsChanged)),
      actions.pipe(
        ofType(roundsActions.ticked, roundsActions.takenBack),
        filter(({ waits }) => !waits),
      ),
    ).pipe(
      switchMap(() =>
        api.call(routes.readPublishedRounds).pipe(
          map((published) => roundsActions.sheetsRead({ published })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** While the list is open it follows what others do, and what the lead publishes. */
export const followSheets = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    watchWhileOpen(
      routes.watchPublishedRounds,
      actions.pipe(ofType(roundsActions.sheetsOpened)),
      actions.pipe(ofType(roundsActions.sheetsClosed)),
    ).pipe(
      // A version this page has already read, for example after its own write, is no news.
      switchMap(({ version }) => otherThanRead(store.select(roundsFeature.selectPublished), version)),
      map(() => roundsActions.sheetsChanged()),
    ),
  { functional: true },
);

/** A tick is a needle change like any other; without a network it waits on the device. */
export const tick = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(roundsActions.tick),
      concatMap(({ key, task, changedAt }) => {
        const body = {
          removesInstallId: task.installId,
          cause: 'scheduled' as const,
          fragments: 'whole' as const,
          needle: task.needle,
          changedAt,
        };
        const words = `${task.machineName}: needle change, planned`;
        return outbox
          .send(routes.changeNeedle, { key, params: { machineId: task.machineId }, body }, words)
          .pipe(
            map((sent) =>
              roundsActions.ticked({
                task,
                state: 'done',
                reason: null,
                waits: 'waits' in sent,
                installId: key,
              }),
            ),
            catchError(failed),
          );
      }),
    ),
  { functional: true },
);

export const skip = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(roundsActions.skip),
      concatMap(({ key, task, reason }) => {
        const body = { machineId: task.machineId, startsAt: task.startsAt, reason, note: '' };
        const words = `${task.machineName}: change skipped`;
        return outbox.send(routes.skipTask, { key, params: {}, body }, words).pipe(
          map((sent) =>
            roundsActions.ticked({ task, state: 'skipped', reason, waits: 'waits' in sent, installId: null }),
          ),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

export const closeTakeBack = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(roundsActions.ticked),
      switchMap(({ installId }) =>
        installId === null
          ? EMPTY
          : timer(TAKE_BACK_MS).pipe(map(() => roundsActions.takeBackClosed({ installId }))),
      ),
    ),
  { functional: true },
);

export const takeBack = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(roundsActions.takeBack),
      concatMap(({ key, change: { task, installId } }) =>
        takeBackChange(outbox, key, { machineId: task.machineId, installId }).pipe(
          map((machine) => roundsActions.takenBack({ task, waits: machine === null })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** What was sent late is read again. */
export const settle = createEffect(
  (outbox = inject(Outbox)) => outbox.settled.pipe(map(() => roundsActions.sheetsChanged())),
  { functional: true },
);

export const linkCalendar = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(roundsActions.linkCalendar),
      exhaustMap(({ key }) =>
        api.call(routes.linkCalendar, { key }).pipe(
          map(({ path }) => roundsActions.calendarLinked({ path })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const readCalendar = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(roundsActions.calendarOpened),
      switchMap(() =>
        api.call(routes.readShopCalendar).pipe(
          map((calendar) => roundsActions.calendarRead({ calendar })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const reviseCalendar = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(roundsActions.reviseCalendar),
      exhaustMap(({ key, calendar: body }) =>
        api.call(routes.reviseShopCalendar, { key, body }).pipe(
          switchMap((calendar) => [
            roundsActions.calendarRead({ calendar }),
            roundsActions.written({ done: 'Saved. Re-plan to use it.' }),
          ]),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);
