import { expect, type Page } from '@playwright/test';
import { CheckPage } from '../pages/check.page.ts';
import { choose } from '../pages/choose.ts';
import { Hand } from '../pages/hand.ts';
import { LessonPage } from '../pages/lesson.page.ts';
import { test } from '../pages/quiet.ts';
import { movableClock, servedWithDemo } from '../pages/served.ts';

const served = servedWithDemo(movableClock);

test.use({ hasTouch: true });

interface Pupil {
  readonly name: string;
  readonly hand: 'right' | 'left';
  readonly minor?: boolean;
}

function handOn(page: Page) {
  const check = new CheckPage(page);
  const hand = new Hand(page, check);
  return { check, hand, lesson: new LessonPage(page, hand) };
}

/** From Today to the line of a new student’s first lesson. */
async function enrol(page: Page, hand: Hand, { name, hand: plays, minor = false }: Pupil): Promise<void> {
  await hand.tap(page.getByRole('link', { name: 'Students', exact: true }));
  await hand.tap(page.getByRole('link', { name: 'Add student' }));
  await hand.into(page.getByLabel('Name', { exact: true }));
  await page.keyboard.type(name);
  await hand.tap(page.getByLabel(`${plays}-handed`));
  if (minor) await hand.tap(page.getByLabel(/^Not of age/));
  await hand.tap(page.getByRole('button', { name: 'Keep' }));
  if (minor) await consent(page, hand, 'Edna Marrow');
  await hand.tap(page.getByRole('button', { name: 'Start lesson' }));
  await choosePlace(page, hand);
}

async function consent(page: Page, hand: Hand, guardian: string): Promise<void> {
  await hand.into(page.getByLabel('Consent given by'));
  await page.keyboard.type(guardian);
  await hand.tap(page.getByRole('button', { name: 'Record consent' }));
}

async function choosePlace(page: Page, hand: Hand): Promise<void> {
  hand.actions += 2;
  await choose(page.getByRole('combobox', { name: 'Place' }), 'North rim');
  await hand.tap(page.getByRole('button', { name: 'Barge', exact: true }));
}

/** Hand-out, link and the next day; the address is typed. */
async function goHome(page: Page, hand: Hand, lesson: LessonPage, recipient: string): Promise<void> {
  await hand.tap(lesson.step('Home'));
  await hand.into(page.getByLabel(/^E-mail of/));
  await page.keyboard.type(recipient);
  await hand.tap(lesson.button('Send link'));
  await expect(page.locator('.address a')).toBeVisible();
  await hand.tap(lesson.button('In 2 weeks'));
  await expect(lesson.step('Home')).toContainText('day set');
}

/** Works on the feet: two gaps, and the new figure. */
async function workOnce(hand: Hand, lesson: LessonPage, gaps: readonly string[]): Promise<void> {
  await hand.tap(lesson.button(/^(Work on the toes|Next set-up)$/).last());
  await lesson.readSetUp(gaps);
}

