import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { newId } from '@gantelet/contracts';
import { plan, readView } from './rounds.effects';
import { roundsActions, roundsFeature } from './rounds.state';

describe('asking for a plan of rounds', () => {
  it('is followed also when it was asked for before the room was read', () => {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        provideStore(),
        provideState(roundsFeature),
        provideEffects({ plan, readView }),
      ],
    });
    const store = TestBed.inject(Store);
    const http = TestBed.inject(HttpTestingController);
    const job = { id: newId(), kind: 'plan-rounds', state: 'queued', progress: 0 };
    store.dispatch(roundsActions.opened());
    const early = http.expectOne('/api/rounds');
    store.dispatch(roundsActions.plan({ key: newId(), effort: 1 }));
    http.expectOne(({ method }) => method === 'POST').flush(job);
    expect(early.cancelled).toBeTrue();
    http.expectOne('/api/rounds').flush({ plan: null, job });
    expect(store.selectSignal(roundsFeature.selectRunning)()?.id).toBe(job.id);
  });
});
