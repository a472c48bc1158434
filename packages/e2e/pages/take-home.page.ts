import { type Browser, expect, type Page } from '@playwright/test';
import { StudentsPage } from './students.page.ts';

/** What goes home with a student: from their last check to the link on their phone. */
export class TakeHomePage {
  constructor(private readonly page: Page) {}

  /** The hand-out of a student’s newest check. */
  async open(name: string): Promise<void> {
    await new StudentsPage(this.page).open(name);
    await this.page.getByRole('link', { name: 'Sight picture and hand-out' }).first().click();
    await expect(this.page.getByRole('heading', { name: `Hand-out for ${name}` })).toBeVisible();
  }

  /** Keeps a hand-out and sends its link. @returns the address that is shown once */
  async sendLink(recipient: string): Promise<string> {
    await this.page.getByRole('button', { name: 'Keep hand-out' }).click();
    await expect(this.page.getByText('Kept.', { exact: true })).toBeVisible();
    await this.page.getByLabel(/^E-mail of/).fill(recipient);
    await this.page.getByRole('button', { name: 'Send link' }).click();
    const link = this.page.locator('.address a');
    await expect(link).toBeVisible();
    return (await link.getAttribute('href')) ?? '';
  }
}

/** A student’s phone with their link open; ready to go without a network. The voice of the device is a stand-in. */
export async function phoneWith(browser: Browser, address: string): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  await context.addInitScript(speakingDevice);
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: /^For / })).toBeVisible();
  await expect
    // The page itself is kept last.
    .poll(() => phone.evaluate(async () => (await caches.match('/h')) !== undefined))
    .toBe(true);
  return phone;
}

/** A device that has a voice: it writes down what it was told to say. */
function speakingDevice(): void {
  const said: string[] = [];
  const speech = {
    getVoices: () => [{ localService: true, lang: 'en-GB', name: 'Stand-in' }],
    addEventListener: () => undefined,
    cancel: () => undefined,
    speak: (words: { readonly text: string; onend: (() => void) | null }) => {
      said.push(words.text);
      setTimeout(() => words.onend?.(), 50);
    },
  };
  class Words {
    onend: (() => void) | null = null;
    voice: unknown = null;
    constructor(readonly text: string) {}
  }
  Object.assign(window, { saidByDevice: said, SpeechSynthesisUtterance: Words });
  Object.defineProperty(window, 'speechSynthesis', { value: speech });
}
