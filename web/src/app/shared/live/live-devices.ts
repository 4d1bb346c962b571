import { inject, Injectable } from '@angular/core';
import { debounceTime, map, merge, scan, share, type Observable, type Subscription } from 'rxjs';
import {
  routes,
  type Device,
  type DeviceEvent,
  type InstrumentKind,
  type StandInAsk,
} from '@gantelet/contracts';
import { ApiClient, watch } from '../api/api-client';
import { heard, NOTHING_HEARD, unheard, type LiveState } from './live-state';

const SILENT_AFTER_MS = 2000;
const LINE_DOWN: DeviceEvent = { state: 'line-down' };

/** Live readings of the bench instruments. */
@Injectable({ providedIn: 'root' })
export class LiveDevices {
  private readonly api = inject(ApiClient);

  /** Follows an instrument while there is a subscriber. */
  watch({ id }: Pick<Device, 'id'>, kind: InstrumentKind): Observable<LiveState> {
    const events = watch(routes.watchDevice, { deviceId: id }).pipe(
      map((event) => event ?? LINE_DOWN),
      share(),
    );
    const silences = events.pipe(
      debounceTime(SILENT_AFTER_MS),
      map(() => null),
    );
    return merge(events, silences).pipe(
      scan((state, event) => (event ? heard(state, event, kind) : unheard(state)), NOTHING_HEARD),
    );
  }

  /** Makes a stand-in do what a hand would do. */
  ask(deviceId: string, ask: StandInAsk): Subscription {
    // The live view itself shows whether it worked.
    return this.api
      .call(routes.askStandIn, { params: { deviceId }, body: { ask } })
      .subscribe({ error: () => undefined });
  }
}
