import { connect, type Socket } from 'node:net';

const HEADERS_END = Buffer.from('\r\n\r\n');

/**
 * One connection that stays open and costs next to nothing, so that on a machine shared with the server it is the
 * server that is measured. Knows answers with a Content-Length, which all of ours have.
 */
export class RawClient {
  private received: Buffer[] = [];
  private receivedBytes = 0;
  /** Of the whole answer; infinite until its head has arrived. */
  private wantedBytes = Number.POSITIVE_INFINITY;
  private answered: ((status: number) => void) | undefined;
  private failed: ((error: Error) => void) | undefined;

  private constructor(
    private readonly socket: Socket,
    private readonly host: string,
  ) {
    socket.setNoDelay(true);
    socket.on('data', (chunk) => this.take(chunk));
    socket.on('error', (error) => this.failed?.(error));
    // A server lets a connection go that was not used for some seconds: open it when it is wanted.
    socket.on('close', () => this.failed?.(new Error('the connection was closed')));
  }

  static open(base: string): Promise<RawClient> {
    const { host, hostname, port } = new URL(base);
    return new Promise((resolve, reject) => {
      const socket = connect(Number(port), hostname, () => resolve(new RawClient(socket, host)));
      socket.once('error', reject);
    });
  }

  /** @returns the answer's status, once the whole of it has arrived */
  ask(head: string, body = ''): Promise<number> {
    return new Promise((resolve, reject) => {
      this.answered = resolve;
      this.failed = reject;
      const length = body === '' ? '' : `Content-Length: ${Buffer.byteLength(body)}\r\n`;
      this.socket.write(`${head}Host: ${this.host}\r\n${length}\r\n${body}`);
    });
  }

  close(): void {
    this.failed = undefined;
    this.socket.destroy();
  }

  /** An answer of a megabyte comes in many pieces: they are put together for its head alone. */
  private take(chunk: Buffer): void {
    this.received.push(chunk);
    this.receivedBytes += chunk.length;
    if (this.wantedBytes === Number.POSITIVE_INFINITY) {
      const all = Buffer.concat(this.received);
      this.received = [all];
      const end = all.indexOf(HEADERS_END);
      if (end === -1) return;
      const head = all.toString('latin1', 0, end);
      this.wantedBytes = end + HEADERS_END.length + Number(/content-length: (\d+)/i.exec(head)?.[1] ?? 0);
    }
    if (this.receivedBytes < this.wantedBytes) return;
    const status = Number(this.received[0]?.toString('latin1', 9, 12));
    this.received = [];
    this.receivedBytes = 0;
    this.wantedBytes = Number.POSITIVE_INFINITY;
    this.answered?.(status);
  }
}
