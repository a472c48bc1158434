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

/** Median milliseconds of `clients` workers that each do `work` one after the other, `each` times. */
export async function medianMs(
  clients: number,
  each: number,
  work: (client: number) => Promise<void>,
): Promise<number> {
  const times: number[] = [];
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      for (let i = 0; i < each; i++) {
        const startedAt = performance.now();
        await work(client);
        times.push(performance.now() - startedAt);
      }
    }),
  );
  return median(times);
}
