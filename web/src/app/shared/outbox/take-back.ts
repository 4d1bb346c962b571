import { from, of, switchMap, type Observable } from 'rxjs';
import { routes, type FloorMachine } from '@gantelet/contracts';
import type { ApiClient } from '../api/api-client';
import type { Outbox } from './outbox';

/** So long a needle change can be taken back. */
export const TAKE_BACK_MS = 60_000;

/** Takes a needle change back. Null when it never left this device: then it is simply not sent. */
export function takeBackChange(
  api: ApiClient,
  outbox: Outbox,
  key: string,
  params: { readonly machineId: string; readonly installId: string },
): Observable<FloorMachine | null> {
  return from(outbox.withdraw(params.installId)).pipe(
    switchMap((withdrawn) => (withdrawn ? of(null) : api.call(routes.undoChange, { key, params, body: {} }))),
  );
}
