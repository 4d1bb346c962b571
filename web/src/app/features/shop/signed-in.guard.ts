import { inject } from '@angular/core';
import { Router, type CanActivateChildFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, map, take } from 'rxjs';
import { shopActions, shopFeature } from './shop.state';

/** Lets signed-in people through and leads others to the door, asking the server once who this is. */
export const signedIn: CanActivateChildFn = () => {
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
    map(({ session }) => (session?.person ? true : router.createUrlTree(['/sign-in']))),
  );
};
