import { chromium } from '@playwright/test';
import { CheckPage } from './pages/check.page.ts';
import { demoSignIn } from './pages/installation.ts';
import { traceLongProgress } from './pages/long-progress.ts';
import { SignInPage } from './pages/sign-in.page.ts';

/** Measures the browser's part of the bench against a running installation; one line of JSON for who called. */
const [address = '', output = ''] = process.argv.slice(2);
const FIELDS = 60;
const DIGITS = 3;
/** All that follows from a field has been done by then. */
const SETTLED_MS = 50;

const browser = await chromium.launch({
  executablePath: process.env['LOTRECHT_CHROMIUM'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-dev-shm-usage',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await new SignInPage(page).signIn(address, demoSignIn({ address, output }));
const scriptBytes = await page.evaluate(() =>
  performance
    .getEntriesByType('resource')
    .filter((entry) => new URL(entry.name).pathname.endsWith('.js'))
    .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
);
await page
  .getByRole('button', { name: /^New check for/ })
  .first()
  .click();
const check = new CheckPage(page);
await check.toTape();
await check.typeReadings(['571', '602', '450', '4', '1', '75']);
const devtools = await page.context().newCDPSession(page);
await devtools.send('Performance.enable');
const metrics = async (): Promise<Record<string, number>> =>
  Object.fromEntries(
    (await devtools.send('Performance.getMetrics')).metrics.map(({ name, value }) => [name, value]),
  );
// Found once and typed into by the keyboard: looking fields up is the measuring's own work, and as much as the page's.
const fields = await Promise.all(
  ['Toes Trail gap', 'Toes Lead gap'].map((name) => check.field(name).elementHandle()),
);
let [digits, completed, drawn] = [0, 0, 0];
const drawing = (m: Record<string, number>): number =>
  (m['LayoutDuration'] ?? 0) + (m['RecalcStyleDuration'] ?? 0);
const scripting = (m: Record<string, number>): number => m['ScriptDuration'] ?? 0;
for (let i = 0; i < FIELDS; i++) {
  await fields[i % 2]?.focus();
  await page.keyboard.press('Control+a');
  const before = await metrics();
  await page.keyboard.type(String(560 + (i % 50)));
  const typed = await metrics();
  await page.keyboard.press('Enter');
  await page.waitForTimeout(SETTLED_MS);
  const after = await metrics();
  digits += scripting(typed) - scripting(before);
  completed += scripting(after) - scripting(typed);
  drawn += drawing(after) - drawing(before);
}
const long = await traceLongProgress(page, 'Runa Feldt');
const perField = (seconds: number): number => (seconds * 1000) / FIELDS;
await browser.close();
process.stdout.write(
  `${JSON.stringify([
    {
      name: 'first load to the tee sheet, compressed script',
      value: scriptBytes,
      unit: 'bytes',
      ratio: scriptBytes / 250_000,
      base: 'the limit of 250 kB',
    },
    {
      name: 'scripting per digit typed in a check',
      value: perField(digits / DIGITS),
      unit: 'ms',
      ratio: perField(digits / DIGITS) / 16.7,
      base: 'a frame of 16.7 ms',
    },
    {
      name: 'scripting per completed field in a check',
      value: perField(completed),
      unit: 'ms',
      ratio: perField(completed) / 16.7,
      base: 'a frame of 16.7 ms',
    },
    {
      name: 'layout and style per completed field',
      value: perField(drawn),
      unit: 'ms',
      ratio: perField(drawn) / 16.7,
      base: 'a frame of 16.7 ms',
    },
    {
      name: 'progress of 200 lessons × 7 lines, longest task of the page (0: none over 50)',
      value: long.longestMs,
      unit: 'ms',
      ratio: long.longestMs / 50,
      base: 'the limit of 50 ms',
    },
  ])}\n`,
);
