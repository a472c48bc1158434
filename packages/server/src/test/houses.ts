import { type MergeLine, type MergeReport } from '@lotrecht/records';
import { expect } from 'vitest';
import { type Actor } from '../access/actor.ts';
import { type TestApp, type TestClient } from './test-app.ts';

/** A house where an academy is in use: the app, and its head signed in. */
export interface House {
  readonly app: TestApp;
  readonly head: TestClient;
  readonly actor: Actor;
}

/** Another academy of an app, with its head. */
export async function houseOf(app: TestApp, name: string): Promise<House> {
  const { client, actor } = await app.signedIn(await app.academy(name), 'head');
  return { app, head: client, actor };
}

/** What goes out. */
export async function fileOf(head: TestClient, path = '/api/academy/export'): Promise<string> {
  const { status, bytes } = await head.file('GET', path);
  expect(status).toBe(200);
  return bytes.toString('utf8');
}

/** Sends a file in. */
export function post(house: House, file: string, query: string, signal?: AbortSignal): Promise<Response> {
  return fetch(new URL(`/api/academy/import?${query}`, house.app.base), {
    method: 'POST',
    headers: {
      'X-Requested-By': 'lotrecht',
      'Content-Type': 'application/jsonl',
      Cookie: house.head.cookie,
    },
    body: file,
    ...(signal && { signal }),
  });
}

/** @returns every line of the answer */
export async function answered(house: House, file: string, query = ''): Promise<readonly MergeLine[]> {
  const response = await post(house, file, query);
  expect(response.status).toBe(200);
  const text = (await response.text()).trimEnd();
  return text.split('\n').map((line) => JSON.parse(line) as MergeLine);
}

/** What a file would bring. */
export async function looked(house: House, file: string): Promise<MergeReport> {
  const last = (await answered(house, file)).at(-1);
  if (last === undefined || !('report' in last)) throw new Error(JSON.stringify(last));
  return last.report;
}

/** Looks, then brings in what was seen. */
export async function broughtIn(house: House, file: string, differing = 'keep'): Promise<MergeReport> {
  const { seen } = await looked(house, file);
  const last = (await answered(house, file, `do=bring-in&seen=${seen}&differing=${differing}`)).at(-1);
  if (last === undefined || !('report' in last)) throw new Error(JSON.stringify(last));
  return last.report;
}

/** By table, where there are any. */
export function countsOf({ tables }: MergeReport, what: 'fresh' | 'same' | 'differ' | 'leftOut'): object {
  const counted = tables.filter((t) => t[what] > 0).map((t) => [t.table, t[what]] as const);
  return Object.fromEntries(counted);
}
