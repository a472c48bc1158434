import { createServer } from 'node:net';
import { StartError } from './say.mjs';

function tryPort(port, host = '127.0.0.1') {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(port, host, () => {
      const { port: got } = probe.address();
      probe.close(() => resolve(got));
    });
  });
}

/** A port nobody listens on. */
export function freePort() {
  return tryPort(0);
}

/** Refuses a port that is taken, before anything else is started. */
export async function requireFreePort(port, host) {
  try {
    await tryPort(port, host);
  } catch (error) {
    if (error.code === 'EACCES') {
      throw new StartError(
        `This user may not use port ${port}. Choose one above 1023: npm start -- --port 4310`,
      );
    }
    throw new StartError(
      `Port ${port} is used by another program. Choose another: npm start -- --port ${port + 1}`,
    );
  }
}
