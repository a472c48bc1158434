import path from 'node:path';
import { buildServer } from '../start/build.mjs';

/** Threads of the server, and servers that are killed, run what is built: an older build would be tried in silence. */
export async function setup() {
  await buildServer(path.resolve(import.meta.dirname, '../..'));
}
