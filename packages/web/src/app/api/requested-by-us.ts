import { type HttpInterceptorFn } from '@angular/common/http';

/** Marks our own requests: the server takes no change without it, and no other site can set it. */
export const requestedByUs: HttpInterceptorFn = (request, next) =>
  next(request.clone({ setHeaders: { 'X-Requested-By': 'lotrecht' } }));
