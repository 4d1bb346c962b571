import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { catchError, EMPTY, mergeMap, Observable, of, retry, Subject, throwError, timer } from 'rxjs';
import {
  CSRF_HEADER,
  IDEMPOTENCY_HEADER,
  newId,
  pathOf,
  Problem,
  type SentBodyOf,
  type ParamsOf,
  type QueryOf,
  type ReplyOf,
  type Route,
} from '@gantelet/contracts';
import { sharedStream } from './shared-stream';

/** What a call to a route carries. A write's key may be given, so that a retry is the same write. */
export interface CallParts<R extends Route> {
  readonly params?: ParamsOf<R>;
  readonly query?: QueryOf<R>;
  readonly body?: SentBodyOf<R>;
  readonly key?: string;
  /** A device's credentials, on routes for devices. */
  readonly deviceToken?: string;
}

/** Retries after a lost reply or a busy server; the same key makes a retry harmless. */
const TRIES_AFTER = 2;
const FIRST_WAIT_MS = 400;

/** Calls the server by its route table. Every failure arrives as a problem document. */
@Injectable({ providedIn: 'root' })
export class ApiClient {
  private readonly http = inject(HttpClient);
  /** The session's CSRF token, carried by every write. */
  readonly csrfToken = signal('');
  private readonly lost = new Subject<void>();
  /** Emits when the server no longer knows who is behind this page, or it is somebody else. */
  readonly sessionLost: Observable<void> = this.lost;

  call<R extends Route>(route: R, parts: CallParts<R> = {}): Observable<ReplyOf<R>> {
    const { params = {}, query = {}, body = {}, key = newId(), deviceToken } = parts;
    const headers: Record<string, string> = route.method === 'GET' ? {} : { [CSRF_HEADER]: this.csrfToken() };
    if (route.keyed) headers[IDEMPOTENCY_HEADER] = key;
    if (deviceToken !== undefined) headers['authorization'] = `Bearer ${deviceToken}`;
    const sent = this.http.request<ReplyOf<R>>(
      route.method,
      pathOf(route, params as Record<string, string>),
      {
        headers,
        params: query as Record<string, string>,
        body: route.method === 'GET' ? undefined : body,
      },
    );
    const safeToRepeat = route.keyed || route.method === 'GET';
    return sent.pipe(
      retry({
        count: safeToRepeat ? TRIES_AFTER : 0,
        delay: (error: unknown, tries) =>
          problemFrom(error).code === 'server.busy'
            ? timer(FIRST_WAIT_MS * tries ** 2)
            : throwError(() => error),
      }),
      catchError((error: unknown) => {
        const problem = problemFrom(error);
        if (problem.code === 'session.required' || problem.code === 'session.forged') this.lost.next();
        return throwError(() => problem);
      }),
    );
  }
}

/** Follows a streaming route while there is a subscriber. Null means that the connection broke. */
export function watch<R extends Route>(route: R, params: ParamsOf<R>): Observable<ReplyOf<R> | null> {
  return sharedStream(pathOf(route, params as Record<string, string>)).pipe(
    mergeMap((told) => {
      if (told === null) return of(null);
      const event = route.reply.safeParse(JSON.parse(told));
      return event.success ? of(event.data as ReplyOf<R>) : EMPTY;
    }),
  );
}

const NO_ANSWER: Problem = {
  type: 'about:blank',
  title: 'Cannot reach the server. Nothing you typed is lost; try again.',
  status: 0,
  code: 'server.busy',
};

/** The problem document behind a failed call, or one that says there was no answer. */
export function problemFrom(error: unknown): Problem {
  const read = error instanceof HttpErrorResponse ? Problem.safeParse(error.error) : null;
  return read?.success ? read.data : NO_ANSWER;
}
