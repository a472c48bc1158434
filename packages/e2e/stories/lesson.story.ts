import { expect, type Locator, type Page } from '@playwright/test';
import { test } from '../pages/quiet.ts';
import { CheckPage } from '../pages/check.page.ts';
import { Hand, timingText } from '../pages/hand.ts';
import { LessonPage } from '../pages/lesson.page.ts';
import { newLesson } from '../pages/new-lesson.ts';
import { movableClock, servedWithDemo } from '../pages/served.ts';

const served = servedWithDemo(movableClock);

test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });

const button = (page: Page, name: string | RegExp): Locator => page.getByRole('button', { name });

test('a blind series of three is held, read and revealed together, in at most 9 taps a set-up', async ({
  page,
}) => {
  const check = new CheckPage(page);
  const lessonId = await newLesson(page, 'Aveline Stroud');
  await page.goto(new URL(`/lessons/${lessonId}/begin/blind`, served.address).href);
  await button(page, 'Barge').tap();
  await expect(button(page, '3 set-ups')).toHaveAttribute('aria-pressed', 'true');
  // What was read of a student before is there the next time: bases first, once.
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await check.keep();

  await page.goto(new URL(`/lessons/${lessonId}/begin/blind`, served.address).href);
  await button(page, '3 set-ups').tap();
  const hand = new Hand(page, check);
  const lesson = new LessonPage(page, hand);
  await lesson.holdSeries(3);
  // The tape comes out once, and begins with the first.
  const gaps = [
    ['4', '1', '571', '602'],
    ['3', '1', '571', '598'],
    ['4', '2', '571', '600'],
  ];
  for (const [index, readings] of gaps.entries()) {
    await expect(
      page.getByText(`Set-up ${index + 1} of 3: ${['red', 'white', 'blue'][index]} marks`),
    ).toBeVisible();
    if (index === 1) {
      // A reload in the middle loses nothing, and tells nothing.
      await page.reload();
      await expect(page.getByRole('region', { name: 'Covered' })).toBeVisible();
      await expect(lesson.setUps().first()).toContainText('read');
    }
    await lesson.readSetUp(readings);
    if (index < 2) await expect(page.locator('lo-finding-panel')).toHaveCount(0);
  }
  process.stdout.write(`a blind series of three: ${hand.actions} actions beyond the digits\n`);
  process.stdout.write(timingText('from the first hold of three to the decided sentence', hand.timing()));
  expect(hand.actions).toBeLessThanOrEqual(3 * 9);
  await expect(page.getByText('From 3 set-ups together: how the student stood today.')).toBeVisible();
  await expect(check.priority).toContainText('Toes first');
  await expect(check.priority).toContainText(/They aim [\d.]+ m right of Barge/);
  await expect(check.priority.getByText(/^Usually they are [\d.]+° closed\.$/)).toBeVisible();

  // Each is a check of its own; once revealed all of them are told, and the next is coached.
  await expect(button(page, 'Work on the toes')).toBeVisible();
  await page.goto(new URL(`/lessons/${lessonId}`, served.address).href);
  await expect(page.locator('lo-check-summary')).toHaveCount(4);
  await expect(page.getByText(/It is shown when the whole series is revealed/)).toHaveCount(0);
});

