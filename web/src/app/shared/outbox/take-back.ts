import { from, map, of, switchMap, type Observable } from 'rxjs';
import { routes, type FloorMachine } from '@gantelet/contracts';
import type { Outbox } from './outbox';

/** How long a needle change can be undone. */
export const TAKE_BACK_MS = 60_000;

/**
 * Undoes a needle change. Null if it never left this device, or if the undo has to wait for the network too: a change
 * without an answer may have been logged all the same.
 */
export function takeBackChange(
  outbox: Outbox,
  key: string,
  params: { readonly machineId: string; readonly installId: string },
): Observable<FloorMachine | null> {
  return from(outbox.withdraw(params.installId)).pipe(
    switchMap((withdrawn) =>
      withdrawn
        ? of(null)
        : outbox
            .send(routes.undoChange, { key, params, body: {} }, 'Needle change undone')
            .pipe(map((sent) => ('reply' in sent ? sent.reply : null))),
    ),
  );
}
