import { inject } from '@angular/core';
import { Router, type CanActivateChildFn, type CanActivateFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, map, take } from 'rxjs';
import { LANDING } from './landing';
import { shopActions, shopFeature } from './shop.state';

/** The application opens at the landing page of the person's role. */
export const atLanding: CanActivateFn = () => {
  const role = inject(Store).selectSignal(shopFeature.selectPerson)()?.role ?? 'operator';
  return inject(Router).createUrlTree([LANDING[role]]);
};

/** Lets signed-in people through and sends others to sign in, asking the server once who this is. */
export const signedIn: CanActivateChildFn = (_route, { url }) => {
  const store = inject(Store);
  const router = inject(Router);
  let asked = false;
  return store.select(shopFeature.selectShopState).pipe(
    filter(({ session, busy, problem }) => {
      if (session !== null || problem !== null) return true;
      if (!asked && !busy) store.dispatch(shopActions.sessionWanted());
      asked = true;
      return false;
    }),
    take(1),
    map(({ session }) => {
      if (session?.person) return true;
      if (session?.firstStart) return router.createUrlTree(['/first-start']);
      // The address of a room, for example from a machine's sticker, is opened after signing in.
      return router.createUrlTree(['/sign-in'], url === '/' ? {} : { queryParams: { to: url } });
    }),
  );
};
