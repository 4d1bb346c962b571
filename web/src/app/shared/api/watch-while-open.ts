import { filter, switchMap, takeUntil, type Observable } from 'rxjs';
import { routes, type ChangeNotice } from '@gantelet/contracts';
import { watch } from './api-client';

type Watched = typeof routes.watchFloor | typeof routes.watchToldRounds;

/** Changes that a route tells from when something is opened until it is closed. */
export function watchWhileOpen(
  route: Watched,
  opened: Observable<unknown>,
  closed: Observable<unknown>,
): Observable<ChangeNotice> {
  return opened.pipe(
    switchMap(() =>
      watch(route, {}).pipe(
        filter((change) => change !== null),
        takeUntil(closed),
      ),
    ),
  );
}
