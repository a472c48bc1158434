import { type Page } from '@playwright/test';

export const THEMES = ['daylight', 'dim'] as const;
export type Theme = (typeof THEMES)[number];

/** Puts the page as it stands into a theme, at once: colours on their way from one to the other are neither’s. */
export async function putInto(page: Page, theme: Theme): Promise<void> {
  await page.evaluate((to) => {
    const still = new CSSStyleSheet();
    still.replaceSync('*, *::before, *::after { transition: none !important; }');
    document.adoptedStyleSheets = [still];
    document.documentElement.dataset['theme'] = to;
  }, theme);
}
