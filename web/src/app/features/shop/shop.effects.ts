import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import {
  catchError,
  concat,
  EMPTY,
  exhaustMap,
  filter,
  map,
  mergeMap,
  of,
  takeUntil,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { forgetAnswers } from '../../shared/api/kept-answers';
import { forgetKept } from '../../shared/kept-over-reload';
import { doorFor, LANDING } from './landing';
import { shopActions, shopFeature } from './shop.state';

const failed = (problem: Problem) => of(shopActions.failed({ problem }));

/** Pause between attempts to reach a server. */
const ASK_AGAIN_MS = 3000;

/**
 * Asks who is signed in, again and again while the server cannot be reached, so that nobody is left at the sign-in
 * page because of it. It ends when somebody signs in meanwhile.
 */
export const readSession = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) => {
    const ask = (): Observable<Action> =>
      api.call(routes.readSession).pipe(
        map((session) => shopActions.sessionRead({ session })),
        catchError((problem: Problem) =>
          concat(failed(problem), timer(ASK_AGAIN_MS).pipe(mergeMap(() => ask()))),
        ),
      );
    return actions.pipe(
      ofType(shopActions.sessionWanted),
      exhaustMap(() => ask().pipe(takeUntil(actions.pipe(ofType(shopActions.sessionRead))))),
    );
  },
  { functional: true },
);

/**
 * Asks who is signed in after the server refused a call: if nobody, they sign in over the page; if another person in
 * another tab, this page becomes theirs too.
 */
export const regainSession = createEffect(
  (api = inject(ApiClient), store = inject(Store)) =>
    api.sessionLost.pipe(
      filter(() => store.selectSignal(shopFeature.selectPerson)() !== null),
      exhaustMap(() =>
        api.call(routes.readSession).pipe(
          map((session) =>
            session.person ? shopActions.sessionRead({ session }) : shopActions.sessionLost(),
          ),
          catchError(() => EMPTY),
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

export const signInByCode = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.signInByCode),
      exhaustMap(({ signIn: body }) =>
        api.call(routes.signInByCode, { body }).pipe(
          map((session) => shopActions.sessionRead({ session })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const signInOnTablet = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.signInByPin, shopActions.signInByBadge),
      exhaustMap(({ signIn: body }) =>
        ('pin' in body
          ? api.call(routes.signInByPin, { body })
          : api.call(routes.signInByBadge, { body })
        ).pipe(
          map((session) => shopActions.sessionRead({ session })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const readTabletPeople = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.tabletPeopleWanted),
      exhaustMap(({ pass: { deviceId, token } }) =>
        api.call(routes.listTabletPeople, { params: { deviceId }, deviceToken: token }).pipe(
          map((people) => shopActions.tabletPeopleRead({ people })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const setPin = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.setPin),
      exhaustMap(({ change: body }) =>
        api.call(routes.setPin, { body }).pipe(
          map(({ hasPin }) => shopActions.pinSet({ hasPin })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const firstStart = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.firstStart),
      exhaustMap(({ start: body }) =>
        api.call(routes.firstStart, { body }).pipe(
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
      ofType(shopActions.signOut, shopActions.signOutEverywhere),
      exhaustMap(({ type }) =>
        api.call(type === shopActions.signOut.type ? routes.signOut : routes.signOutEverywhere).pipe(
          map((session) => shopActions.sessionRead({ session })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const changePassword = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(shopActions.changePassword),
      exhaustMap(({ change }) =>
        api.call(routes.changePassword, { body: change }).pipe(
          tap(({ csrfToken }) => {
            api.csrfToken.set(csrfToken);
          }),
          map((session) => shopActions.passwordChanged({ session })),
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

/**
 * Each session read brings the CSRF token. Signing in leads to the wanted page, or to the landing page of the role;
 * signing out leads to the sign-in page.
 */
export const followSession = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), router = inject(Router)) =>
    actions.pipe(
      ofType(shopActions.sessionRead),
      tap(({ session }) => {
        api.csrfToken.set(session.csrfToken);
        const begins = router.url.startsWith('/first-start');
        const atDoor = begins || router.url.startsWith('/sign-in');
        // A works that was just set up needs people next.
        if (session.person && begins) void router.navigateByUrl('/people');
        else if (session.person && atDoor) {
          const wanted = router.parseUrl(router.url).queryParamMap.get('to');
          void router.navigateByUrl(wanted ?? LANDING[session.person.role]);
        }
        if (!session.person) {
          forgetKept();
          void forgetAnswers();
        }
        if (!session.person && router.navigated && (!atDoor || session.firstStart))
          void router.navigateByUrl(doorFor(session));
      }),
    ),
  { functional: true, dispatch: false },
);
