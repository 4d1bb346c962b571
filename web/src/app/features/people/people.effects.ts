import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, forkJoin, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { peopleActions } from './people.state';

const refused = (problem: Problem) => of(peopleActions.refused({ problem }));

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(peopleActions.opened),
      switchMap(() =>
        forkJoin({ people: api.call(routes.listPeople), zones: api.call(routes.listZones) }).pipe(
          map((lists) => peopleActions.read(lists)),
          catchError((problem: Problem) => of(peopleActions.failed({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const add = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(peopleActions.add),
      exhaustMap(({ key, entry: body }) =>
        api.call(routes.addPerson, { key, body }).pipe(
          map((made) => peopleActions.codeMade({ made })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const importList = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(peopleActions.import),
      exhaustMap(({ key, rows }) =>
        api.call(routes.importPeople, { key, body: { rows: [...rows] } }).pipe(
          map((result) => peopleActions.imported({ result })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const makeCode = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(peopleActions.makeCode),
      exhaustMap(({ key, personId }) =>
        api.call(routes.makeSignInCode, { key, params: { personId } }).pipe(
          map((made) => peopleActions.codeMade({ made })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const makeBadge = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(peopleActions.makeBadge),
      exhaustMap(({ key, personId }) =>
        api.call(routes.makeBadge, { key, params: { personId } }).pipe(
          map((made) => peopleActions.badgeMade({ made })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const revise = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(peopleActions.revise),
      exhaustMap(({ key, personId, revision: body }) =>
        api.call(routes.revisePerson, { key, params: { personId }, body }).pipe(
          map((person) => peopleActions.revised({ person })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const nameZone = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(peopleActions.nameZone),
      exhaustMap(({ key, zoneId, name }) =>
        (zoneId === null
          ? api.call(routes.addZone, { key, body: { name } })
          : api.call(routes.renameZone, { key, params: { zoneId }, body: { name } })
        ).pipe(
          map((zone) => peopleActions.zoneNamed({ zone })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);
