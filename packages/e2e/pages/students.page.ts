import { type Page } from '@playwright/test';

/** The roster and the form behind it. */
export class StudentsPage {
  constructor(private readonly page: Page) {}

  async add(name: string, hand: 'right' | 'left'): Promise<void> {
    await this.page.getByRole('link', { name: 'Students', exact: true }).click();
    await this.page.getByRole('link', { name: 'Add student' }).click();
    await this.page.getByLabel('Name', { exact: true }).fill(name);
    await this.page.getByLabel(`${hand}-handed`).check();
    await this.page.getByRole('button', { name: 'Keep' }).click();
    await this.page.getByRole('heading', { name, level: 1 }).waitFor();
  }

  /** From the list: Today may name the same student too, until it has gone. */
  async open(name: string): Promise<void> {
    await this.page.getByRole('link', { name: 'Students', exact: true }).click();
    await this.page.getByRole('heading', { name: 'Students', level: 1 }).waitFor();
    await this.page.locator('#main').getByRole('link', { name, exact: true }).click();
  }

  async startLessonAndCheck(): Promise<void> {
    await this.page.getByRole('button', { name: 'Start lesson' }).click();
    await this.page.getByRole('button', { name: 'New check' }).click();
    await this.page.getByRole('button', { name: /Start hold 1/ }).waitFor();
  }
}