test('a series that was begun and not revealed tells nothing in the check and in the lesson, and goes on by the key n', async ({
  page,
}) => {
  const check = new CheckPage(page);
  const lessonId = await newLesson(page, 'Corin Vaille');
  await page.goto(new URL(`/lessons/${lessonId}/begin/blind`, served.address).href);
  // Choosing how many there are leaves nothing behind.
  await button(page, '5 set-ups').tap();
  await button(page, '3 set-ups').tap();
  await expect(page.getByText('Nothing typed yet')).toBeVisible();
  await button(page, 'Marks are down: to the tape').tap();
  for (const [name, reading] of [
    ['Toes Lead gap', '571'],
    ['Toes Trail gap', '602'],
    ['Toes Base', '450'],
    ['Face Heel gap', '4'],
    ['Face Toe gap', '1'],
    ['Face Base', '75'],
  ] as const) {
    await check.field(name).fill(reading);
    await check.field(name).blur();
  }
  await button(page, 'Keep set-up').tap();
  await expect(page.getByText('Set-up 2 of 3: a fresh ball')).toBeVisible();
  await page.goto(new URL(`/lessons/${lessonId}`, served.address).href);
  const summary = page.locator('lo-check-summary');
  await expect(summary).toContainText(
    'Set-up 1 of 3, red marks. It is shown when the whole series is revealed.',
  );
  await expect(summary).not.toContainText('°');
  const steps = page.getByRole('navigation', { name: 'Steps of the lesson' });
  await expect(steps).toContainText('Blindcovered');
  await expect(steps.getByRole('link', { name: /^Finding/ })).toHaveCount(0);
  // Opened again it is still covered, and goes on where it was.
  await summary.getByRole('link').first().click();
  await expect(page.getByRole('region', { name: 'Covered' })).toBeVisible();
  await expect(button(page, 'Next set-up')).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByText('Set-up 2 of 3: a fresh ball')).toBeVisible();
  await expect(check.field('Toes Lead gap')).toHaveCount(0);
});

test('a lesson goes its six steps: blind, finding, and work on one line in at most 5 taps beyond the digits', async ({
  page,
}) => {
  const check = new CheckPage(page);
  const steps = page.getByRole('navigation', { name: 'Steps of the lesson' });
  const step = (name: string): Locator => steps.getByRole('link', { name: new RegExp(`^${name}`) });
  await page.goto(
    new URL(`/lessons/${await newLesson(page, 'Nilo Harkness')}/begin/blind`, served.address).href,
  );
  await button(page, 'Barge').tap();
  await expect(step('Blind')).toHaveAttribute('aria-current', 'step');
  await expect(steps).toContainText('Findingnot yet');
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await check.keep();
  await expect(step('Finding')).toHaveAttribute('aria-current', 'step');
  await expect(step('Blind')).toContainText('1 read');
  await expect(check.priority).toContainText('Toes first');
  await expect(check.priority).toContainText(/They aim [\d.]+ m right of Barge/);
  await expect(check.priority).toContainText('Drills: Rod along the toes');
  await expect(check.priority).not.toContainText('%');
  const priority = await check.priority.textContent();
  await button(page, 'The figures').tap();
  await expect(page.getByText(/^Toes first: \d+ %\.$/)).toBeVisible();

  // From the finding to the new figure of the one line that is worked on.
  const hand = new Hand(page, check);
  await hand.tap(button(page, /^Work on the toes$/));
  await expect(step('Work')).toHaveAttribute('aria-current', 'step');
  await expect(check.row('Face')).toHaveCount(0);
  await hand.number('571');
  await hand.next();
  await hand.number('590');
  await expect(check.toes).toContainText('2.4° closed (right)');
  process.stdout.write(`work on one line: ${hand.actions} actions beyond the digits\n`);
  expect(hand.actions).toBeLessThanOrEqual(5);
  process.stdout.write(timingText('work on one line to its new figure', hand.timing()));
  expect(hand.timing().inputS).toBeLessThanOrEqual(10);
  const change = page.getByRole('region', { name: 'Before and after' });
  await expect(change).toContainText(/Before, blind\s*[\d.]+ m right/);
  await expect(change).toContainText(/(more like this would show it|changed too little to show)\./);
  await page.getByRole('radio', { name: '6', exact: true }).click();
  await expect(change).toContainText('felt odd: 6');
  await check.keep();
  await expect(step('Work')).toContainText('1 read');
  await expect(button(page, 'Next set-up')).toBeVisible();

  // The finding is still there, and every step in any order; on a phone too.
  await page.setViewportSize({ width: 390, height: 844 });
  await step('Finding').tap();
  await expect(check.priority).toHaveText(priority ?? '');
  for (const name of ['Line', 'Blind', 'Finding', 'Work', 'Balls', 'Home'])
    await expect(step(name)).toBeInViewport({ ratio: 1 });
  await step('Balls').tap();
  await expect(step('Balls')).toHaveAttribute('aria-current', 'step');
  await step('Home').tap();
  await expect(page.getByRole('heading', { name: 'Hand-out for Nilo Harkness' })).toBeVisible();
  await step('Line').tap();
  await expect(page.locator('lo-check-summary')).toHaveCount(2);
});
