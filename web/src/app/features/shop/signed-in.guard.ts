import { inject } from '@angular/core';
import { Router, type CanActivateChildFn, type CanActivateFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, map, take } from 'rxjs';
import { LANDING } from './landing';
import { shopActions, shopFeature } from './shop.state';

/** The application opens where people of one's role begin. */
export const atLanding: CanActivateFn = () => {
  const role = inject(Store).selectSignal(shopFeature.selectPerson)()?.role ?? 'operator';
  return inject(Router).createUrlTree([LANDING[role]]);
};

/** Lets signed-in people through and leads others to sign in, asking the server once who this is. */
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
      // The address of a room, such as one on a machine's sticker, is gone to after signing in.
      return router.createUrlTree(['/sign-in'], url === '/' ? {} : { queryParams: { to: url } });
    }),
  );
};