for (const [device, viewport, returning] of [
  ['a tablet', { width: 1024, height: 768 }, 'Petra Lindqvarn'],
  ['a phone', { width: 390, height: 844 }, 'Ilse Quarrie'],
] as const) {
  test.describe(`on ${device}`, () => {
    test.use({ viewport });

    test('a first lesson with a new student, from Today to the sent link, takes at most 60 taps', async ({
      page,
    }) => {
      const { check, hand, lesson } = handOn(page);
      await enrol(page, hand, { name: `Nessa Orrin ${viewport.width}`, hand: 'right' });
      await hand.tap(page.getByRole('link', { name: 'Begin: blind set-ups' }));
      await lesson.holdSeries(3);
      await lesson.readSeries([
        ['4', '1', '75', '571', '602', '450'],
        ['3', '1', '571', '600'],
        ['4', '2', '571', '599'],
      ]);
      await expect(check.priority).toContainText('Toes first');
      await workOnce(hand, lesson, ['571', '580']);
      await expect(page.getByRole('region', { name: 'Before and after' })).toBeVisible();
      await goHome(page, hand, lesson, 'nessa@post.example');
      process.stdout.write(`a first lesson on ${device}: ${hand.actions} taps beyond the digits\n`);
      expect(hand.actions).toBeLessThanOrEqual(60);
    });

    test('a returning student’s lesson takes at most 35 taps: everything stands as the last time', async ({
      page,
    }) => {
      const { check, hand, lesson } = handOn(page);
      await hand.tap(page.getByRole('button', { name: `Start lesson with ${returning}` }));
      await expect(page.getByRole('combobox', { name: 'Target' })).toHaveValue('Barge');
      await lesson.holdSeries(3);
      await lesson.readSeries([
        ['4', '1', '571', '590'],
        ['4', '1', '571', '588'],
        ['4', '2', '571', '591'],
      ]);
      await expect(check.toes).toBeVisible();
      await hand.tap(lesson.step('Home'));
      await hand.tap(lesson.button('Keep hand-out'));
      await expect(page.getByText('Kept.', { exact: true })).toBeVisible();
      await hand.tap(lesson.button('In a week'));
      await expect(lesson.step('Home')).toContainText('day set');
      process.stdout.write(`a returning student on ${device}: ${hand.actions} taps beyond the digits\n`);
      expect(hand.actions).toBeLessThanOrEqual(35);
    });

    test('a left-hander’s lesson in inches and yards', async ({ page }) => {
      await page.goto(new URL('/account', served.address).href);
      await choose(page.getByRole('combobox', { name: /^Lengths/ }), /inches/);
      await choose(page.getByRole('combobox', { name: /^Distances/ }), /yards/);
      await page.goto(new URL('/today', served.address).href);
      const { check, hand, lesson } = handOn(page);
      await enrol(page, hand, { name: `Tamsin Leale ${viewport.width}`, hand: 'left' });
      await hand.tap(page.getByRole('link', { name: 'Begin: blind set-ups' }));
      await hand.tap(lesson.button('1 set-up'));
      await hand.tap(lesson.button(/^Start hold 1/));
      await page.clock.runFor(6_300);
      await hand.tap(lesson.button(/^To the tape/));
      // A left-hander’s lead foot is the right one; closed is to the left.
      for (const [name, text] of [
        ['Face Heel gap', '0'],
        ['Face Toe gap', '0'],
        ['Face Base', '3'],
        ['Toes Lead gap', '22 1/2'],
        ['Toes Trail gap', '23 3/4'],
        ['Toes Base', '17 3/4'],
      ] as const) {
        await check.field(name).fill(text);
        await check.field(name).blur();
      }
      await check.reveal();
      await expect(check.toes).toContainText('4.0° closed (left)');
      await expect(check.priority).toContainText(/They aim [\d.]+ yd left of Barge/);
      await expect(check.priority).toContainText(/Trail toe [\d /]+ in toward the line\./);
      expect(await page.locator('main').innerText()).not.toMatch(/\d mm\b|\d m\b/);
      await page.goto(new URL('/account', served.address).href);
      await choose(page.getByRole('combobox', { name: /^Lengths/ }), /millimetres/);
      await choose(page.getByRole('combobox', { name: /^Distances/ }), /^metres/);
    });
  });
}

test.describe('with a junior, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('a lesson is told without degrees, and goes home by the guardian', async ({ page }) => {
    const { check, hand, lesson } = handOn(page);
    await enrol(page, hand, { name: 'Pip Marrow', hand: 'right', minor: true });
    await hand.tap(page.getByRole('link', { name: 'Begin: blind set-ups' }));
    await hand.tap(lesson.button('1 set-up'));
    await hand.tap(lesson.button(/^Start hold 1/));
    await page.clock.runFor(6_300);
    await hand.tap(lesson.button(/^To the tape/));
    await lesson.readSetUp(['1', '1', '60', '420', '450', '330']);
    await expect(check.priority).toContainText('Toes first');
    await hand.tap(page.getByRole('button', { name: 'Show it to the student' }));
    const turned = page.getByRole('region', { name: 'For the student' });
    await expect(turned).toContainText(/They aim [\d.]+ m right of Barge/);
    await expect(turned).not.toContainText(/°|±|%/);
    await hand.tap(lesson.button('Back'));
    await hand.tap(lesson.step('Home'));
    await expect(page.getByLabel('Junior wording: shorter, no degrees')).toBeChecked();
    await consent(page, hand, 'Edna Marrow');
    await hand.into(page.getByLabel('E-mail of the guardian'));
    await page.keyboard.type('edna@post.example');
    await hand.tap(lesson.button('Send link'));
    await expect(page.locator('.address a')).toBeVisible();
  });
});
