import { expect } from '@playwright/test';
import { CheckPage } from '../pages/check.page.ts';
import { test } from '../pages/quiet.ts';
import { movableClock, servedWithDemo } from '../pages/served.ts';

servedWithDemo(movableClock);

test('a first lesson is guided from the handbook, with readings to type, up to the page to take home', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await page.getByRole('link', { name: 'Handbook' }).click();
  await page.getByRole('button', { name: 'Begin the guided lesson' }).click();
  const guide = page.getByRole('complementary', { name: 'Guide' });
  await expect(guide).toContainText('Choose a place, a target and a club.');
  await page.getByRole('link', { name: 'Begin: blind set-ups' }).click();
  await expect(guide).toContainText('Choose 1 set-up.');
  await check.oneSetUp();
  await page.getByRole('button', { name: /^Start hold 1/ }).click();
  await page.clock.runFor(6_300);
  await page.getByRole('button', { name: /^To the tape/ }).click();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await expect(guide).toContainText('Read it aloud');
  await check.keep();
  await page.getByRole('button', { name: 'Work on the toes' }).click();
  await expect(guide).toContainText('Type 571 and 583');
  await check.field('Toes Lead gap').fill('571');
  await check.field('Toes Trail gap').fill('583');
  await check.field('Toes Trail gap').blur();
  await check.keep();
  const steps = page.getByRole('navigation', { name: 'Steps of the lesson' });
  await steps.getByRole('link', { name: /^Home/ }).click();
  await expect(guide).toContainText('That was a lesson.');
  await guide.getByRole('button', { name: 'Stop the guide' }).click();
  await expect(guide).toHaveCount(0);
  // Begun again, it is the same practice student.
  await page.getByRole('link', { name: 'Handbook' }).click();
  await page.getByRole('button', { name: 'Begin the guided lesson' }).click();
  await expect(guide).toBeVisible();
  await page.getByRole('link', { name: 'Students', exact: true }).click();
  await expect(page.locator('#main').getByRole('link', { name: 'Practice student' })).toHaveCount(1);
});
