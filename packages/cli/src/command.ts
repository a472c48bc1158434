/** What a command reads from and writes to; the process's own streams, or a test's. */
export interface Streams {
  readonly stdin: AsyncIterable<Uint8Array>;
  /** Resolves when more may be written. */
  readonly write: (text: string | Uint8Array) => Promise<void>;
  readonly writeError: (text: string) => Promise<void>;
}

/** 0 done, 1 an input is refused, 2 wrong usage. */
export type ExitCode = 0 | 1 | 2;

/** One word after `lotrecht`. */
export interface Command {
  readonly name: string;
  readonly summary: string;
  /** What `lotrecht NAME --help` prints. */
  readonly help: string;
  /** @throws WrongUsage, or DocumentRefused and RefusedInput for an input */
  readonly run: (args: readonly string[], streams: Streams) => Promise<ExitCode>;
}

/** A document as it is printed: readable, and with a last newline. */
export function pretty(document: unknown): string {
  return `${JSON.stringify(document, null, 2)}\n`;
}
