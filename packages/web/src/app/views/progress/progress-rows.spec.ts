import { lineProgress, type LineProgress, type ProgressChoice } from '@lotrecht/judging';
import { type MeasuredLineView } from '@lotrecht/records';
import { levelOf, levelsBeside, matrixOf } from '../../progress/levels.ts';
import { tendencyOf } from '../../progress/progress-words.ts';
import { firstAsked, nearestAsked } from './asked.ts';
import { comparableOf, compareLessons } from './comparison.ts';
import { overlaysOf } from './overlays.ts';
import { sentencesOf, tableOf } from './progress-rows.ts';

const TOLD = { handedness: 'right', unit: 'm' } as const;
const COLD = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;
const COACHED = { phase: 'coached', help: 'rods', place: 'range', reader: 'instructor' } as const;

type Lesson = readonly [heldOn: string, ...deg: number[]];

function rowsOf(choice: ProgressChoice, lessons: readonly Lesson[]): MeasuredLineView[] {
  return lessons.flatMap(([heldOn, ...reps]) =>
    reps.map((handedAzimuthDeg, i) => ({
      checkId: `${choice.line} ${heldOn} ${i}`,
      lessonId: `lesson ${heldOn}`,
      heldOn,
      line: choice.line,
      clubGroup: choice.clubGroup,
      circumstances: choice.circumstances,
      handedAzimuthDeg,
      measurementUncertaintyDeg: 0.5,
      targetLineUncertaintyDeg: 0.2,
      conformanceProbability: 0.5,
      verdict: 'cannot-tell' as const,
      toleranceDeg: [-2, 2] as const,
      feltDeg: -1,
      doubted: false,
      workedOn: false,
    })),
  );
}

function progressOf(choice: ProgressChoice, lessons: readonly Lesson[]): LineProgress {
  const progress = lineProgress(rowsOf(choice, lessons), choice, {
    handedness: 'right',
    forecastOn: '2026-06-01',
  });
  if (progress === null) throw new Error('there are lessons');
  return progress;
}

const toes = progressOf({ line: 'toes', clubGroup: 'mid-iron', circumstances: COLD }, [
  ['2026-03-01', 6, 6.5, 5.8],
  ['2026-03-15', 0.2, -0.3, 0.1],
  ['2026-04-01', 0.3, 0.1, -0.2],
]);
const coached = progressOf({ line: 'toes', clubGroup: 'mid-iron', circumstances: COACHED }, [
  ['2026-03-01', 1, 1.2],
]);
const driverFace = progressOf({ line: 'face', clubGroup: 'driver', circumstances: COLD }, [
  ['2026-03-01', 4, 4.4],
]);

describe('what is shown first', () => {
  it('is the line that was asked for, else the feet, cold', () => {
    const all = [driverFace, coached, toes];
    expect(firstAsked(all, undefined)).toMatchObject({
      line: 'toes',
      kind: 'baseline, blind, range, read by you',
    });
    expect(firstAsked(all, 'face')).toMatchObject({ line: 'face', clubGroup: 'driver' });
    expect(firstAsked([toes, driverFace], 'toes', 'driver')).toMatchObject({ line: 'toes' });
    expect(firstAsked([], undefined)).toBeNull();
  });

  it('is a line that was lost before the feet', () => {
    const lost = progressOf({ line: 'hips', clubGroup: 'mid-iron', circumstances: COLD }, [
      ['2026-03-01', 0.1, 0, -0.1],
      ['2026-03-10', 0, 0.1, -0.1],
      ['2026-03-20', 0.1, 0, -0.1],
      ['2026-04-01', 8, 8.1, 7.9],
    ]);
    expect(lost.track.flags.at(-1)?.code).toBe('relapse');
    expect(firstAsked([toes, lost], undefined)?.line).toBe('hips');
  });

  it('falls back to the nearest series of the line', () => {
    const wanted = { line: 'face', clubGroup: 'mid-iron', kind: 'test, blind, hall, read by you' } as const;
    expect(nearestAsked([toes, driverFace], wanted)).toMatchObject({ line: 'face', clubGroup: 'driver' });
    expect(nearestAsked([toes], wanted)).toBeNull();
  });
});

