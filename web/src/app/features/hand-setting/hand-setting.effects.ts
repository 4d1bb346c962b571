import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, map, of } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { Outbox } from '../../shared/outbox/outbox';
import { matchActions } from '../match/match.state';
import { handSettingActions } from './hand-setting.state';

export const log = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(handSettingActions.log),
      concatMap(({ key, settings: body }) =>
        outbox.send(routes.logHandSettings, { key, params: {}, body }, 'Settings of a job').pipe(
          map((sent) => ('reply' in sent ? handSettingActions.logged() : handSettingActions.waits())),
          catchError((problem: Problem) => of(handSettingActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

/** Logged settings are part of the set-ups, which are read again. */
export const readAgain = createEffect(
  (actions = inject(Actions)) => actions.pipe(ofType(handSettingActions.logged), map(matchActions.opened)),
  { functional: true },
);
