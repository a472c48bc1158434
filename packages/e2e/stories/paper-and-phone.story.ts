import { readFileSync } from 'node:fs';
import { choose } from '../pages/choose.ts';
import { expect, type Page } from '@playwright/test';
import { openWork } from '../pages/open-work.ts';
import { test } from '../pages/quiet.ts';
import { axeViolations } from '../pages/axe.ts';
import { servedWithDemo } from '../pages/served.ts';
import { TakeHomePage } from '../pages/take-home.page.ts';

servedWithDemo();

async function fileOf(page: Page, button: string): Promise<Buffer> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  return readFileSync(await download.path());
}

test('the sight picture says what the student sees, and shows it as it should be while a key is held', async ({
  page,
}) => {
  await new TakeHomePage(page).open('Petra Lindqvarn');
  const sentences = page.locator('lo-own-eyes').getByRole('status').first();
  await expect(sentences).toContainText(/The mark 4 m ahead seems 14 m right, 5\.3°\./);
  await expect(sentences).toContainText(/The body points \d+ m right/);
  await expect(sentences).toContainText(/Felt aimed \d+(\.\d)? m (left|right)\./);
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.down('h');
  await expect(sentences).toContainText('The body points 0.6 m left');
  await page.keyboard.up('h');
  await expect(sentences).toContainText(/The body points \d+ m right/);
  await page.getByLabel('Head lifted to look').check();
  await expect(sentences).toContainText(/The mark 4 m ahead seems 2\d m right/);
});

test('a lesson goes home: hand-out, link, self-check typed without a network, once in Progress', async ({
  page,
  browser,
}) => {
  test.setTimeout(120_000);
  await new TakeHomePage(page).open('Petra Lindqvarn');
  await choose(page.getByLabel('Drill'), 'Rod along the toes');
  await page.getByLabel('A sentence of your own').fill('Look at the raft, not at the rod.');
  const address = await new TakeHomePage(page).sendLink('petra@post.example');

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const student = await phone.newPage();
  await student.goto(address);
  await expect(student.getByRole('heading', { name: 'For Petra' })).toBeVisible();
  await expect(student.getByText('Look at the raft, not at the rod.')).toBeVisible();
  await expect(student.getByText('Drill: Rod along the toes')).toBeVisible();
  await expect(student.getByText('Lindqvarn')).toHaveCount(0);
  expect(await axeViolations(student)).toEqual([]);
  await student.getByRole('button', { name: /As it is/ }).click();
  await expect(student.getByRole('button', { name: /As it should be/ })).toBeVisible();

  // The page keeps its own files; then the network goes, and the page is opened anew.
  await expect
    .poll(() => student.evaluate(async () => (await (await caches.open('lotrecht-h-1')).keys()).length))
    .toBeGreaterThan(3);
  await phone.setOffline(true);
  await student.reload();
  await expect(student.getByRole('heading', { name: 'For Petra' })).toBeVisible();
  await student.getByLabel(/^Toe near the target/).fill('571');
  await student.getByLabel(/^Toe away from it/).pressSequentially('602');
  // Left in the middle of the last number, it comes back as it was.
  await student.reload();
  await expect(student.getByLabel(/^Toe near the target/)).toHaveValue('571');
  await expect(student.getByLabel(/^Toe away from it/)).toHaveValue('602');
  await student.getByLabel(/^Between the toes/).fill('450');
  await student.getByLabel(/^Felt beside the target/).fill('3');
  await student.getByLabel('Drill done today').check();
  await student.getByRole('button', { name: 'Send' }).click();
  await expect(student.getByText('1 still to be sent.')).toBeVisible();
  await student.reload();
  await expect(student.getByText('1 still to be sent.')).toBeVisible();
  await phone.setOffline(false);
  await expect(student.getByText('1 still to be sent.')).toBeHidden({ timeout: 30_000 });
  await student.reload();
  await expect(student.getByText(/Drill ticked off on 1 day,/)).toBeVisible();

  await page.getByRole('link', { name: 'Petra Lindqvarn' }).click();
  await page.getByRole('link', { name: 'Progress' }).click();
  await choose(page.getByLabel('Set-ups'), /^test, blind, home, by the student/);
  const table = page.getByRole('region', { name: 'Lesson by lesson' });
  await expect(table.getByRole('row')).toHaveCount(2);
  await expect(table).toContainText('3.9° closed');
  // Closed, it shows nothing, and leaves nothing on the phone.
  await new TakeHomePage(page).open('Petra Lindqvarn');
  await page
    .getByRole('button', { name: /^Close the link of|^Close/ })
    .first()
    .click();
  await expect(page.getByText(/closed \d/)).toBeVisible();
  await student.reload();
  await expect(student.getByText(/This link opens nothing/)).toBeVisible();
  await expect(student.getByText('For Petra')).toHaveCount(0);
  await phone.close();
});

