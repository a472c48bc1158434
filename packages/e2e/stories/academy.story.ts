import { readFileSync } from 'node:fs';
import { choose } from '../pages/choose.ts';
import { expect, type Page } from '@playwright/test';
import { draftsOnDevice } from '../pages/on-device.ts';
import { test } from '../pages/quiet.ts';
import { axeViolations } from '../pages/axe.ts';
import { CheckPage } from '../pages/check.page.ts';
import { servedWithDemo } from '../pages/served.ts';

servedWithDemo();

async function openRoster(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Academy', exact: true }).click();
  await page.getByRole('link', { name: 'Roster', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Students', exact: true }).getByRole('row')).toHaveCount(25);
}

async function openFiles(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Academy', exact: true }).click();
  await page.getByRole('link', { name: 'Files in and out' }).click();
  await expect(page.getByRole('heading', { name: 'Files in and out' })).toBeVisible();
}

async function downloaded(page: Page, link: string): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: link }).click(),
  ]);
  return readFileSync(await download.path(), 'utf8');
}

test('the head finds who is due, who has relapsed and how groups stand, and gives a student to a colleague', async ({
  page,
}) => {
  await openRoster(page);
  const table = page.getByRole('region', { name: 'Students', exact: true });
  await choose(page.getByLabel('Flag'), 'relapsed');
  await expect(table.getByRole('row')).toHaveCount(2);
  await expect(table).toContainText(/relapsed: toes \(mid iron\)/);
  await choose(page.getByLabel('Flag'), 'any or none');
  await choose(page.getByLabel('Out, blind'), 'Shoulders');
  await expect(table.getByRole('row').nth(1)).toContainText('shoulders');
  await choose(page.getByLabel('Out, blind'), 'any or none');
  await choose(page.getByLabel('Order'), 'by name');
  await expect(table.getByRole('row').nth(1)).toContainText('Anselm Tove');

  const instructor = table.getByLabel('Instructor of Anselm Tove');
  await choose(instructor, 'Marit Oswin');
  await expect(page.getByText('Anselm Tove is with Marit Oswin now.')).toBeVisible();
  await page.reload();
  await choose(page.getByLabel('Order'), 'by name');
  await expect(table.getByLabel('Instructor of Anselm Tove')).toContainText('Marit Oswin');

  const lines = page.getByRole('region', { name: 'Lines of the group' });
  await expect(lines.getByRole('row')).toHaveCount(7);
  await expect(lines).toContainText(/\d+ % \(\d+ to \d+\)/);
  await choose(page.getByLabel('Hand'), 'left-handed');
  await expect(lines).toContainText(/\d of \d/);
  expect(await axeViolations(page)).toEqual([]);
});

test('everything is free to leave: the academy, a table, the calendar, a student', async ({ page }) => {
  await openFiles(page);
  expect(await axeViolations(page)).toEqual([]);
  const academy = (await downloaded(page, 'All of it, JSON Lines')).trimEnd().split('\n');
  expect(JSON.parse(academy[0] ?? '')).toMatchObject({ format: 'lotrecht-academy', name: 'Tarnside' });
  expect(academy.filter((line) => line.startsWith('{"table":"student"'))).toHaveLength(24);
  expect(academy.join('\n')).not.toContain('argon2');
  expect(await downloaded(page, 'Angles, line by line')).toMatch(/^checkId,line,studentId,/);
  expect(await downloaded(page, 'Lessons, iCalendar')).toContain('BEGIN:VEVENT');
  await page.getByRole('navigation').getByRole('link', { name: 'Students' }).click();
  await page.getByRole('link', { name: 'Bela Varnholt', exact: true }).click();
  await page.getByRole('link', { name: 'Change name, hand or notes' }).click();
  const own = (await downloaded(page, 'Their data, JSON Lines')).trimEnd().split('\n');
  expect(own.filter((line) => line.startsWith('{"table":"student"'))).toHaveLength(1);
  expect(own.join('\n')).toContain('Bela Varnholt');
  expect(own.join('\n')).not.toContain('Ilse Quarrie');
});

