import { fadingOf, type SelfRead } from '@lotrecht/core';
import { describe, expect, it } from 'vitest';
import { diceOf } from './dice.ts';
import { type Practiser, readsItself, standsAt } from './practiser.ts';

/** `LOTRECHT_PRACTISERS=2000` for the figures that are reported. */
const PRACTISERS = Number(process.env['LOTRECHT_PRACTISERS'] ?? 40);
const SEED = 20_261_129;
/** Four weeks of three sessions, and as many again. */
const SESSIONS = 24;
const WANTED = { lowDeg: -2, highDeg: 2 } as const;
const isIn = (deg: number): boolean => WANTED.lowDeg <= deg && deg <= WANTED.highDeg;

/** Faults to either side; two of five never lose enough of theirs. */
function practiserOf(dice: ReturnType<typeof diceOf>): Practiser {
  const side = dice.uniform() < 0.5 ? -1 : 1;
  const stays = dice.uniform() < 0.4 ? 1.5 + 4 * dice.uniform() : 1.5 * dice.uniform();
  return {
    faultDeg: side * (3 + 6 * dice.uniform()),
    learns: 0.08 + 0.4 * dice.uniform(),
    staysDeg: side * stays,
    scatterDeg: 0.7 + dice.uniform(),
    readsWithinDeg: 0.7 + 0.8 * dice.uniform(),
  };
}

describe('students whose line is known', () => {
  it('come to no help only where the line is in, and go back when it is lost', () => {
    const dice = diceOf(SEED);
    let [reached, reachedIn, ready, readyReached] = [0, 0, 0, 0];
    let [relapsed, backInTwo, backInThree] = [0, 0, 0];
    for (let n = 0; n < PRACTISERS; n++) {
      const practiser = practiserOf(dice);
      const reads: SelfRead[] = [];
      const read = (levelDeg: number): void => {
        reads.push({
          ...WANTED,
          handedAzimuthDeg: readsItself(practiser, levelDeg, dice),
          uncertaintyDeg: practiser.readsWithinDeg,
        });
      };
      let at = -1;
      for (let session = 0; session < SESSIONS && at < 0; session++) {
        read(standsAt(practiser, session));
        if (fadingOf(reads).stage === 'nothing') at = session;
      }
      // Well inside for half of the sessions: somebody from whom help ought to be taken.
      const isReady = Math.abs(standsAt(practiser, SESSIONS / 2)) < 1;
      ready += isReady ? 1 : 0;
      if (at < 0) continue;
      readyReached += isReady ? 1 : 0;
      reached += 1;
      const levelDeg = standsAt(practiser, at);
      reachedIn += isIn(levelDeg) ? 1 : 0;
      if (!isIn(levelDeg)) continue;
      // The old fault comes back, or one to the other side.
      relapsed += 1;
      const lostDeg =
        (dice.uniform() < 0.8 ? 1 : -1) * Math.sign(practiser.faultDeg) * (5 + 3 * dice.uniform());
      const backAfter = [1, 2, 3].find(() => {
        read(lostDeg);
        return (
          fadingOf(reads).steps.at(-1)?.read === reads.length - 1 &&
          fadingOf(reads).steps.at(-1)?.why === 'one-out'
        );
      });
      backInTwo += backAfter !== undefined && backAfter <= 2 ? 1 : 0;
      backInThree += backAfter === undefined ? 0 : 1;
    }
    const share = (n: number, of: number): string => `${((100 * n) / of).toFixed(1)} %`;
    process.stdout.write(
      `of ${reached} without help ${share(reachedIn, reached)} are in; of ${ready} who are in ${share(readyReached, ready)} come to it; ` +
        `of ${relapsed} who lose it ${share(backInTwo, relapsed)} are back within two readings, ${share(backInThree, relapsed)} within three\n`,
    );
    expect(reachedIn / reached).toBeGreaterThanOrEqual(0.9);
    expect(backInTwo / relapsed).toBeGreaterThanOrEqual(0.9);
    expect(readyReached / ready).toBeGreaterThan(0.6);
  });
});
