import { expect, type Locator, type Page } from '@playwright/test';
import { test } from '../pages/quiet.ts';
import { CheckPage } from '../pages/check.page.ts';
import { Hand, timingText } from '../pages/hand.ts';
import { movableClock, servedWithDemo } from '../pages/served.ts';

servedWithDemo(movableClock);

test.use({ viewport: { width: 1280, height: 800 }, hasTouch: true });

const button = (page: Page, name: string | RegExp): Locator => page.getByRole('button', { name });

/** All seven lines, bases included, as the tape reads them in the method's order. */
const GAPS: Readonly<Record<string, readonly string[]>> = {
  Face: ['4', '1', '75'],
  Toes: ['571', '602', '450'],
  Knees: ['640', '662', '380'],
  Hips: ['700', '718', '300'],
  Shoulders: ['430', '455', '400'],
  Eyes: ['380', '384', '63'],
  Heels: ['880', '905', '400'],
};

/** A first check of all seven: afterwards lines, bases, club and target are remembered. */
async function readAllSevenOnce(page: Page, check: CheckPage): Promise<void> {
  await button(page, 'Barge').tap();
  await button(page, 'All seven').tap();
  await check.toTape();
  for (const [line, [first = '', second = '', base = '']] of Object.entries(GAPS)) {
    await check.readBare(line);
    const inputs = check.row(line).getByRole('textbox');
    await inputs.nth(0).fill(first);
    await inputs.nth(1).fill(second);
    await inputs.nth(2).fill(base);
    await inputs.nth(2).blur();
  }
  await check.keep();
}

test('all seven lines take at most 20 actions beyond the digits, and nothing is typed while the student stands', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await button(page, 'New check for Runa Feldt').tap();
  await readAllSevenOnce(page, check);
  await check.begin('Blind');

  const hand = new Hand(page, check);
  for (const [hold, seconds] of [
    [1, 15],
    [2, 15],
    [3, 3],
  ] as const) {
    await hand.tap(button(page, new RegExp(`^Start hold ${hold}`)));
    await expect(page.getByText(`Hold ${hold} of 3`)).toBeVisible();
    await expect(page.getByRole('textbox')).toHaveCount(0);
    await hand.hold(seconds * 1000 + 300);
  }
  await expect(page.getByRole('heading', { name: 'The student steps out' })).toBeVisible();
  await hand.tap(button(page, /^To the tape/));
  const gaps = Object.values(GAPS).flatMap((of) => of.slice(0, 2));
  for (const [index, gap] of gaps.entries()) {
    await hand.number(gap);
    if (index < gaps.length - 1) await hand.next();
    else await hand.pressLast();
  }
  await expect(check.finding('Shoulders')).toContainText('3.6° closed (right)');
  await expect(page.getByText(/^Kept \d\d:\d\d$/)).toBeVisible();
  process.stdout.write(`seven lines: ${hand.actions} actions beyond the digits\n`);
  expect(hand.actions).toBeLessThanOrEqual(20);
  process.stdout.write(timingText('a full check to the decided sentence', hand.timing()));
  expect(hand.timing().inputS).toBeLessThanOrEqual(60);
  // Three holds: lines of different stands are compared with the spread of stepping in again.
  await button(page, 'The figures').tap();
  await expect(page.getByText('The student stood more than once')).toBeVisible();
});

test('a quick check takes at most 6 actions beyond the digits', async ({ page }) => {
  const check = new CheckPage(page);
  await button(page, 'New check for Osk Brannel').tap();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await check.keep();
  await check.begin('Blind');

  const hand = new Hand(page, check);
  await hand.tap(button(page, /^Start hold 1/));
  await hand.hold(6_300);
  await hand.tap(button(page, /^To the tape/));
  for (const [index, gap] of ['4', '1', '571', '590'].entries()) {
    await hand.number(gap);
    if (index < 3) await hand.next();
    else await hand.pressLast();
  }
  await expect(check.toes).toContainText('2.4° closed (right)');
  process.stdout.write(`quick check: ${hand.actions} actions beyond the digits\n`);
  expect(hand.actions).toBeLessThanOrEqual(6);
  process.stdout.write(timingText('a quick check to the decided sentence', hand.timing()));
});

