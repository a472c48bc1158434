import { type BrowserContext, expect, test as base } from '@playwright/test';

/** A request that was refused or did not get through is what many stories are about; the browser notes each. */
const OF_REQUESTS = /^Failed to load resource:/;

/** Stories whose pages write no error to the console, and throw none. */
export const test = base.extend<{ readonly quiet: null }>({
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
