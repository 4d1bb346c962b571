import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { IDEMPOTENCY_HEADER, newId, routes, type Problem } from '@gantelet/contracts';
import { SESSION } from '../../testing/examples';
import { ApiClient } from './api-client';

describe('the API client', () => {
  let api: ApiClient;
  let http: HttpTestingController;
  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()],
    });
    api = TestBed.inject(ApiClient);
    http = TestBed.inject(HttpTestingController);
    api.csrfToken.set('token');
  });
  afterEach(() => http.verify());

  const knob = () =>
    api.call(routes.markKnob, {
      params: { machineId: 'm 1' },
      body: { mark: 'dot', travelTurns: 8, version: 0 },
    });

  it('sends a write with its token and key, and its path filled in', () => {
    knob().subscribe();
    const { request } = http.expectOne('/api/machines/m%201/knob');
    expect([request.method, request.headers.get('X-CSRF-Token'), request.body]).toEqual([
      'PUT',
      'token',
      { mark: 'dot', travelTurns: 8, version: 0 },
    ]);
    expect(request.headers.get(IDEMPOTENCY_HEADER)).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7/);
  });

  it('retries a keyed write with the same key if no reply came, or the server was busy', () => {
    jasmine.clock().install();
    try {
      const done = jasmine.createSpy();
      knob().subscribe(done);
      const first = http.expectOne(() => true);
      const key = first.request.headers.get(IDEMPOTENCY_HEADER);
      first.error(new ProgressEvent('error'));
      jasmine.clock().tick(400);
      const second = http.expectOne(() => true);
      expect(second.request.headers.get(IDEMPOTENCY_HEADER)).toBe(key);
      second.flush(
        { type: 'x', title: 'Busy', status: 503, code: 'server.busy' },
        { status: 503, statusText: 'Busy' },
      );
      jasmine.clock().tick(1600);
      const third = http.expectOne(() => true);
      expect(third.request.headers.get(IDEMPOTENCY_HEADER)).toBe(key);
      third.flush({ id: newId() });
      expect(done).toHaveBeenCalled();
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('never repeats a sign-in by itself', () => {
    let problem: Problem | undefined;
    const body = { signInName: 'mek', password: 'secret' };
    api.call(routes.signIn, { body }).subscribe({ error: (error: Problem) => (problem = error) });
    http.expectOne('/api/session').error(new ProgressEvent('error'));
    expect([problem?.status, problem?.title]).toEqual([
      0,
      'Cannot reach the server. Nothing you typed is lost; try again.',
    ]);
  });

  it('passes on the problem document of a refusal', () => {
    let problem: Problem | undefined;
    knob().subscribe({ error: (error: Problem) => (problem = error) });
    const refused = { type: 'urn:x', title: 'Stale', status: 409, code: 'version.stale' };
    http.expectOne(() => true).flush(refused, { status: 409, statusText: 'Conflict' });
    expect(problem?.code).toBe('version.stale');
  });

  it('reads without a token', () => {
    api.call(routes.readSession).subscribe();
    const sent = http.expectOne('/api/session');
    expect(sent.request.headers.keys()).toEqual([]);
    sent.flush(SESSION);
  });
});