test('a blind baseline shows no number before the reveal; felt aim and guess are one swipe each, and stay', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await button(page, 'New check for Anselm Tove').tap();
  await button(page, 'Barge').tap();
  await button(page, /^Start hold 1/).tap();
  await page.clock.runFor(6_300);
  await check.swipeStrip('Where the student feels aimed', -4);
  await check.swipeStrip('What your eye says', 3);
  await button(page, /^To the tape/).tap();
  const fill = async (field: string, text: string): Promise<void> => {
    await check.field(field).fill(text);
    await check.field(field).blur();
  };
  await fill('Toes Lead gap', '571');
  await fill('Toes Trail gap', '602');
  await fill('Toes Base', '450');
  await fill('Face Heel gap', '1');
  await fill('Face Toe gap', '1');
  await fill('Face Base', '75');
  await expect(check.toes).toBeHidden();
  await expect(check.board).toHaveAccessibleName('String board, covered until it is revealed.');
  await expect(page.locator('lo-finding-panel')).toHaveCount(0);
  expect(await page.locator('lo-string-board .line, lo-string-board .mark').count()).toBe(0);
  expect(await page.locator('main').innerText()).not.toMatch(/closed|Out:|toward the line/);

  await page.reload();
  await expect(page.getByRole('region', { name: 'Covered' })).toBeVisible();
  await check.reveal();
  await expect(check.toes).toContainText('3.9° closed (right)');
  await expect(check.priority).toContainText(
    /Felt aimed 1\d m left of the target\. Corrected, it will feel 2\d m left/,
  );
  await expect(page.getByText(/Your eye said [23]\.\d° right for the toes/)).toBeVisible();
  await check.keep();
  await page.reload();
  await expect(check.priority).toContainText('Felt aimed');
});

test('three lines are said to point somewhere in three taps each', async ({ page }) => {
  const check = new CheckPage(page);
  await button(page, 'New check for Runa Feldt').tap();
  await button(page, 'Barge').tap();
  await button(page, 'with a cue').tap();
  await button(page, 'The method’s lines').tap();
  await check.howHoldsGo('Cards by tapping');
  for (const line of ['face', 'knees', 'eyes']) await button(page, `Leave out the ${line}`).tap();
  let taps = 0;
  const tap = async (what: Locator): Promise<void> => {
    taps++;
    await what.tap();
  };
  for (const line of ['toes', 'hips', 'shoulders']) {
    taps += await check.chooseWay(new RegExp(`^${line} points at`), line);
  }
  await button(page, /^Start hold 1/).tap();
  for (const [line, deg] of [
    ['toes', 4],
    ['hips', 0],
    ['shoulders', -3],
  ] as const) {
    await check.tapStrip(new RegExp(`^Where the ${line} point`), deg);
    taps++;
    await tap(button(page, /^Marked:/));
  }
  // Two a line to choose the way, which is remembered from then on; two a line to mark it.
  expect(taps).toBe(12);
  await button(page, /^To the tape/).tap();
  await expect(check.finding('Toes')).toContainText(/[34]\.\d° closed \(right\)/);
  await expect(check.finding('Shoulders')).toContainText(/[23]\.\d° open \(left\)/);
  await check.keep();
});

