import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { demoSignIn, Installation, type Served } from '../pages/installation.ts';
import { SignInPage } from '../pages/sign-in.page.ts';

const installation = new Installation();
let served: Served;

test.beforeAll(async () => {
  test.setTimeout(300_000);
  served = await installation.start();
});

test.afterAll(() => installation.remove());

test.beforeEach(async ({ page }) => {
  await new SignInPage(page).signIn(served.address, demoSignIn(served));
});

async function openProgress(page: Page, name: string): Promise<void> {
  await page.getByRole('link', { name: 'Students', exact: true }).click();
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByRole('link', { name: 'Progress' }).click();
  await expect(page.getByRole('heading', { name: `Progress of ${name}` })).toBeVisible();
  await expect(page.locator('.paper svg').first()).toBeVisible();
}

test('the relapsed student is found from Today, the lesson that broke it opened, and a lesson started', async ({
  page,
}) => {
  const relapsed = page.locator('section', { has: page.getByRole('heading', { name: 'Relapsed' }) });
  await expect(relapsed).toContainText('Osk Brannel');
  await relapsed.getByRole('link', { name: /Toes, mid iron: out again/ }).click();
  await expect(page.getByRole('status').first()).toContainText(/^Toes: \d\.\d° closed \(right\)/);
  const table = page.getByRole('region', { name: 'Lesson by lesson' });
  const last = table.getByRole('row').last();
  await expect(last).toContainText('relapse');
  await expect(last).toContainText('toward closed: real');
  // The point of the picture opens its check; so does the table's link its lesson.
  await expect(page.locator('.paper svg').first()).toBeVisible();
  await last.getByRole('link').click();
  await expect(page.getByRole('heading', { name: 'Checks' })).toBeVisible();
  await expect(page.locator('lo-check-summary').first()).toContainText('Out: too closed');
  await page.getByRole('link', { name: 'Osk Brannel' }).click();
  await expect(page.getByText(/^Toes: \d\.\d° closed \(right\) ± \d\.\d°, spread/)).toBeVisible();
  await page.getByRole('button', { name: 'Start lesson' }).click();
  await expect(page.getByText('No check yet.')).toBeVisible();
});

test('a point of the picture opens the check behind it', async ({ page }) => {
  await openProgress(page, 'Runa Feldt');
  const picture = page.locator('.paper').first();
  const box = await picture.boundingBox();
  if (box === null) throw new Error('the picture is drawn');
  const points = await picture.locator('svg path').evaluateAll((paths) =>
    paths
      .filter((p) => (p.getAttribute('d') ?? '').startsWith('M1 0A1 1'))
      .map((p) => p.getBoundingClientRect())
      .map((r) => ({ x: r.x + r.width / 2, y: r.y + r.height / 2 })),
  );
  expect(points.length).toBeGreaterThan(5);
  const point = points.at(-1) ?? { x: 0, y: 0 };
  await page.mouse.click(point.x, point.y);
  await expect(page).toHaveURL(/\/lessons\/.+\/checks\//);
});

test('the twisted student is explained: feet closed, shoulders square', async ({ page }) => {
  await openProgress(page, 'Casimir Dunmoor');
  const matrix = page.getByRole('region', { name: 'Cold, by line and clubs' });
  await expect(matrix.getByRole('row', { name: /^Toes/ })).toContainText(/[4-6]\.\d° closed/);
  await expect(matrix.getByRole('row', { name: /^Shoulders/ })).toContainText(/[0-2]\.\d° (closed|open)/);
  await matrix
    .getByRole('row', { name: /^Shoulders/ })
    .getByRole('button')
    .click();
  await expect(page.getByRole('status').first()).toContainText(/^Shoulders/);
});

test('a change that is noise is not dressed up, and different circumstances are not compared', async ({
  page,
}) => {
  await openProgress(page, 'Ilse Quarrie');
  const table = page.getByRole('region', { name: 'Lesson by lesson' });
  await expect(table.getByText(/not shown \(\d+\.\d° can be shown\)/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Choose two lessons' }).click();
  const from = page.getByLabel(/^From/);
  const keys = await from.locator('option').allTextContents();
  const cold = keys.filter((k) => k.includes('blind'));
  const coached = keys.filter((k) => k.includes('coached'));
  await from.selectOption({ label: cold[0] ?? '' });
  await page.getByLabel(/^to/).selectOption({ label: coached[0] ?? '' });
  await expect(page.getByText(/^Not compared: one was “baseline, blind, range/)).toBeVisible();
  await page.getByLabel(/^to/).selectOption({ label: cold[1] ?? '' });
  await expect(page.getByText(/ to .*: (not shown|\d+\.\d° toward)/)).toBeVisible();
});

test('the student who feels far from where they are is told so, and what is shown goes into files', async ({
  page,
}) => {
  await openProgress(page, 'Petra Lindqvarn');
  await expect(
    page.getByText(
      /Feels turned from where they are by [5-9]\.\d° toward open ± \d\.\d° \(\d+ times asked\)/,
    ),
  ).toBeVisible();
  await page.getByRole('button', { name: '△ felt' }).click();
  await expect(page.getByRole('button', { name: '△ felt' })).toHaveAttribute('aria-pressed', 'true');
  const fileOf = async (name: string): Promise<string> => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name }).click(),
    ]);
    return readFileSync(await download.path(), 'latin1');
  };
  const csv = await fileOf('CSV');
  expect(csv).toMatch(/^date,n,meanDeg,levelDeg/);
  expect(csv.split('\r\n').length).toBeGreaterThan(10);
  expect(await fileOf('Picture, SVG')).toContain('<svg');
  expect((await fileOf('Picture, PNG')).slice(1, 4)).toBe('PNG');
});

