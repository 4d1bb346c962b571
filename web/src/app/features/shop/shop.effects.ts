import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, tap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { shopActions } from './shop.state';

const failed = (problem: Problem) => of(shopActions.failed({ problem }));

export const readSession = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.sessionWanted),
      exhaustMap(() =>
        api.call(routes.readSession).pipe(
          map((session) => shopActions.sessionRead({ session })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const signIn = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.signIn),
      exhaustMap((action) =>
        api.call(routes.signIn, { body: action.signIn }).pipe(
          map((session) => shopActions.sessionRead({ session })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const signOut = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.signOut),
      exhaustMap(() =>
        api.call(routes.signOut).pipe(
          map((session) => shopActions.sessionRead({ session })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const revise = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.revise),
      exhaustMap(({ key, revision }) =>
        api.call(routes.reviseShop, { key, body: revision }).pipe(
          map((shop) => shopActions.revised({ shop })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** Each session read brings the token for writes; signing in leads to the bench and signing out to the door. */
export const followSession = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), router = inject(Router)) =>
    actions.pipe(
      ofType(shopActions.sessionRead),
      tap(({ session }) => {
        api.csrfToken.set(session.csrfToken);
        const atDoor = router.url.startsWith('/sign-in');
        if (session.person && atDoor) void router.navigateByUrl('/bench');
        if (!session.person && router.navigated && !atDoor) void router.navigateByUrl('/sign-in');
      }),
    ),
  { functional: true, dispatch: false },
);