test('a minor’s link waits for the guardian’s consent, and closes when it is withdrawn', async ({
  page,
  browser,
}) => {
  await new TakeHomePage(page).open('Bela Varnholt');
  await expect(page.getByLabel('Junior wording: shorter, no degrees')).toBeChecked();
  await expect(page.getByText(/A guardian’s consent comes before any link/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Send link' })).toHaveCount(0);
  await page.getByLabel('Consent given by').fill('Edna Varnholt');
  await page.getByRole('button', { name: 'Record consent' }).click();
  await expect(page.getByText(/Consent of Edna Varnholt, .* to a link/)).toBeVisible();
  const address = await new TakeHomePage(page).sendLink('guardian@post.example');
  const other = await browser.newContext();
  const guardian = await other.newPage();
  await guardian.goto(address);
  await expect(guardian.getByRole('heading', { name: 'For Bela' })).toBeVisible();
  await expect(guardian.getByText(/Ask a grown-up/)).toBeVisible();
  await page.getByRole('button', { name: /Withdraw it.*a link/ }).click();
  await expect(page.getByText(/A guardian’s consent comes before any link/)).toBeVisible();
  await guardian.reload();
  await expect(guardian.getByText(/This link opens nothing/)).toBeVisible();
  await other.close();
});

test('pages come as PDF and SVG: hand-out, footprints, degree card, partner card', async ({ page }) => {
  await new TakeHomePage(page).open('Ilse Quarrie');
  for (const button of ['Hand-out, PDF', 'Footprint map, PDF', 'Degree card, PDF', 'Partner card, PDF']) {
    const file = await fileOf(page, button);
    expect(file.subarray(0, 5).toString()).toBe('%PDF-');
    expect(file.length).toBeLessThan(300_000);
  }
  expect((await fileOf(page, 'Hand-out, SVG')).toString()).toContain('For Ilse');
  expect(await axeViolations(page)).toEqual([]);
});

test('a station is planned, kept for its place, printed, and a lesson begun with it', async ({ page }) => {
  await page.getByRole('link', { name: 'Station' }).click();
  const plan = page.locator('lo-station-planner');
  await openWork(page, 'Target line');
  await choose(page.getByLabel('Made so'), 'at North rim');
  await openWork(page, 'Plan to lay by tape');
  await choose(plan.getByLabel('Club'), 'Driver');
  await choose(plan.getByLabel('Hand'), 'left-handed');
  await choose(plan.getByLabel('Target of the place'), 'Weir, 230 m');
  await expect(plan.locator('svg[role=img]')).toContainText('left-handed, to Weir, 230 m');
  await plan.getByLabel('Name').fill('North rim, driver, left');
  await plan.getByRole('button', { name: 'Keep plan' }).click();
  await expect(plan.getByText('Kept.')).toBeVisible();
  const file = await fileOf(page, 'Plan, PDF');
  expect(file.subarray(0, 5).toString()).toBe('%PDF-');
  await page.reload();
  await openWork(page, 'Plan to lay by tape');
  await choose(plan.getByLabel(/^Plan/), 'North rim, driver, left');
  await expect(plan.locator('svg[role=img]')).toContainText('North rim, driver, left');
  await plan.getByRole('button', { name: 'Begin a lesson with it' }).click();
  await page.getByRole('button', { name: 'Start lesson with Ilse Quarrie' }).click();
  await expect(page.getByRole('combobox', { name: 'Target' })).toHaveValue('Weir');
  await expect(page.getByLabel('At, m')).toHaveValue('230');
  await expect(page.getByRole('combobox', { name: 'Club' })).toContainText('Driver');
});