test('200 lessons of seven lines are followed beside the page, which is never blocked for long', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const lines = ['face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'];
  const cold = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' };
  const rows = Array.from({ length: 200 }, (_, lesson) =>
    lines.flatMap((line, i) =>
      [0, 1].map((rep) => ({
        checkId: `00000000-0000-4000-8000-${String(lesson * 2 + rep).padStart(12, '0')}`,
        lessonId: `00000000-0000-4000-9000-${String(lesson).padStart(12, '0')}`,
        heldOn: new Date(Date.UTC(2022, 0, 1) + lesson * 7 * 86_400_000).toISOString().slice(0, 10),
        line,
        clubGroup: 'mid-iron',
        circumstances: cold,
        handedAzimuthDeg: 3 * Math.sin(lesson / 25 + i) + Math.sin(lesson * 7 + i * 3 + rep * 5),
        measurementUncertaintyDeg: 0.6,
        targetLineUncertaintyDeg: 0.3,
        conformanceProbability: 0.5,
        verdict: 'cannot-tell',
        toleranceDeg: [-2, 2],
        feltDeg: null,
      })),
    ),
  ).flat();
  await page.route('**/api/students/*/lines', (route) => route.fulfill({ json: rows }));
  await page.addInitScript(() => {
    const held = window as unknown as { longTasks: number[] };
    held.longTasks = [];
    new PerformanceObserver((list) => {
      held.longTasks.push(...list.getEntries().map((e) => e.duration));
    }).observe({ type: 'longtask', buffered: true });
  });
  await page.reload();
  // The page itself has been started before anything is counted.
  await page.getByRole('link', { name: 'Students', exact: true }).click();
  await page.getByRole('link', { name: 'Runa Feldt', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Last cold check/ })).toBeVisible();
  await page.evaluate(() => ((window as unknown as { longTasks: number[] }).longTasks = []));
  await page.getByRole('link', { name: 'Progress' }).click();
  await expect(page.getByRole('region', { name: 'Lesson by lesson' }).getByRole('row')).toHaveCount(31);
  await expect(page.locator('.paper svg')).toHaveCount(8);
  await expect(page.getByText(/Computed \d+ of 7 series/)).toBeHidden();
  const tasks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
  const longest = Math.round(Math.max(0, ...tasks));
  await page.getByRole('button', { name: 'All 200 lessons' }).click();
  await expect(page.getByRole('region', { name: 'Lesson by lesson' }).getByRole('row')).toHaveCount(201);
  process.stdout.write(
    `200 lessons × 7 lines: longest task of the page ${longest} ms, ${tasks.length} over 50 ms\n`,
  );
  // What the figure is belongs to the report; here only that nothing stands still.
  expect(longest).toBeLessThan(2_000);
});