test('a file that went out and was worked on elsewhere comes in: what differs is seen, chosen, and taken', async ({
  page,
}) => {
  await openFiles(page);
  const lines = (await downloaded(page, 'All of it, JSON Lines')).trimEnd().split('\n');
  const rows = lines.map((line) => JSON.parse(line) as Record<string, unknown>);
  const chooseFile = (): Promise<void> =>
    page.getByLabel(/The file, as it went out/).setInputFiles({
      name: 'academy.jsonl',
      mimeType: 'application/jsonl',
      buffer: Buffer.from(rows.map((row) => JSON.stringify(row)).join('\n')),
    });
  const student = rows.find((row) => row['table'] === 'student' && row['name'] === 'Ilse Quarrie') ?? {};
  const bringIn = page.getByRole('button', { name: 'Bring the file in' });

  student['handedness'] = 'both';
  await chooseFile();
  await page.getByRole('button', { name: 'Look at the file' }).click();
  await expect(page.getByText(/and 1 thing wrong\. Nothing came in\./)).toBeVisible();
  await expect(page.getByRole('region', { name: 'What is wrong in the file' })).toContainText('/handedness');
  await expect(bringIn).toHaveCount(0);

  student['handedness'] = 'left';
  student['notes'] = 'Worked on the grip in the hall.';
  const fresh = { ...student, id: '11111111-1111-4111-8111-111111111111', name: 'Jo Kellen' };
  rows.splice(rows.indexOf(student), 0, fresh);
  await chooseFile();
  await page.getByRole('button', { name: 'Look at the file' }).click();
  await expect(page.getByText(/: 1 would come in, \d+ here already, 1 not the same here\./)).toBeVisible();
  const differs = page.getByRole('region', { name: 'What is not the same' });
  await expect(differs.getByRole('row').nth(1)).toContainText('Worked on the grip in the hall.');
  await expect(bringIn).toBeDisabled();
  expect(await axeViolations(page)).toEqual([]);
  await page.getByLabel(/take all of it from the file/).check();
  await bringIn.click();
  await expect(page.getByText(/: 1 came in, /)).toBeVisible();
  await page.getByRole('button', { name: 'Look at the file' }).click();
  await expect(page.getByText(/: 0 would come in, \d+ here already\./)).toBeVisible();
  await expect(bringIn).toBeDisabled();

  await page.getByRole('navigation').getByRole('link', { name: 'Students' }).click();
  await page.getByLabel('Find by name').fill('kéll');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByLabel('Find by name').fill('quarrie');
  await page.getByRole('link', { name: 'Ilse Quarrie', exact: true }).click();
  await expect(page.getByText('Worked on the grip in the hall.')).toBeVisible();
  await page.getByRole('link', { name: 'Academy', exact: true }).click();
  await expect(page.getByRole('row', { name: /brought a file in: Tarnside, \d+ rows/ })).toBeVisible();
});

test('someone who is not of age waits for the guardian’s consent before anything is kept', async ({
  page,
}) => {
  await page.getByRole('navigation').getByRole('link', { name: 'Students' }).click();
  await page.getByRole('link', { name: 'Add student' }).click();
  await expect(page.getByRole('heading', { name: 'New student' })).toBeVisible();
  await page.getByLabel('Name').fill('Tilde Marn');
  await page.getByLabel('right-handed').check();
  await page.getByLabel(/Not of age/).check();
  // Before a guardian has consented only who they are is asked for.
  await expect(page.getByLabel('Height, cm')).toHaveCount(0);
  await expect(page.getByLabel('Notes')).toHaveCount(0);
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('heading', { name: 'Tilde Marn' })).toBeVisible();
  const start = page.getByRole('button', { name: 'Start lesson' });
  await expect(page.getByText(/A guardian’s consent comes before any record/)).toBeVisible();
  await expect(start).toHaveCount(0);
  expect(await axeViolations(page)).toEqual([]);
  await page.getByLabel('Consent given by').fill('A guardian');
  await page.getByLabel(/a link to them/).check();
  await page.getByRole('button', { name: 'Record consent' }).click();
  await expect(page.getByText(/Consent of A guardian, .* to records of lessons and checks\./)).toBeVisible();
  await start.click();
  await expect(page).toHaveURL(/\/lessons\//);
  await page.getByRole('link', { name: 'Tilde Marn' }).first().click();
  await page.getByRole('link', { name: /^Change name/ }).click();
  await page.getByLabel('Height, cm').fill('57');
  await page.getByRole('button', { name: 'Keep' }).click();
  // A slip is not kept, and nothing else is lost.
  await expect(page.getByText('Read 57. Type cm from 80 to 240.')).toBeVisible();
  await page.getByLabel('Height, cm').fill('4 ft 9 in');
  await page.getByLabel('Shoe, cm or size').fill('38');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('heading', { name: 'Tilde Marn' })).toBeVisible();
  await page.getByRole('button', { name: /Withdraw it.*records of/ }).click();
  // The link shows records: it goes with them.
  await expect(page.getByText(/withdrawn/)).toHaveCount(2);
  await expect(start).toHaveCount(0);
});

