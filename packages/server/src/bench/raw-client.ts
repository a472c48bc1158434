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
    private socket: Socket,
    private readonly base: URL,
  ) {
    this.listen();
  }

  static async open(base: string): Promise<RawClient> {
    const at = new URL(base);
    return new RawClient(await connected(at), at);
  }

  /** @returns the answer's status, once the whole of it has arrived */
  async ask(head: string, body = ''): Promise<number> {
    // A server lets a connection go that was not used for some seconds: who wrote into it would wait for ever.
    if (this.socket.destroyed || this.socket.readableEnded) {
      this.socket = await connected(this.base);
      this.listen();
    }
    return new Promise((resolve, reject) => {
      this.answered = resolve;
      this.failed = reject;
      const length = body === '' ? '' : `Content-Length: ${Buffer.byteLength(body)}\r\n`;
      this.socket.write(`${head}Host: ${this.base.host}\r\n${length}\r\n${body}`);
    });
  }

  private listen(): void {
    this.socket.setNoDelay(true);
    this.socket.on('data', (chunk) => this.take(chunk));
    this.socket.on('error', (error) => this.failed?.(error));
    this.socket.on('close', () => this.failed?.(new Error('the connection was closed')));
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

function connected({ hostname, port }: URL): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = connect(Number(port), hostname, () => resolve(socket));
    socket.once('error', reject);
  });
}
