import { type Page } from '@playwright/test';

/** One thing at a time: opens a part of the station’s work. */
export async function openWork(page: Page, title: string): Promise<void> {
  const header = page.getByRole('button', { name: new RegExp(`\\d\\. ${title}`) });
  if ((await header.getAttribute('aria-expanded')) !== 'true') await header.click();
}
