import { type BrowserContext, expect, type Page } from '@playwright/test';
import { choose } from '../pages/choose.ts';
import { axeViolations } from '../pages/axe.ts';
import { demoSignIn } from '../pages/installation.ts';
import { openWork } from '../pages/open-work.ts';
import { hasOnDevice } from '../pages/on-device.ts';
import { test } from '../pages/quiet.ts';
import { servedToAnyone } from '../pages/served.ts';
import { SignInPage } from '../pages/sign-in.page.ts';

const served = servedToAnyone();
let one: Page;
let other: Page;
let contexts: readonly BrowserContext[] = [];

test.beforeAll(async ({ browser }) => {
  contexts = [await browser.newContext(), await browser.newContext()];
  const pages = await Promise.all(contexts.map((context) => context.newPage()));
  [one, other] = pages as [Page, Page];
  for (const page of pages) await new SignInPage(page).signIn(served.address, demoSignIn(served));
});

test.afterAll(() => Promise.all(contexts.map((context) => context.close())));

/** The same page in both browsers, once what it shows is there. */
async function both(path: string, ready: (page: Page) => Promise<void>): Promise<void> {
  for (const page of [one, other]) {
    await page.goto(new URL(path, served.address).href);
    await ready(page);
  }
}

/** The second to keep sees both versions, and chooses. */
async function seesBoth(mine: string, theirs: string): Promise<void> {
  const panel = other.getByRole('alert').filter({ hasText: 'Changed elsewhere since you opened it' });
  await expect(panel.getByRole('cell', { name: mine, exact: true })).toBeVisible();
  await expect(panel.getByRole('cell', { name: theirs, exact: true })).toBeVisible();
}
const keepMine = (): Promise<void> => other.getByRole('button', { name: 'Keep mine' }).click();
const takeOther = (): Promise<void> => other.getByRole('button', { name: 'Take the other' }).click();

/** The address of a student’s page, found as a person finds it. */
async function studentPath(name: string): Promise<string> {
  await one.goto(new URL('/students', served.address).href);
  await one.locator('#main').getByRole('link', { name, exact: true }).click();
  await one.getByRole('heading', { name, level: 1 }).waitFor();
  return new URL(one.url()).pathname;
}

test('a student changed in two browsers: the second sees both and keeps theirs on top', async () => {
  const path = await studentPath('Osk Brannel');
  await both(`${path}/edit`, (page) =>
    expect(page.getByLabel('Name', { exact: true })).toHaveValue('Osk Brannel'),
  );
  await one.getByLabel('Notes').fill('Works from the heels.');
  await one.getByRole('button', { name: 'Keep' }).click();
  await one.getByRole('heading', { name: 'Osk Brannel', level: 1 }).waitFor();
  await other.getByLabel('Notes').fill('Walks in slowly.');
  await other.getByRole('button', { name: 'Keep' }).click();
  await seesBoth('Walks in slowly.', 'Works from the heels.');
  expect(await axeViolations(other)).toEqual([]);
  await keepMine();
  await expect(other.getByText('Walks in slowly.')).toBeVisible();
});

test('clubs of a bag are named, changed in two browsers, and deleted with an undo', async () => {
  const path = await studentPath('Osk Brannel');
  const add = one.getByRole('button', { name: 'Add club' });
  await add.click();
  await one.getByLabel('Club', { exact: true }).fill('Old seven');
  // What is typed and not kept is there after a reload.
  await hasOnDevice(one, 'Old seven');
  await one.reload();
  await add.click();
  await expect(one.getByLabel('Club', { exact: true })).toHaveValue('Old seven');
  await one.getByRole('button', { name: 'Keep club' }).click();
  await expect(one.getByRole('button', { name: /^Old seven/ })).toBeVisible();
  const open = async (page: Page): Promise<void> => page.getByRole('button', { name: /^Old seven/ }).click();
  await both(path, open);
  await one.getByLabel('Club', { exact: true }).fill('Seven');
  await one.getByRole('button', { name: 'Keep club' }).click();
  await expect(one.getByRole('button', { name: /^Seven/ })).toBeVisible();
  await other.getByLabel('Club', { exact: true }).fill('My seven');
  await other.getByRole('button', { name: 'Keep club' }).click();
  await seesBoth('My seven', 'Seven');
  await takeOther();
  await other.getByRole('button', { name: /^Seven/ }).click();
  await other.getByRole('button', { name: 'Delete club' }).click();
  await expect(other.getByRole('button', { name: /^Seven/ })).toBeHidden();
  await other.getByRole('button', { name: 'Undo' }).click();
  await expect(other.getByRole('button', { name: /^Seven/ })).toBeVisible();
});

test('a lesson’s notes typed in two browsers: what was typed is there after a reload, and both are shown', async () => {
  await studentPath('Osk Brannel');
  await one.getByRole('button', { name: 'Start lesson' }).click();
  await one.getByRole('heading', { name: 'This lesson' }).waitFor();
  const notes = (page: Page) => page.getByLabel('What was worked on');
  await both(new URL(one.url()).pathname, (page) => expect(notes(page)).toHaveValue(''));
  await other.waitForTimeout(300);
  await other.getByLabel('What was worked on').fill('Feet first, then the face.');
  await expect(other.getByText('Changed, only on this device')).toBeVisible();
  await hasOnDevice(other, 'Feet first');
  await other.reload();
  await expect(notes(other)).toHaveValue('Feet first, then the face.');
  await notes(one).fill('The face alone.');
  await one.getByRole('button', { name: 'Keep notes' }).click();
  await expect(one.getByText('Kept.', { exact: true })).toBeVisible();
  await other.getByRole('button', { name: 'Keep notes' }).click();
  await seesBoth('Feet first, then the face.', 'The face alone.');
  await keepMine();
  await expect(other.getByText('Kept.', { exact: true })).toBeVisible();
});

