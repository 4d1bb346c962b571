import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { Outbox } from '../../shared/outbox/outbox';
import { pullTestActions } from './pull-test.state';

const refused = (problem: Problem) => of(pullTestActions.refused({ problem }));

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(pullTestActions.opened),
      switchMap(() =>
        api.call(routes.listPullTests).pipe(
          map((tests) => pullTestActions.testsRead({ tests })),
          catchError((problem: Problem) => of(pullTestActions.failed({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const log = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(pullTestActions.log),
      concatMap(({ key, test: body }) =>
        outbox.send(routes.logPullTest, { key, params: {}, body }, 'A pull test').pipe(
          map((sent) =>
            'reply' in sent ? pullTestActions.logged({ test: sent.reply }) : pullTestActions.waits(),
          ),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const withdraw = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(pullTestActions.withdraw),
      concatMap(({ key, testId }) =>
        api.call(routes.withdrawEntry, { key, body: { log: 'pull-test', entryId: testId } }).pipe(
          map(() => pullTestActions.withdrawn({ testId })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);
