import { standScene, TRESTLE_LINES } from '@lotrecht/core';
import { usualStand } from '@lotrecht/paper';
import {
  answeredEye,
  askedScene,
  begunEye,
  type EyeTraining,
  helpAt,
  onEye,
  practiceOfEye,
  sceneOfEye,
  shownTurnDeg,
  targetAt,
} from './eye-training.ts';

const begun = (task: EyeTraining['task'], wanted: number): EyeTraining =>
  begunEye({ task }, wanted, { nowMs: Date.UTC(2026, 10, 28, 9), seed: 7 });

describe('pictures that are answered', () => {
  it('of left or right follow what was answered, and end after so many', () => {
    let training = begun('side', 20);
    expect(shownTurnDeg(training)).toBe(0);
    const turns = new Set<number>();
    while (training.endedAtMs === null) {
      const turn = shownTurnDeg(training);
      turns.add(turn);
      training = answeredEye(training, { saidRight: turn > 2.1 }, Date.UTC(2026, 10, 28, 9, 2));
    }
    expect(training.trials).toHaveLength(20);
    expect(turns.size).toBeGreaterThan(5);
    // The last ones are shown near to what looks square.
    for (const { turnDeg } of training.trials.slice(-4)) expect(Math.abs(turnDeg - 2.1)).toBeLessThan(3);
  });

  it('of turning go blind, told, with a mark, and blind again; told stays until it goes on', () => {
    let training = begun('square', 12);
    const helps: string[] = [];
    while (training.endedAtMs === null) {
      helps.push(helpAt(training));
      training = answeredEye(training, { answeredDeg: 1 }, 1);
      if (training.told) {
        expect(shownTurnDeg(training)).toBe(training.trials.at(-1)?.turnDeg);
        training = onEye(training, 1);
      }
    }
    expect(helps.join(' ')).toBe('blind blind blind told told told mark mark mark blind blind blind');
  });

  it('are turned by chance that comes again, never hardly, to both sides, at another target each', () => {
    let training = begun('point', 12);
    const [turns, targets]: [number[], number[]] = [[], []];
    while (training.endedAtMs === null) {
      turns.push(shownTurnDeg(training));
      targets.push(targetAt(training, 3));
      expect(shownTurnDeg({ ...training })).toBe(turns.at(-1));
      training = onEye(answeredEye(training, { answeredDeg: 0 }, 1), 1);
    }
    for (const turn of turns) {
      expect(Math.abs(turn)).toBeGreaterThanOrEqual(1);
      expect(Math.abs(turn)).toBeLessThanOrEqual(8);
    }
    expect(turns.some((t) => t < 0) && turns.some((t) => t > 0)).toBe(true);
    for (const [n, target] of targets.entries()) if (n > 0) expect(target).not.toBe(targets[n - 1]);
    expect(targetAt(training, 1)).toBe(0);
  });

  it('are kept as what was practised', () => {
    const training = answeredEye(begun('side', 20), { saidRight: true }, 1);
    expect(practiceOfEye(training, 150, Date.UTC(2026, 10, 28, 9, 1))).toMatchObject({
      startedAt: '2026-11-28T09:00:00.000Z',
      practice: {
        exercise: 'eye',
        wanted: 20,
        done: 1,
        seconds: 60,
        eye: { task: 'side', distanceM: 150, trials: [{ turnDeg: 0, saidRight: true, help: 'blind' }] },
      },
    });
  });

  it('show nothing that gives the answer away, and all of it once it is told', () => {
    const scene = standScene(
      usualStand({
        handedness: 'right',
        club: 'mid-iron',
        target: { name: 'Barge', distanceM: 150 },
        marks: [],
        statureMm: null,
      }),
    );
    const names = (help: 'blind' | 'mark', told: boolean): readonly string[] => {
      const { cords, cards } = askedScene(scene, help, told);
      return [...cords.map(({ name }) => name), ...cards.map(({ kind }) => kind)];
    };
    const blind = names('blind', false);
    for (const telling of ['target-line', 'toes', 'aim', 'body', 'seeming', 'mark', 'string'])
      expect(blind).not.toContain(telling);
    expect(blind).toContain('toe-rod');
    expect(names('mark', false)).toContain('mark');
    expect(names('blind', true)).toContain('target-line');
  });

  it('of somebody else show each line on trestles, the asked one turned, the others by chance beside it', () => {
    const wish = usualStand({
      handedness: 'right',
      club: 'mid-iron',
      target: { name: 'Barge', distanceM: 150 },
      marks: [],
      statureMm: null,
    });
    const chance = { nowMs: Date.UTC(2026, 10, 28, 9), seed: 7 };
    const training = begunEye({ task: 'point', from: 'behind', line: 'hips' }, 6, chance);
    const turnOf = (turnDeg: number, name: string): readonly number[] =>
      sceneOfEye(training, wish, turnDeg)
        .cords.filter((cord) => cord.name === name)
        .map(({ points: [a, b] }) =>
          a && b ? (Math.atan2(b.xM - a.xM, b.yM - a.yM) * 180) / Math.PI : Number.NaN,
        );
    expect(turnOf(4, 'asked')[0]).toBeCloseTo(4, 9);
    expect(turnOf(4, 'trestle')).toHaveLength(TRESTLE_LINES.length - 1);
    expect(new Set(turnOf(4, 'trestle')).size).toBe(TRESTLE_LINES.length - 1);
    for (const turn of turnOf(4, 'trestle')) expect(Math.abs(turn - 4)).toBeLessThanOrEqual(5);
    expect(turnOf(4, 'trestle')).toEqual(turnOf(4, 'trestle'));
    // Somebody left-handed stands on the other side and is turned the same way.
    const other = { ...wish, handedness: 'left' as const };
    const [asked] = sceneOfEye(training, other, 4).cords.filter(({ name }) => name === 'asked');
    expect(asked?.points[0]?.xM).toBeGreaterThan(0);
    expect(practiceOfEye(training, 150, chance.nowMs).practice.eye?.from).toBe('behind');
  });
});