test('a reload loses nothing, in whatever phase it comes', async ({ page }) => {
  const check = new CheckPage(page);
  await button(page, 'New check for Osk Brannel').tap();
  await button(page, 'Kiln').tap();
  await button(page, 'coached').tap();
  await button(page, 'Read the hips').tap();
  await check.chooseWay(/^hips rod across/, 'hips');
  await expect(button(page, /^hips rod across/)).toHaveAttribute('aria-pressed', 'true');
  // The device writes a moment after the tap; no hand reloads as fast as this page is told to.
  await page.waitForTimeout(300);
  await page.reload();
  await expect(button(page, /^hips rod across/)).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByLabel('At, m')).toHaveValue('120');

  await button(page, /^Start hold 1/).tap();
  await page.clock.runFor(3_200);
  await page.reload();
  await expect(page.getByText('Hold 1 of 1')).toBeVisible();
  await button(page, 'Step out now').tap();
  await page.waitForTimeout(300);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'The student steps out' })).toBeVisible();
  await button(page, /^To the tape/).tap();
  await check.field('Hips Lead gap').fill('70x');
  await page.waitForTimeout(300);
  await page.reload();
  await expect(check.field('Hips Lead gap')).toHaveValue('70x');
  await expect(check.field('Hips Base')).toHaveValue('1220');
});

test('a left-hander’s whole body is told to the left, and a rod across sharpens what bare points cannot', async ({
  page,
}) => {
  const check = new CheckPage(page);
  await button(page, 'Start lesson with Ilse Quarrie').tap();
  await button(page, 'with rods').tap();
  await button(page, 'Read the shoulders').tap();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await check.readBare('Shoulders');
  const shoulders = check.row('Shoulders').getByRole('textbox');
  for (const [index, text] of ['430', '455', '400'].entries()) {
    await shoulders.nth(index).fill(text);
    await shoulders.nth(index).blur();
  }
  await expect(check.finding('Shoulders')).toContainText('3.6° closed (left)');
  // Bare points alone decide nothing; that the whole body is turned makes it probable.
  await expect(check.finding('Shoulders')).toContainText('Probably too closed');
  await expect(page.getByText('the target seems to be right')).toBeVisible();
  await check
    .row('Shoulders')
    .getByRole('button', { name: /how it is read/ })
    .tap();
  await button(page, /^shoulders rod across/).tap();
  await shoulders.nth(1).fill('540');
  await shoulders.nth(1).blur();
  await expect(check.finding('Shoulders')).toContainText('Too closed');
  await page.keyboard.down('h');
  await expect(page.getByText('As it should be, each line turned about its lead mark.')).toBeVisible();
  await page.keyboard.up('h');
  await expect(page.getByText('As it should be, each line turned')).toBeHidden();
});

test('another priority is chosen; both are kept, and watched for next time', async ({ page }) => {
  const check = new CheckPage(page);
  await button(page, 'Start lesson with Petra Lindqvarn').tap();
  await check.toTape();
  await check.typeReadings(['571', '602', '450', '4', '1', '75']);
  await expect(check.priority).toContainText('Toes first');
  await button(page, 'Face: details').tap();
  await button(page, 'Work on the face first').tap();
  await expect(check.priority).toContainText('Face, your choice.');
  await check.keep();
  await page.reload();
  await expect(check.priority).toContainText('Face, your choice.');
  await expect(check.priority).toContainText('The readings say: Toes first');
  await page.getByRole('link', { name: 'Petra Lindqvarn' }).click();
  await expect(page.getByText(/^Watch: face \d+(\.\d)? m right at 150 m/)).toBeVisible();
});

test.describe('on a phone in portrait', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('the verdict and the next field are both visible with the pad open', async ({ page }) => {
    const check = new CheckPage(page);
    await button(page, 'New check for Osk Brannel').tap();
    await button(page, 'with a cue').tap();
    await button(page, 'All seven').tap();
    await check.toTape();
    // The bases stand as they were the last time.
    for (const reading of ['4', '1', '571', '602']) {
      await check.tapNumber(reading);
      await check.tapKey('Next');
    }
    await expect(check.toes).toContainText(/[34]\.\d° closed \(right\)/);
    await expect(check.priority).toBeInViewport({ ratio: 1 });
    await expect(check.toes).toBeInViewport({ ratio: 1 });
    await expect(check.field('Knees Lead gap')).toBeFocused();
    await expect(check.field('Knees Lead gap')).toBeInViewport({ ratio: 1 });
    await expect(page.locator('lo-number-pad').getByRole('button', { name: 'Next' })).toBeInViewport({
      ratio: 1,
    });
  });
});
