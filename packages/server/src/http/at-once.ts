import { Problem } from '../problems/problem.ts';

/** How much of something may go on at the same time in this server. */
export interface AtOnceLimit {
  readonly perAccount: number;
  readonly total: number;
  /** What it is, for a person: `Files on their way out`. */
  readonly what: string;
}

const RETRY_S = 5;

/** Bounds what costs a connection, a worker or a disk for as long as it lasts. */
export class AtOnce {
  private readonly byAccount = new Map<string, number>();
  private all = 0;

  constructor(private readonly limit: AtOnceLimit) {}

  /**
   * Takes a place.
   *
   * @returns gives it back; calling it twice gives it back once
   * @throws Problem 429 when this account has its share, 503 when the server has
   */
  hold(account: string): () => void {
    const own = this.byAccount.get(account) ?? 0;
    const { perAccount, total, what } = this.limit;
    if (own >= perAccount) throw busy(429, `${what}: yours are under way. Wait for them, then try again.`);
    if (this.all >= total) throw busy(503, `${what}: others are under way. Try again in a moment.`);
    this.all += 1;
    this.byAccount.set(account, own + 1);
    let held = true;
    return () => {
      if (!held) return;
      held = false;
      this.all -= 1;
      const left = (this.byAccount.get(account) ?? 1) - 1;
      if (left > 0) this.byAccount.set(account, left);
      else this.byAccount.delete(account);
    };
  }
}

function busy(status: 429 | 503, title: string): Problem {
  return new Problem({ status, code: 'too-many-at-once', title, retryAfterS: RETRY_S });
}
