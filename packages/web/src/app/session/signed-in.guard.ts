import { inject } from '@angular/core';
import { type CanActivateFn, Router } from '@angular/router';
import { catchError, map, of, switchMap } from 'rxjs';
import { SessionStore } from './session.store.ts';

/** Lets signed-in instructors pass; others to sign-in, or to the first academy of an empty installation. */
export const signedIn: CanActivateFn = (_route, state) => {
  const store = inject(SessionStore);
  const router = inject(Router);
  if (store.session() !== null) return true;
  return store.load().pipe(
    map(() => true),
    catchError(() =>
      store.setup().pipe(
        map(({ needed }) => needed),
        catchError(() => of(false)),
        switchMap((needed) =>
          of(
            needed
              ? router.createUrlTree(['/first-academy'])
              : router.createUrlTree(['/sign-in'], { queryParams: { then: state.url } }),
          ),
        ),
      ),
    ),
  );
};
