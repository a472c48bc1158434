import { type BrowserContext, expect, test as base } from '@playwright/test';
import { Installation, type Served } from './installation.ts';

/** A request that was refused or did not get through is what many stories are about; the browser notes each. */
const OF_REQUESTS = /^Failed to load resource:/;

/** An installation that serves, for every story of a worker that breaks none. */
export interface SharedInstallation extends Served {
  /** Puts everything back to the demo as it was loaded. */
  readonly fresh: () => void;
}

/** Stories whose pages write no error to the console, and throw none. */
export const test = base.extend<{ readonly quiet: null }, { readonly shared: SharedInstallation }>({
  shared: [
    async ({}, use) => {
      const installation = new Installation();
      const served = await installation.start();
      await use({ ...served, fresh: () => installation.fresh() });
      await installation.remove();
    },
    { scope: 'worker', timeout: 300_000 },
  ],
  quiet: [
    async ({ browser, context }, use) => {
      const errors: string[] = [];
      const listen = (to: BrowserContext): void => {
        to.on('console', (message) => {
          if (message.type() === 'error' && !OF_REQUESTS.test(message.text())) errors.push(message.text());
        });
        to.on('weberror', (error) => errors.push(error.error().message));
      };
      listen(context);
      const newContext = browser.newContext.bind(browser);
      browser.newContext = async (...options) => {
        const made = await newContext(...options);
        listen(made);
        return made;
      };
      await use(null);
      browser.newContext = newContext;
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
