import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { type ApplicationConfig, ErrorHandler, provideZonelessChangeDetection } from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import {
  provideRouter,
  withComponentInputBinding,
  withInMemoryScrolling,
  withNavigationErrorHandler,
} from '@angular/router';
import { requestedByUs } from './api/requested-by-us.ts';
import { routes } from './app.routes.ts';
import { addressUnfetched, isUnfetched } from './device/unfetched.ts';
import { SaidErrors } from './device/said-errors.ts';
import { lockedElsewhere } from './session/locked-elsewhere.ts';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    { provide: ErrorHandler, useClass: SaidErrors },
    provideHttpClient(withInterceptors([requestedByUs, lockedElsewhere])),
    // A field is as tall as what it says: a hint that wraps never lies over the next field.
    {
      provide: MAT_FORM_FIELD_DEFAULT_OPTIONS,
      useValue: { appearance: 'outline', hideRequiredMarker: true, subscriptSizing: 'dynamic' },
    },
    provideRouter(
      routes,
      withComponentInputBinding(),
      // An address that cannot be opened says so, and is tried again.
      withNavigationErrorHandler(({ error, url }) => {
        if (isUnfetched(error)) addressUnfetched(url);
      }),
      withInMemoryScrolling({ scrollPositionRestoration: 'top', anchorScrolling: 'enabled' }),
    ),
  ],
};
