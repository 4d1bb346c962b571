import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, map, of, switchMap, withLatestFrom } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { bookActions, bookFeature } from './book.state';

const failed = (problem: Problem) => of(bookActions.failed({ problem }));

export const read = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(bookActions.asked, bookActions.olderAsked),
      withLatestFrom(store.select(bookFeature.selectFilter)),
      switchMap(([action, filter]) => {
        const query = 'before' in action ? { ...filter, before: action.before } : filter;
        return api.call(routes.readBook, { query }).pipe(
          map((page) => bookActions.pageRead({ page })),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

export const open = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(bookActions.entryOpened),
      switchMap(({ position }) =>
        position === null
          ? EMPTY
          : api.call(routes.readBookEntry, { params: { position } }).pipe(
              map((change) => bookActions.entryRead({ change })),
              catchError(failed),
            ),
      ),
    ),
  { functional: true },
);
