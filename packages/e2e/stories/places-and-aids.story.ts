import { expect } from '@playwright/test';
import { choose } from '../pages/choose.ts';
import { openWork } from '../pages/open-work.ts';
import { test } from '../pages/quiet.ts';
import { CheckPage } from '../pages/check.page.ts';
import { PlacePage } from '../pages/place.page.ts';
import { servedWithDemo } from '../pages/served.ts';

const served = servedWithDemo();

const to = (path: string): string => new URL(path, served.address).href;

test('a new place with three targets and two landmarks is entered in under a minute, and tapped', async ({
  page,
}) => {
  await page.goto(to('/places/new'));
  const place = new PlacePage(page);
  const startedAt = Date.now();
  await place.name('South rim');
  await place.add({ name: 'Barge', distance: '150' });
  await place.add({ name: 'Kiln', distance: '120', offset: '14', side: 'right of' });
  await place.add({ name: 'Heron', distance: '93 yd', offset: '9', offsetIn: 'deg', side: 'left of' });
  await place.add({ name: 'Crane', distance: '320', offset: '16', kind: 'landmark' });
  await place.add({ name: 'Chimney', distance: '410', offset: '3', side: 'right of', kind: 'landmark' });
  await page.getByRole('button', { name: 'Keep place' }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  expect(Date.now() - startedAt).toBeLessThan(60_000);

  await place.tapAt(-3.8);
  await expect(place.said).toContainText(/^3\.8° left of Barge: 10 m left at its distance, ± 2\.6 m$/);
  await place.strip.press('ArrowRight');
  await expect(place.said).toContainText('3.7° left of Barge: 9.7 m left');

  await page.getByRole('button', { name: 'Chimney', exact: true }).click();
  await page.getByLabel('Height of Chimney, m').fill('30');
  await page.getByRole('button', { name: 'Keep place' }).click();
  await expect(page.getByText('Kept', { exact: true })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Chimney', exact: true }).click();
  await expect(page.getByLabel('Height of Chimney, m')).toHaveValue('30');
  await expect(page.getByText('6.7° right')).toBeVisible();
  await expect(page.getByText('85 m')).toBeVisible();
  await page.getByRole('button', { name: 'Delete place' }).click();
  await expect(page.getByRole('link', { name: 'South rim' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(place.strip).toBeVisible();
});

test('a half-typed place survives a reload, and what cannot be seen is explained', async ({ page }) => {
  await page.goto(to('/places/new'));
  const place = new PlacePage(page);
  await place.name('East rim');
  await place.add({ name: 'Barge', distance: '150' });
  await place.add({ name: 'Behind', distance: '120', offset: '100', offsetIn: 'deg' });
  await expect(
    page.getByText('This stands beside or behind the player. Take something ahead.'),
  ).toBeVisible();
  await place.add({ name: 'Behind', distance: '120', offset: '130', offsetIn: 'across' });
  await expect(page.getByText('It cannot stand farther to the side than it is away.')).toBeVisible();
  await place.add({ name: 'Behind', distance: '12o' });
  await expect(page.getByText('Read “12o”. Type metres, for example 150.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Name', { exact: true }).first()).toHaveValue('East rim');
  await expect(page.locator('form.add').getByLabel(/^Distance/)).toHaveValue('12o');
  await expect(page.getByRole('button', { name: 'Barge', exact: true })).toBeVisible();
});

test('rails 620 and 630 apart over 1.22 m are found out of parallel, with the end to move', async ({
  page,
}) => {
  await page.goto(to('/station'));
  await openWork(page, 'Rails and string');
  const aids = page.locator('lo-aid-check:visible');
  await aids.getByLabel('Gap at the near end').fill('620');
  await aids.getByLabel('Gap at the far end').fill('630');
  await aids.getByLabel('Between the two').fill('4 ft 0');
  await aids.getByLabel('Between the two').blur();
  await expect(aids.getByRole('status')).toContainText('0.47° opening toward the target');
  await expect(aids.getByRole('status')).toContainText('Not true. Far end 10 mm in.');

  await aids.getByLabel('Between the two').fill('0');
  await aids.getByLabel('Between the two').blur();
  await expect(aids).toContainText('It must be more than zero.');

  // Ticked off, the next that is not done comes up.
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('button', { name: /3\. Rails and string/ })).toContainText('done');
  await openWork(page, 'Square rod');
  for (const [field, mm] of [
    ['Along the target rod', '300'],
    ['Along the square rod', '300'],
    ['Between the free ends', '700'],
  ] as const) {
    await aids.getByLabel(field).fill(mm);
    await aids.getByLabel(field).blur();
  }
  await expect(aids).toContainText('These three sides make no triangle. Read them again.');
  await aids.getByLabel('Along the target rod').fill('800');
  await aids.getByLabel('Along the square rod').fill('600');
  await aids.getByLabel('Between the free ends').fill('1000');
  await aids.getByLabel('Between the free ends').blur();
  await expect(aids.getByRole('status')).toContainText('0.00° square');
  await expect(aids.getByRole('status')).toContainText('Laid true.');
});

test('a string of 6 m sighted over a plumb line is kept once and written into the next check', async ({
  page,
}) => {
  await page.goto(to('/station'));
  await openWork(page, 'Target line');
  const line = page.locator('lo-target-line-fields');
  await expect(line).toContainText('± 1.0° for the target line, mostly from the sighting');
  await expect(line).toContainText('hang a plumb line');
  await choose(line.getByLabel('Sighted'), 'over a hanging plumb line');
  await expect(line).toContainText('± 0.4°');
  await choose(page.getByLabel('Made so'), 'at North rim');
  await choose(line.getByLabel('Sighted'), 'over a hanging plumb line');
  await page.getByRole('button', { name: 'Keep for checks' }).click();
  await expect(page.getByText('Kept. In a check it is one tap.')).toBeVisible();

  await page.goto(to('/today'));
  await page.getByRole('button', { name: 'New check for Runa Feldt' }).click();
  await expect(page.getByText('baseline, blind, range · line ± 0.4°')).toBeVisible();
  await page.getByRole('button', { name: 'Barge', exact: true }).click();
  await expect(page.getByLabel('At, m')).toHaveValue('150');
});

test('a check is re-based and back: every line once, both values kept', async ({ page }) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Osk Brannel' }).click();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await expect(check.toes).toContainText('3.9° closed (right)');
  await check.keep();

  await page.getByRole('button', { name: /Ground$/ }).click();
  const ground = page.getByRole('dialog', { name: 'Ground' });
  await ground.getByLabel('Laid off by').fill('209.5');
  await ground.getByLabel('Laid off by').blur();
  await choose(ground.getByLabel('to the'), 'left');
  await ground.getByRole('button', { name: 'Correct all lines: laid 2.0° left' }).click();
  await expect(ground.getByRole('row', { name: /Toes/ })).toContainText('3.9° closed (right)');
  await expect(ground.getByRole('row', { name: /Toes/ })).toContainText('1.9° closed (right)');
  await expect(ground.getByRole('row', { name: /Face/ })).toContainText('0.3° open (right)');
  await page.keyboard.press('Escape');
  await expect(check.toes).toContainText('1.9° closed (right)');
  await expect(page.getByText('Re-based: the line was laid 2.0° left.')).toBeVisible();
  await check.keep();
  await page.reload();
  await expect(check.toes).toContainText('1.9° closed (right)');

  await page.getByRole('button', { name: 'Both values' }).click();
  await ground.getByRole('button', { name: 'Take the correction back' }).click();
  await page.getByRole('button', { name: 'Back to the check' }).click();
  await expect(check.toes).toContainText('3.9° closed (right)');
  await check.keep();
  await page.getByRole('button', { name: '3 versions' }).click();
  const versions = page.getByRole('region', { name: 'Versions' });
  await expect(versions).toContainText('1.9° closed (right)');
});

test('the dominant eye is found by pointing and kept for a student; the mark planner says what a mark costs', async ({
  page,
}) => {
  await page.goto(to('/station'));
  await openWork(page, 'Sighting');
  const sighting = page.locator('lo-sighting');
  await sighting.getByLabel('Of', { exact: true }).fill('runa');
  await page.getByRole('option', { name: 'Runa Feldt' }).click();
  await sighting.getByRole('button', { name: 'Done, next' }).click();
  await sighting.getByRole('button', { name: 'Done, next' }).click();
  await sighting.getByRole('button', { name: 'Gone' }).click();
  await sighting.getByRole('button', { name: 'Still in the hole' }).click();
  await expect(sighting.getByRole('status')).toContainText('Runa Feldt sights with the left eye. Kept.');
  await expect(sighting.getByRole('row', { name: /^1 m behind/ })).toContainText('1.4°');
  await expect(sighting.getByRole('row', { name: /wrong eye/ })).toContainText('6.0°');

  await openWork(page, 'Mark and gate');
  const planner = page.locator('lo-mark-planner');
  await expect(planner.getByRole('row', { name: /^0\.4 m/ })).toContainText('0.72°');
  await expect(planner.locator('svg').last()).toBeVisible();
  await choose(planner.getByLabel('Plays'), 'left-handed');
  await expect(planner.getByRole('row', { name: /^4 m/ })).toContainText('left');
  await planner.getByLabel('Gives in to what it seems').fill('0');
  await planner.getByLabel('May turn the line by').fill('1');
  await planner.getByLabel('May turn the line by').blur();
  await expect(planner.getByText('From 0.29 m on the sum stays within 1°.')).toBeVisible();

  await page.goto(to('/students'));
  await page.getByRole('link', { name: 'Runa Feldt' }).click();
  await page.getByRole('link', { name: /Change name/ }).click();
  await expect(page.getByRole('radio', { name: 'left eye' })).toBeChecked();
});

test('the same readings stand beside each other under two methods, and the check is judged by the chosen one', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await page.getByRole('button', { name: 'New check for Anselm Tove' }).click();
  await check.toTape();
  await check.typeReadings(['560', '600', '450', '3', '3', '75']);
  await expect(check.toes).toContainText('Too closed');
  await page.getByRole('button', { name: /Ground$/ }).click();
  const ground = page.getByRole('dialog', { name: 'Ground' });
  await choose(ground.getByLabel(/^Beside it/), 'Shoulders and eyes rule');
  const toes = ground.getByRole('row', { name: /^Toes/ });
  await expect(toes.getByRole('cell').nth(0)).toHaveText('Too closed');
  await expect(toes.getByRole('cell').nth(1)).toHaveText('Square');
  await choose(ground.getByLabel(/^Judged by/), 'Shoulders and eyes rule');
  await page.keyboard.press('Escape');
  await expect(check.toes).toContainText('5.1° closed (right)');
  await expect(check.toes).toContainText('Square');
  await check.keep();
  await page.reload();
  await expect(check.toes).toContainText('Square');

  await page.goto(to('/methods/shoulders-and-eyes-rule'));
  await expect(page.getByRole('heading', { name: 'Shoulders and eyes rule' })).toBeVisible();
  await expect(page.getByText('3.0° open to 1.0° closed')).toBeVisible();
  await expect(page.getByText('laid 5 mm beside the line it turns the line by 0.07°')).toBeVisible();
});
