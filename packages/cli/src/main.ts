import { once } from 'node:events';
import { type Writable } from 'node:stream';
import { run } from './run.ts';

/** Who reads us may stop reading: `lotrecht ... | head` ends quietly. */
function endQuietlyWithoutReader(error: NodeJS.ErrnoException): void {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
}

function writer(stream: Writable): (text: string | Uint8Array) => Promise<void> {
  stream.on('error', endQuietlyWithoutReader);
  return async (text) => {
    if (!stream.write(text)) await once(stream, 'drain');
  };
}

process.exitCode = await run(process.argv.slice(2), {
  stdin: process.stdin,
  write: writer(process.stdout),
  writeError: writer(process.stderr),
});