describe('a series in words', () => {
  it('says the change that is real, and never an arrow for one that is not', () => {
    const [first, second, third] = tableOf(toes);
    expect(first).toMatchObject({ mean: '6.1° closed', change: '', count: 3 });
    expect(second?.change).toMatch(/^6\.1° toward open: real \(\d\.\d° can be shown\)$/);
    expect(third?.change).toMatch(/^not shown \(\d\.\d° can be shown\)$/);
  });

  it('says where a line aims and whether that is wanted, before interval, spread and probability, on the side of the hand', () => {
    const right = tendencyOf(driverFace, { handedness: 'right', unit: 'm' });
    expect(right?.said).toMatch(/^Face usually aims \d+ m right at 150 m: (probably )?too open\.$/);
    expect(right?.figures).toMatch(
      /^\d\.\d° open \(right\) ± \d\.\d°\. From set-up to set-up \d\.\d° \(.*\)\. As wanted: .* % \(driver, range\)\.$/,
    );
    const left = tendencyOf(driverFace, { handedness: 'left', unit: 'yd' });
    expect(left?.said).toMatch(/ yd left at 150 yd: /);
    expect(left?.figures).toContain('open (left)');
  });

  it('says what is felt, and until when the usual spread stands', () => {
    const sentences = sentencesOf(toes, TOLD);
    expect(sentences[0]).toMatch(
      /^They feel aimed [\d.]+ m left of where they are, at 150 m \(\d\.\d° ± \d\.\d°, 3 lessons\)\.$/,
    );
    expect(sentences.join(' ')).toContain('as learned of this student');
    expect(sentencesOf(coached, TOLD).join(' ')).toContain('the usual, until five more set-ups are read');
    expect(sentences.at(-2)).toBe('On 1 Jun 2026 it will most likely aim straight at 150 m.');
    expect(sentences.at(-1)).toMatch(/^Then as wanted: /);
  });

  it('says from which lesson on it aims elsewhere, when that is certain', () => {
    const lessons = (...degrees: readonly number[]): readonly Lesson[] =>
      degrees.map((deg, i) => [`2026-03-${String(1 + 7 * i).padStart(2, '0')}`, deg, deg + 0.3]);
    const first = (...degrees: readonly number[]): string | undefined =>
      sentencesOf(progressOf(toes.choice, lessons(...degrees)), TOLD)[0];
    expect(first(6, 6.2, 0.1, 0)).toMatch(
      /^From 15 Mar 2026 on it aims 1\d m left of where it did before, at 150 m\.$/,
    );
    expect(first(1, 1.4, 0.8, 1.1)).toBe('No change over these lessons is certain yet.');
  });

  it('stands in the matrix with its verdict', () => {
    expect(levelOf(driverFace, 'right').text).toContain('open (right)');
    const matrix = matrixOf([toes, coached, driverFace], 'right');
    expect(matrix.groups).toEqual(['Mid iron', 'Driver']);
    expect(matrix.rows.map((r) => r.title)).toEqual(['Face', 'Toes']);
    expect(matrix.rows[0]?.cells[0]).toBeNull();
  });
});

describe('what stands beside the series', () => {
  const hall = progressOf({ ...toes.choice, circumstances: { ...COLD, place: 'hall' } }, [
    ['2026-03-08', 1, 1.2],
  ]);
  const driverToes = progressOf({ ...toes.choice, clubGroup: 'driver' }, [['2026-03-01', 3]]);

  it('are the other places with the same clubs, and the other clubs at the same place', () => {
    const [places, clubs] = levelsBeside([toes, coached, hall, driverToes, driverFace], toes, 'right');
    expect(places?.title).toBe('Toes by place, blind, mid iron');
    expect(places?.rows.map((r) => [r.key, r.lessons])).toEqual([
      ['hall', 1],
      ['range', 3],
    ]);
    expect(clubs?.rows.map((r) => r.key)).toEqual(['Mid iron', 'Driver']);
    expect(levelsBeside([toes, coached], toes, 'right')).toEqual([]);
  });

  it('are other kinds of set-up to lay over, each with a shape of its own', () => {
    const overlays = overlaysOf(
      [toes, coached, hall, driverToes],
      toes,
      new Set(['coached, with rods, range, read by you']),
    );
    expect(overlays.map((o) => [o.kind, o.on])).toEqual([
      ['coached, with rods, range, read by you', true],
      ['baseline, blind, hall, read by you', false],
    ]);
    expect(new Set(overlays.map((o) => o.shape)).size).toBe(2);
  });
});

describe('two lessons', () => {
  const lessons = comparableOf([toes, coached]);
  const at = (key: string) => lessons.find((l) => l.key.startsWith(key));

  it('of one kind are compared', () => {
    const result = compareLessons(at('2026-03-01 baseline'), at('2026-03-15 baseline'));
    expect(result).toMatchObject({ refused: false });
    expect(result?.text).toMatch(/^1 Mar 2026 to 15 Mar 2026: 6\.1° toward open: real/);
  });

  it('of different kinds are refused with the reason', () => {
    const result = compareLessons(at('2026-03-01 coached'), at('2026-03-15 baseline'));
    expect(result).toMatchObject({ refused: true });
    expect(result?.text).toContain('one was “coached, with rods');
  });

  it('have to be two', () => {
    expect(compareLessons(at('2026-03-01 baseline'), at('2026-03-01 baseline'))).toBeNull();
    expect(compareLessons(undefined, at('2026-03-01 baseline'))).toBeNull();
  });
});
