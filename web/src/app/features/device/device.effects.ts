import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, forkJoin, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { deviceActions } from './device.state';

const failed = (problem: Problem) => of(deviceActions.failed({ problem }));
const refused = (problem: Problem) => of(deviceActions.refused({ problem }));

export const readList = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(deviceActions.wanted),
      switchMap(() =>
        forkJoin({ devices: api.call(routes.listDevices), machines: api.call(routes.listMachines) }).pipe(
          map((lists) => deviceActions.listRead(lists)),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const register = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(deviceActions.register),
      exhaustMap(({ key, entry }) =>
        api.call(routes.registerDevice, { key, body: entry }).pipe(
          map((device) => deviceActions.kept({ device, token: entry.token })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const revoke = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(deviceActions.revoke),
      exhaustMap(({ key, deviceId }) =>
        api.call(routes.revokeDevice, { key, params: { deviceId } }).pipe(
          map((device) => deviceActions.kept({ device, token: null })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);
