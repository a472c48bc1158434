/** One measured figure: its absolute, and where it has one the ratio that says whether it got slower. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  /** Against `base`; undefined for a count. */
  readonly ratio?: number;
  readonly base?: string;
}

/** The middle value. */
export function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
}

/** The value that so many lie below. @param share 0 to 1 */
export function quantile(values: readonly number[], share: number): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
}

/** Milliseconds of everything that `clients` workers do, `each` times one after the other. */
export async function timesOf(
  clients: number,
  each: number,
  work: (client: number, n: number) => Promise<void>,
): Promise<readonly number[]> {
  const times: number[] = [];
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      for (let i = 0; i < each; i++) {
        const startedAt = performance.now();
        await work(client, client * each + i);
        times.push(performance.now() - startedAt);
      }
    }),
  );
  return times;
}

/** Their median. */
export async function medianMs(
  clients: number,
  each: number,
  work: (client: number) => Promise<void>,
): Promise<number> {
  return median(await timesOf(clients, each, work));
}
