import { HttpErrorResponse, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injector } from '@angular/core';
import { tap } from 'rxjs';
import { SessionStore } from './session.store.ts';

const LOCKED = 423;

/** The session was locked in another tab or by the server: cover this one too. */
export const lockedElsewhere: HttpInterceptorFn = (request, next) => {
  // Taken late: the store itself needs the HTTP client that this belongs to.
  const injector = inject(Injector);
  return next(request).pipe(
    tap({
      error: (error: unknown) => {
        if (error instanceof HttpErrorResponse && error.status === LOCKED) injector.get(SessionStore).cover();
      },
    }),
  );
};
