import { HttpErrorResponse, HttpResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject } from '@angular/core';
import { catchError, tap, throwError } from 'rxjs';
import { newId, REQUEST_ID_HEADER } from '@gantelet/contracts';
import { Connection } from './connection';

/**
 * Tells the server's answers from those the service worker has cached: the server echoes the id that a request
 * carries, and a cached answer has another one. An unreachable server looks the same as without a service worker,
 * which answers 504.
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
