import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, type ActivatedRouteSnapshot, type RouterStateSnapshot } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { firstValueFrom, type Observable } from 'rxjs';
import { SESSION } from '../../testing/examples';
import { ApiClient } from '../../shared/api/api-client';
import * as shopEffects from './shop.effects';
import { shopFeature } from './shop.state';
import { signedIn } from './signed-in.guard';

const NOBODY = { csrfToken: '', person: null, shop: null };

describe('the door', () => {
  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        provideStore(),
        provideState(shopFeature),
        provideEffects(shopEffects),
      ],
    });
  });

  const pass = () =>
    TestBed.runInInjectionContext(() =>
      firstValueFrom(
        signedIn({} as ActivatedRouteSnapshot, {} as RouterStateSnapshot) as Observable<unknown>,
      ),
    );
  const answer = (body: object) =>
    TestBed.inject(HttpTestingController).expectOne('/api/session').flush(body);

  it('lets a signed-in person through and keeps the token for writes', async () => {
    const passed = pass();
    answer(SESSION);
    expect(await passed).toBeTrue();
    expect(TestBed.inject(ApiClient).csrfToken()).toBe('token');
    expect(TestBed.inject(Store).selectSignal(shopFeature.selectPerson)()?.role).toBe('mechanic');
  });

  it('leads nobody in particular to the sign-in page, asking the server once', async () => {
    const passed = pass();
    answer(NOBODY);
    expect(String(await passed)).toBe('/sign-in');
    expect(String(await pass())).toBe('/sign-in');
  });

  it('leads to the sign-in page when the server does not answer', async () => {
    const passed = pass();
    TestBed.inject(HttpTestingController)
      .expectOne('/api/session')
      .flush(
        { type: 'x', title: 'Busy', status: 503, code: 'server.busy' },
        { status: 503, statusText: 'Busy' },
      );
    expect(String(await passed)).toBe('/sign-in');
    expect(TestBed.inject(Store).selectSignal(shopFeature.selectProblem)()?.title).toBe('Busy');
  });
});
