import { filter, switchMap, take, takeUntil, type Observable } from 'rxjs';
import { routes, type ChangeNotice } from '@gantelet/contracts';
import { watch } from './api-client';

type Watched = typeof routes.watchFloor | typeof routes.watchPublishedRounds;

/** Emits a route's change notices from when something is opened until it is closed. */
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

/** After something has been read, emits once if its version is already outdated. */
export function otherThanRead(
  reads: Observable<{ readonly version: string } | null>,
  version: string,
): Observable<unknown> {
  return reads.pipe(
    filter((read) => read !== null),
    take(1),
    filter((read) => read.version !== version),
  );
}