test('a place and a method of the academy’s own', async () => {
  await one.goto(new URL('/places', served.address).href);
  await one.locator('#main li a').first().click();
  const name = (page: Page) => page.getByLabel('Name', { exact: true }).first();
  await expect(name(one)).not.toHaveValue('');
  await both(new URL(one.url()).pathname, (page) => expect(name(page)).not.toHaveValue(''));
  await name(one).fill('North rim');
  await one.getByRole('button', { name: 'Keep place' }).click();
  await expect(one.getByText('Kept', { exact: true })).toBeVisible();
  await name(other).fill('South rim');
  await other.getByRole('button', { name: 'Keep place' }).click();
  await seesBoth('South rim', 'North rim');
  await takeOther();
  await expect(name(other)).toHaveValue('North rim');

  await one.goto(new URL('/methods', served.address).href);
  await one.getByRole('button', { name: 'Copy and change' }).click();
  await name(one).fill('Ours');
  await one.getByRole('button', { name: /^Keep/ }).click();
  await one.getByRole('heading', { name: 'Ours' }).waitFor();
  const change = async (page: Page): Promise<void> => {
    await page.getByRole('button', { name: 'Change', exact: true }).click();
    await expect(name(page)).toHaveValue('Ours');
  };
  await both(new URL(one.url()).pathname, change);
  await name(one).fill('Ours, juniors');
  await one.getByRole('button', { name: /^Keep/ }).click();
  await one.getByRole('heading', { name: 'Ours, juniors' }).waitFor();
  await name(other).fill('Ours, seniors');
  await other.getByRole('button', { name: /^Keep/ }).click();
  await seesBoth('Ours, seniors', 'Ours, juniors');
  await keepMine();
  await other.getByRole('heading', { name: 'Ours, seniors' }).waitFor();
});

test('a station plan', async () => {
  await one.goto(new URL('/station', served.address).href);
  const plan = (page: Page) => page.getByLabel('Name', { exact: true });
  await openWork(one, 'Plan to lay by tape');
  await plan(one).fill('Irons');
  await one.getByRole('button', { name: 'Keep plan' }).click();
  await expect(one.getByText('Kept.', { exact: true })).toBeVisible();
  await both('/station', async (page) => {
    await openWork(page, 'Plan to lay by tape');
    await choose(page.locator('lo-station-planner').getByLabel('Plan'), 'Irons');
    await expect(plan(page)).toHaveValue('Irons');
  });
  await plan(one).fill('Irons, wet');
  await one.getByRole('button', { name: 'Keep plan' }).click();
  await expect(one.getByText('Kept.', { exact: true })).toBeVisible();
  await plan(other).fill('Irons, dry');
  await other.getByRole('button', { name: 'Keep plan' }).click();
  await seesBoth('Irons, dry', 'Irons, wet');
  await keepMine();
  await expect(other.getByText('Kept.', { exact: true })).toBeVisible();
});

test('a hand-out', async () => {
  const { students } = (await (
    await one.request.get(new URL('/api/students', served.address).href)
  ).json()) as {
    readonly students: readonly { readonly id: string; readonly name: string }[];
  };
  const runa = students.find(({ name }) => name === 'Runa Feldt')?.id ?? '';
  const history = (await (
    await one.request.get(new URL(`/api/students/${runa}/history`, served.address).href)
  ).json()) as {
    readonly lessons: readonly { readonly id: string; readonly checks: readonly { readonly id: string }[] }[];
  };
  const lesson = history.lessons.find(({ checks }) => checks.length > 0);
  const own = (page: Page) => page.getByLabel('A sentence of your own');
  const path = `/lessons/${lesson?.id}/checks/${lesson?.checks[0]?.id}/hand-out`;
  await both(path, (page) => expect(own(page)).toHaveValue(''));
  const keep = (page: Page): Promise<void> => page.getByRole('button', { name: 'Keep hand-out' }).click();
  await own(one).fill('Look at the raft.');
  await keep(one);
  await expect(one.getByText('Kept.', { exact: true })).toBeVisible();
  await both(path, (page) => expect(own(page)).toHaveValue('Look at the raft.'));
  await own(one).fill('Look at the barge.');
  await keep(one);
  await expect(one.getByText('Kept.', { exact: true })).toBeVisible();
  await own(other).fill('Look at the kiln.');
  await keep(other);
  await seesBoth('Look at the kiln.', 'Look at the barge.');
  await takeOther();
  await expect(own(other)).toHaveValue('Look at the barge.');
});

test('a change that was asked to be kept while the server was away goes out after its tab was closed', async () => {
  await one.goto(new URL('/places', served.address).href);
  await one.locator('#main li a').first().click();
  const name = (page: Page) => page.getByLabel('Name', { exact: true }).first();
  await expect(name(one)).not.toHaveValue('');
  // Only now is its address that of the place: what a link leads to is loaded first.
  const path = new URL(one.url()).pathname;
  await contexts[0]?.setOffline(true);
  await name(one).fill('Far rim');
  await one.getByRole('button', { name: 'Keep place' }).click();
  await expect(one.getByText('No connection to the server.', { exact: false })).toBeVisible();
  await one.close();
  await contexts[0]?.setOffline(false);
  one = (await contexts[0]?.newPage()) as Page;
  await one.goto(new URL('/today', served.address).href);
  // The server has it before the other page is opened: opened anew while it is asked, a page would never have its answer.
  await expect
    .poll(async () => (await other.request.get(new URL(`/api${path}`, served.address).href)).json())
    .toMatchObject({ name: 'Far rim' });
  await other.goto(new URL(path, served.address).href);
  await expect(name(other)).toHaveValue('Far rim');
});
