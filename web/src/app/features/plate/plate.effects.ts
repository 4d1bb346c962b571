import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { plateActions } from './plate.state';

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(plateActions.opened),
      switchMap(() =>
        api.call(routes.listPlates).pipe(
          map((plates) => plateActions.read({ plates, done: '' })),
          catchError((problem: Problem) => of(plateActions.failed({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const write = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(plateActions.add, plateActions.change),
      exhaustMap((action) => {
        const { key } = action;
        const sent =
          'entry' in action
            ? api.call(routes.addPlate, { key, body: action.entry })
            : api.call(routes.changePlate, { key, params: { plateId: action.plateId }, body: action.change });
        const { mark } = 'entry' in action ? action.entry : action.change;
        const dropped = 'change' in action && action.change.dropped;
        return sent.pipe(
          map((plates) =>
            plateActions.read({ plates, done: `Plate ${mark}: ${dropped ? 'removed' : 'saved'}.` }),
          ),
          catchError((problem: Problem) => of(plateActions.refused({ problem }))),
        );
      }),
    ),
  { functional: true },
);
