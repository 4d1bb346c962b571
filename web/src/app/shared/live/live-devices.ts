import { inject, Injectable } from '@angular/core';
import { debounceTime, map, merge, Observable, scan, share, type Subscription } from 'rxjs';
import {
  DeviceEvent,
  pathOf,
  routes,
  type Device,
  type DeviceKind,
  type StandInAsk,
} from '@gantelet/contracts';
import { ApiClient } from '../api/api-client';
import { heard, NOTHING_HEARD, unheard, type LiveState } from './live-state';

const SILENT_AFTER_MS = 2000;

/** Instruments on the bench, as they show themselves. */
@Injectable({ providedIn: 'root' })
export class LiveDevices {
  private readonly api = inject(ApiClient);

  /** Follows an instrument for as long as somebody is subscribed. */
  watch({ id, kind }: Device): Observable<LiveState> {
    const events = eventsOf(id).pipe(share());
    const silences = events.pipe(
      debounceTime(SILENT_AFTER_MS),
      map(() => null),
    );
    return merge(events, silences).pipe(
      scan(
        (state, event) => (event ? heard(state, event, kind as DeviceKind) : unheard(state)),
        NOTHING_HEARD,
      ),
    );
  }

  /** Has a stand-in do what a hand would do. */
  ask(deviceId: string, ask: StandInAsk): Subscription {
    // The live view itself shows whether it was heard.
    return this.api
      .call(routes.askStandIn, { params: { deviceId }, body: { ask } })
      .subscribe({ error: () => undefined });
  }
}

function eventsOf(deviceId: string): Observable<DeviceEvent> {
  return new Observable((subscriber) => {
    const source = new EventSource(pathOf(routes.watchDevice, { deviceId }));
    source.onmessage = ({ data }) => {
      const event = DeviceEvent.safeParse(JSON.parse(data as string));
      if (event.success) subscriber.next(event.data);
    };
    // The browser tries again by itself.
    source.onerror = () => subscriber.next({ state: 'line-down' });
    return () => source.close();
  });
}
