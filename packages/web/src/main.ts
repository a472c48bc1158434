import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app.ts';
import { appConfig } from './app/app.config.ts';

bootstrapApplication(App, appConfig).catch((error: unknown) => {
  document.body.textContent = `Lotrecht could not start: ${error instanceof Error ? error.message : String(error)}`;
});
