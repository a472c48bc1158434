import { randomBytes } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import { type AddressInfo } from 'node:net';
import PostalMime from 'postal-mime';
import { SMTPServer } from 'smtp-server';
import { letterPage } from './letter-page.ts';
import { type ReceivedLetter } from './received-letter.ts';

/** A mail service that takes everything and delivers nothing: letters are read here. */
export interface PostOffice {
  /** Where letters are handed in, with the name and password that it wants. */
  readonly smtpUrl: string;
  /** Where they are read; whoever knows it reads them all. */
  readonly readUrl: string;
  /** Newest first. */
  readonly letters: readonly ReceivedLetter[];
  close(): Promise<void>;
}

/** What is kept: letters are in memory and nowhere else. */
const MOST_LETTERS = 200;
const MOST_BYTES = 256 * 1024;
const HOST = '127.0.0.1';

/** Opens the stand-in on loopback, on ports that are free. */
export async function openPostOffice(): Promise<PostOffice> {
  const [password, door] = [randomBytes(16).toString('hex'), randomBytes(16).toString('hex')];
  const letters: ReceivedLetter[] = [];
  const smtp = new SMTPServer({
    // On loopback, between two programs of one machine.
    disabledCommands: ['STARTTLS'],
    allowInsecureAuth: true,
    size: MOST_BYTES,
    logger: false,
    onAuth: ({ username, password: typed }, _session, callback) => {
      if (username === 'lotrecht' && typed === password) callback(null, { user: username });
      else callback(new Error('not the name and password of this post office'));
    },
    onData: (stream, session, callback) => {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        void PostalMime.parse(Buffer.concat(chunks)).then((letter) => {
          letters.unshift({
            at: new Date().toISOString(),
            recipient: session.envelope.rcptTo.map(({ address }) => address).join(', '),
            subject: letter.subject ?? '',
            text: letter.text ?? '',
          });
          letters.splice(MOST_LETTERS);
          callback();
        }, callback);
      });
    },
  });
  const smtpPort = await new Promise<number>((resolve, reject) => {
    smtp.server.once('error', reject);
    smtp.listen(0, HOST, () => resolve((smtp.server.address() as AddressInfo).port));
  });
  const reading = createServer((request, response) => {
    const [, key, file] = (request.url ?? '').split('/');
    const headers = { 'Cache-Control': 'no-store', 'Referrer-Policy': 'no-referrer' };
    if (request.method !== 'GET' || key !== door) {
      response.writeHead(404, headers).end('Nothing is here. The start printed where letters are read.\n');
    } else if (file === 'letters.json') {
      response
        .writeHead(200, { ...headers, 'Content-Type': 'application/json' })
        .end(JSON.stringify(letters));
    } else {
      response
        .writeHead(200, {
          ...headers,
          'Content-Type': 'text/html; charset=utf-8',
          'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
        })
        .end(letterPage(letters));
    }
  });
  const readPort = await listen(reading);
  return {
    smtpUrl: `smtp://lotrecht:${password}@${HOST}:${smtpPort}`,
    readUrl: `http://${HOST}:${readPort}/${door}/`,
    letters,
    close: async () => {
      reading.closeAllConnections();
      await Promise.all([
        new Promise<void>((resolve) => reading.close(() => resolve())),
        new Promise<void>((resolve) => smtp.close(() => resolve())),
      ]);
    },
  };
}

function listen(server: Server): Promise<number> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(0, HOST, () => resolve((server.address() as AddressInfo).port));
  });
}
