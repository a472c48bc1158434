import { spawn } from 'node:child_process';
import path from 'node:path';

/** What the command left behind. */
export interface Ran {
  readonly code: number | null;
  readonly out: string;
  readonly error: string;
}

const COMMAND = path.resolve(import.meta.dirname, '../../bin/lotrecht.mjs');

/** Runs `lotrecht` as a shell would, with a text or chunks of bytes on standard input. */
export function lotrecht(args: readonly string[], input: string | Iterable<Uint8Array> = ''): Promise<Ran> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [COMMAND, ...args], { stdio: ['pipe', 'pipe', 'pipe'] });
    let [out, error] = ['', ''];
    child.stdout.setEncoding('utf8').on('data', (text: string) => (out += text));
    child.stderr.setEncoding('utf8').on('data', (text: string) => (error += text));
    // A command that refuses its input early closes the pipe; that is its right.
    child.stdin.on('error', () => undefined);
    child.once('error', reject).once('close', (code) => resolve({ code, out, error }));
    if (typeof input === 'string') child.stdin.end(input);
    else {
      for (const chunk of input) child.stdin.write(chunk);
      child.stdin.end();
    }
  });
}
