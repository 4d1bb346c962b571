import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import {
  provideRouter,
  Router,
  type ActivatedRouteSnapshot,
  type RouterStateSnapshot,
} from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { firstValueFrom, type Observable } from 'rxjs';
import { routes } from '@gantelet/contracts';
import { SESSION } from '../../testing/examples';
import { ApiClient } from '../../shared/api/api-client';
import * as shopEffects from './shop.effects';
import { shopActions, shopFeature } from './shop.state';
import { signedIn } from './signed-in.guard';

const NOBODY = { csrfToken: '', person: null, shop: null, firstStart: false };

describe('the session', () => {
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

  const pass = (url = '/') =>
    TestBed.runInInjectionContext(() =>
      firstValueFrom(
        signedIn({} as ActivatedRouteSnapshot, { url } as RouterStateSnapshot) as Observable<unknown>,
      ),
    );
  const answer = (body: object) =>
    TestBed.inject(HttpTestingController).expectOne('/api/session').flush(body);

  it('lets a signed-in person through and keeps the CSRF token', async () => {
    const passed = pass();
    answer(SESSION);
    expect(await passed).toBeTrue();
    expect(TestBed.inject(ApiClient).csrfToken()).toBe('token');
    expect(TestBed.inject(Store).selectSignal(shopFeature.selectPerson)()?.role).toBe('mechanic');
  });

  it('sends others to the sign-in page, asking the server once', async () => {
    const passed = pass();
    answer(NOBODY);
    expect(String(await passed)).toBe('/sign-in');
    expect(String(await pass())).toBe('/sign-in');
    expect(String(await pass('/floor/7'))).toBe('/sign-in?to=%2Ffloor%2F7');
  });

  it('goes to the sign-in page if the server does not answer, and through it once it does', async () => {
    jasmine.clock().install();
    try {
      const passed = pass('/floor/7');
      const busy = { type: 'x', title: 'Busy', status: 503, code: 'server.busy' };
      for (const waitMs of [400, 1600, 3000]) {
        TestBed.inject(HttpTestingController)
          .expectOne('/api/session')
          .flush(busy, { status: 503, statusText: 'Busy' });
        jasmine.clock().tick(waitMs);
      }
      expect(String(await passed)).toBe('/sign-in?to=%2Ffloor%2F7');
      const store = TestBed.inject(Store);
      expect(store.selectSignal(shopFeature.selectProblem)()?.title).toBe('Busy');
      const led = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
      spyOnProperty(TestBed.inject(Router), 'url').and.returnValue(String(await passed));
      answer(SESSION);
      expect(store.selectSignal(shopFeature.selectProblem)()).toBeNull();
      expect(led).toHaveBeenCalledOnceWith('/floor/7');
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('asks nobody who has just signed out to sign in again when an earlier call is refused', async () => {
    const passed = pass();
    answer(SESSION);
    await passed;
    const store = TestBed.inject(Store);
    const http = TestBed.inject(HttpTestingController);
    const refused = { type: 'x', title: 'Sign in first.', status: 401, code: 'session.required' };
    TestBed.inject(ApiClient)
      .call(routes.readFloor)
      .subscribe({ error: () => undefined });
    store.dispatch(shopActions.signOut());
    http.expectOne('/api/floor').flush(refused, { status: 401, statusText: 'No' });
    const asked = http.expectOne(({ method, url }) => method === 'GET' && url === '/api/session');
    http.expectOne(({ method }) => method === 'DELETE').flush(NOBODY);
    asked.flush(NOBODY);
    expect(store.selectSignal(shopFeature.selectPerson)()).toBeNull();
    expect(store.selectSignal(shopFeature.selectLost)()).toBeFalse();
  });

  it('asks who is there when a call is refused: nobody signs in over the page, another person takes it over', async () => {
    const passed = pass();
    answer(SESSION);
    await passed;
    const store = TestBed.inject(Store);
    const http = TestBed.inject(HttpTestingController);
    const refused = { type: 'x', title: 'Sign in first.', status: 401, code: 'session.required' };
    const call = () =>
      TestBed.inject(ApiClient)
        .call(routes.readFloor)
        .subscribe({ error: () => undefined });
    call();
    http.expectOne('/api/floor').flush(refused, { status: 401, statusText: 'No' });
    answer(NOBODY);
    expect(store.selectSignal(shopFeature.selectLost)()).toBeTrue();
    expect(store.selectSignal(shopFeature.selectPerson)()?.role).toBe('mechanic');
    store.dispatch(shopActions.signIn({ signIn: { signInName: 'mek', password: 'secret' } }));
    answer({ ...SESSION, csrfToken: 'another' });
    expect(store.selectSignal(shopFeature.selectLost)()).toBeFalse();
    expect(TestBed.inject(ApiClient).csrfToken()).toBe('another');
    call();
    http
      .expectOne('/api/floor')
      .flush({ ...refused, code: 'session.forged' }, { status: 403, statusText: 'No' });
    answer({ ...SESSION, person: { ...SESSION.person!, name: 'Somebody else' } });
    expect(store.selectSignal(shopFeature.selectPerson)()?.name).toBe('Somebody else');
  });
});
