import { randomUUID } from 'node:crypto';
import { openPostOffice, type PostOffice } from '@lotrecht/demo';
import { type PostView } from '@lotrecht/records';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../database/sql.ts';
import { LETTER_SECRETS } from '../letter-secrets.ts';
import { pino } from 'pino';
import { CaughtLetters } from '../test/caught-letters.ts';
import { startTestApp, type TestApp, type TestClient } from '../test/test-app.ts';
import { wholeBody } from './letter.ts';
import { type MailService, smtpService } from './mail-service.ts';
import { sendNextLetter } from './send-letters.ts';

let app: TestApp;
let head: TestClient;
let office: PostOffice;
beforeAll(async () => {
  [app, office] = await Promise.all([startTestApp(), openPostOffice()]);
  head = (await app.signedIn(await app.academy('Tarnside'), 'head')).client;
});
afterAll(() => Promise.all([app.stop(), office.close()]));

const sendBy = (service: MailService): Promise<boolean> =>
  sendNextLetter({ db: app.db, service, secrets: LETTER_SECRETS, logger: pino({ level: 'silent' }) });

async function invite(name = 'Sanna Weyr'): Promise<string> {
  const email = `${randomUUID()}@tarnside.example`;
  expect((await head.post('/api/invitations', { name, email, role: 'instructor' })).status).toBe(202);
  return email;
}

async function letterTo(email: string): Promise<PostView | undefined> {
  return ((await head.get('/api/post')).body as PostView[]).find(({ recipient }) => recipient === email);
}

const isDueAgain = (email: string): Promise<number> =>
  app.db.exec(sql`UPDATE post_box SET next_try_at = UTC_TIMESTAMP(3) WHERE recipient = ${email}`);

const secretIn = (text: string): string => /\/link\/(\S+)/.exec(text)?.[1] ?? '';

describe('a letter', () => {
  it('waits in the box, and goes out by the mail service with a link that opens', async () => {
    const email = await invite('Sanna “S.” Wéyr');
    expect(await letterTo(email)).toMatchObject({ state: 'waiting', sentAt: null, tries: 0 });
    expect(await sendBy(smtpService(office.smtpUrl, 'Lotrecht <no-reply@tarnside.example>'))).toBe(true);
    const [letter] = office.letters;
    expect(letter).toMatchObject({ recipient: email, subject: 'You are invited to teach with Lotrecht' });
    expect(letter?.text).toContain('Sanna “S.” Wéyr,');
    expect((await app.client().get(`/api/links/${secretIn(letter?.text ?? '')}`)).status).toBe(200);
    const kept = await letterTo(email);
    expect(kept).toMatchObject({ state: 'sent', tries: 1 });
    expect(kept?.body).toContain('/link/…');
    expect(await sendBy(smtpService(office.smtpUrl, 'a@tarnside.example'))).toBe(false);
  });

  it('is read at the stand-in by whoever knows its door, as text', async () => {
    const answer = await fetch(office.readUrl);
    expect(await answer.text()).toContain('You are invited to teach with Lotrecht');
    expect(answer.headers.get('content-security-policy')).toContain("default-src 'none'");
    expect((await fetch(new URL('/letters.json', office.readUrl))).status).toBe(404);
    const stranger = office.smtpUrl.replace(/:[^:@/]+@/, ':guess@');
    const strange = smtpService(stranger, 'a@b.example').send({
      id: '1',
      recipient: 'a@b.example',
      subject: '',
      body: '',
    });
    await expect(strange).rejects.toMatchObject({ code: 'EAUTH' });
  });

  it('adds no header and no recipient of its own by a name', async () => {
    const before = office.letters.length;
    const odd = { id: randomUUID(), recipient: 'c@b.example', subject: 'x\r\nBcc: z@y.example', body: 'b' };
    await smtpService(office.smtpUrl, 'a@b.example').send(odd);
    expect(office.letters).toHaveLength(before + 1);
    expect(office.letters[0]).toMatchObject({ recipient: 'c@b.example', text: 'b\n' });
  });

  it('that the service does not take is tried again later, with another secret', async () => {
    const email = await invite();
    const seen: string[] = [];
    const failing: MailService = {
      send: async ({ body }) => {
        seen.push(secretIn(body));
        throw Object.assign(new Error('no'), { code: 'ECONNREFUSED' });
      },
    };
    expect(await sendBy(failing)).toBe(true);
    expect(await letterTo(email)).toMatchObject({ state: 'waiting', tries: 1 });
    expect(await sendBy(failing)).toBe(false);
    await isDueAgain(email);
    const caught = new CaughtLetters();
    const token = await caught.lastToken(app.db);
    expect(caught.letters).toHaveLength(1);
    expect(await letterTo(email)).toMatchObject({ state: 'sent', tries: 2 });
    expect((await app.client().get(`/api/links/${token}`)).status).toBe(200);
    // One that reached somebody although nothing was heard of it opens nothing any more.
    expect((await app.client().get(`/api/links/${seen[0]}`)).status).toBe(404);
  });

  it('is sent by one of two servers that look at the same time', async () => {
    await invite();
    const caught = new CaughtLetters();
    await Promise.all([sendBy(caught), sendBy(caught), sendBy(caught)]);
    expect(caught.letters).toHaveLength(1);
  });

  it('whose link was closed meanwhile is given up', async () => {
    const email = await invite();
    const [open] = (await head.get('/api/invitations')).body as { id: string; email: string }[];
    expect(open?.email).toBe(email);
    await head.delete(`/api/invitations/${open?.id}`);
    const caught = new CaughtLetters();
    expect(await sendBy(caught)).toBe(true);
    expect(caught.letters).toEqual([]);
    expect(await letterTo(email)).toMatchObject({ state: 'given-up', tries: 0 });
  });

  it('says its address whole where it stood unsaid, whatever a name holds', () => {
    const kept = 'Mr https://x/link/…,\n\nopen https://x/link/…\n';
    expect(wholeBody(kept, 'https://x/link/', 'abc')).toBe(
      'Mr https://x/link/…,\n\nopen https://x/link/abc\n',
    );
    expect(() => wholeBody('nothing', 'https://x/link/', 'abc')).toThrow('without its address');
  });
});
