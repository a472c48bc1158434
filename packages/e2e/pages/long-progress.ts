import { dayAfter } from '@lotrecht/core';
import { expect, type Page } from '@playwright/test';
import { StudentsPage } from './students.page.ts';

const LINES = ['face', 'toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'];
const COLD = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' };
/** Two reps of seven lines in each of 200 weekly lessons. */
function longSeries(): readonly object[] {
  return Array.from({ length: 200 }, (_, lesson) =>
    [0, 1].map((rep) => ({
      checkId: `00000000-0000-4000-8000-${String(lesson * 2 + rep).padStart(12, '0')}`,
      lessonId: `00000000-0000-4000-9000-${String(lesson).padStart(12, '0')}`,
      heldOn: dayAfter('2022-01-01', 7 * lesson),
      clubGroup: 'mid-iron',
      circumstances: COLD,
      targetLineUncertaintyDeg: 0.3,
      feltDeg: null,
      lines: LINES.map((line, i) => ({
        line,
        handedAzimuthDeg: 3 * Math.sin(lesson / 25 + i) + Math.sin(lesson * 7 + i * 3 + rep * 5),
        measurementUncertaintyDeg: 0.6,
        verdict: 'cannot-tell',
        toleranceDeg: [-2, 2],
        doubted: false,
      })),
    })),
  ).flat();
}

/**
 * Opens the progress of a student with 200 lessons of seven lines and traces the page's tasks until everything stands.
 * Leaves the page there.
 */
export async function traceLongProgress(
  page: Page,
  student: string,
): Promise<{ readonly longestMs: number; readonly over50Ms: number }> {
  await page.route('**/api/students/*/lines', (route) => route.fulfill({ json: longSeries() }));
  await page.addInitScript(() => {
    const held = window as unknown as { longTasks: number[] };
    held.longTasks = [];
    new PerformanceObserver((list) => {
      held.longTasks.push(...list.getEntries().map((e) => e.duration));
    }).observe({ type: 'longtask', buffered: true });
  });
  await page.reload();
  // The page itself has been started before anything is counted.
  await new StudentsPage(page).open(student);
  await expect(page.getByRole('heading', { name: 'Where every line is, blind' })).toBeVisible();
  await page.evaluate(() => ((window as unknown as { longTasks: number[] }).longTasks = []));
  await page.getByRole('link', { name: 'Progress' }).click();
  await expect(page.getByRole('region', { name: 'Lesson by lesson' }).getByRole('row')).toHaveCount(11);
  await page.getByRole('region', { name: 'Blind, by line and clubs' }).scrollIntoViewIfNeeded();
  await page.locator('.paper.small').first().scrollIntoViewIfNeeded();
  await expect(page.locator('.paper svg')).toHaveCount(8);
  await expect(page.getByText(/Computed \d+ of 7 series/)).toBeHidden();
  const tasks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
  return { longestMs: Math.round(Math.max(0, ...tasks)), over50Ms: tasks.length };
}
