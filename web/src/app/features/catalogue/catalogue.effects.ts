import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { catalogueActions } from './catalogue.state';

const failed = (problem: Problem) => of(catalogueActions.failed({ problem }));
const refused = (problem: Problem) => of(catalogueActions.refused({ problem }));

export const readHistory = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(catalogueActions.wanted),
      switchMap(() =>
        api.call(routes.listShopValues).pipe(
          map((history) => catalogueActions.historyRead({ history })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const setValue = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(catalogueActions.setValue),
      concatMap(({ key, input }) =>
        api.call(routes.setShopValue, { key, body: input }).pipe(
          map((entry) => catalogueActions.valueSet({ entry })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);
