import { HttpErrorResponse, HttpResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject } from '@angular/core';
import { catchError, tap, throwError } from 'rxjs';
import { newId, REQUEST_ID_HEADER } from '@gantelet/contracts';
import { Connection } from './connection';

/**
 * Tells answers of the server from those the service worker kept on the device: the server sends back the id that a request
 * carries, and what was kept has another one. That nobody answered looks as it does without a service worker, which says 504.
 */
export const fromDevice: HttpInterceptorFn = (request, next) => {
  const connection = inject(Connection);
  const id = newId();
  return next(request.clone({ setHeaders: { [REQUEST_ID_HEADER]: id } })).pipe(
    tap((event) => {
      if (!(event instanceof HttpResponse)) return;
      const sent = event.headers.get(REQUEST_ID_HEADER);
      if (sent === null || sent === id) connection.answered();
      else connection.readEarlier(new Date(event.headers.get('Date') ?? Date.now()));
    }),
    catchError((error: unknown) => {
      const nobody = error instanceof HttpErrorResponse && error.status === 504 && !error.error;
      return throwError(() =>
        nobody
          ? new HttpErrorResponse({ ...error, error: null, url: error.url ?? undefined, status: 0 })
          : error,
      );
    }),
  );
};