test('readings from a spreadsheet: columns named, errors told by row, then brought in once', async ({
  page,
}) => {
  await openFiles(page);
  const heads = 'Player;Lesson date;Line;Lead;Trail;Base width;Club';
  const good =
    'Ida Brandt;02.03.2026;toes;571;602;45 cm;7-iron\nIda Brandt;09.03.2026;toes;571;590;450;7-iron';
  const chooseRows = (rows: string): Promise<void> =>
    page.getByLabel(/A table of readings/).setInputFiles({
      name: 'old.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`${heads}\n${rows}\n`),
    });
  await chooseRows(`${good}\nIda Brandt;31.02.2026;elbows;571;602;450;driver`);
  await choose(page.getByRole('combobox', { name: 'Days' }), 'day, month, year');
  await expect(
    page.getByText('Ida Brandt · 2 Mar 2026 · Toes · 571 mm and 602 mm over 450 mm'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Look at all of it' }).click();
  await expect(page.getByText('3 rows, 2 of what they say cannot come in. Nothing came in.')).toBeVisible();
  const problems = page.getByRole('region', { name: 'What cannot come in' });
  await expect(problems.getByRole('row').nth(1)).toContainText('Read “31.02.2026”. Use a day as 17.04.2026.');
  await expect(problems.getByRole('row').nth(2)).toContainText('Read “elbows”');
  await expect(page.getByRole('button', { name: 'Bring it in' })).toBeDisabled();
  expect(await axeViolations(page)).toEqual([]);

  await chooseRows(good);
  await choose(page.getByRole('combobox', { name: 'Days' }), 'day, month, year');
  await page.getByRole('button', { name: 'Look at all of it' }).click();
  await expect(page.getByText('2 rows would bring 2 checks in 2 new lessons, 1 new student.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText(/^2 rows came in/)).toBeVisible();
  await page.getByRole('button', { name: 'Look at all of it' }).click();
  await expect(page.getByText(/2 checks here already, not brought twice/)).toBeVisible();
  await page.getByRole('navigation').getByRole('link', { name: 'Students' }).click();
  await page.getByRole('link', { name: 'Ida Brandt', exact: true }).click();
  await expect(page.getByText(/2\.4° closed/).first()).toBeVisible();
});

test('a student who asks to be forgotten is erased by name, and what a tablet holds of them goes too', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'Start lesson with Wenke Aldous' }).click();
  const check = new CheckPage(page);
  await check.toTape();
  const drafts = async (): Promise<number> => (await draftsOnDevice(page, 'checks')).length;
  await check.field('Toes Lead gap').fill('571');
  await expect.poll(drafts).toBe(1);
  await page.getByRole('link', { name: 'Wenke Aldous' }).click();
  await page.getByRole('link', { name: 'Change name, hand or notes' }).click();
  const erase = page.getByRole('button', { name: 'Erase for good' });
  await expect(erase).toBeDisabled();
  await page.getByLabel('Type the name to erase').fill('Wenke');
  await expect(erase).toBeDisabled();
  await page.getByLabel('Type the name to erase').fill('Wenke Aldous');
  expect(await axeViolations(page)).toEqual([]);
  await erase.click();
  await expect(page.getByRole('heading', { name: 'Students', exact: true })).toBeVisible();
  await expect(page.getByText('Wenke Aldous')).toHaveCount(0);
  await expect.poll(drafts).toBe(0);
  await page.getByRole('link', { name: 'Academy', exact: true }).click();
  await expect(page.getByRole('row', { name: /erased the student erased since/ })).toBeVisible();
});
