import { LINE_NAMES, type LineName } from '../geometry/line.ts';
import { type Answers, answersOf, type JudgedLines, type Mixture } from './answers.ts';
import {
  afterLesson,
  beforeAnything,
  beforeNextLesson,
  type Hypothesis,
  normalised,
  weightOf,
} from './belief.ts';
import { DIMENSIONS, KEPT_POINTS, type PointsOfAnswer } from './fixed-points.ts';
import {
  type Asked,
  type CheckOfLesson,
  type FromHabit,
  fromHabit,
  type Hold,
  holdKey,
  type Lesson,
  lessonOf,
  type LineReading,
  stoodIn,
} from './lesson.ts';
import { type PriorComponent } from './prior.ts';

/** A cold check of the same student and club group, before this one. */
export interface EarlierCheck {
  /** Whole days before this check, ≥ 0; those of 0 belong to its lesson. */
  readonly daysBefore: number;
  /** u(T) of its target line, rad. */
  readonly targetLineUncertaintyRad: number;
  readonly readdressSdRad: number;
  /** Read from this check's own string or rod, whose error it shares. */
  readonly sameLine: boolean;
  /** The set-up was worked on in that lesson. */
  readonly workedOn: boolean;
  readonly readings: readonly LineReading[];
}

/** What the answer of a check is made from. */
export interface PosteriorGround extends JudgedLines {
  /** Of this check; nothing may have been read yet. */
  readonly readings: readonly LineReading[];
  readonly targetLineUncertaintyRad: number;
  /** s_r, rad. */
  readonly readdressSdRad: number;
  /** s_d, rad. */
  readonly daySdRad: number;
  /** Weights sum to 1. */
  readonly prior: readonly PriorComponent[];
  /** Oldest first. */
  readonly earlier: readonly EarlierCheck[];
  /** Default: those of an answer that is kept. */
  readonly points?: PointsOfAnswer;
}

/** Everything that is asked of how they stood, or usually stand, with what comes first. */
interface Told extends Answers {
  /** The line that most probably comes first, or null where none is likelier. */
  readonly first: LineName | null;
  /** The line that is expected to be farthest outside. */
  readonly mostToGain: LineName | null;
}

/** What earlier lessons say of the habit. */
interface History {
  /** That the habit changed since the last lesson. */
  readonly probabilityChanged: number;
  /** Earlier lessons after the last change of the likeliest history. */
  readonly lessonsUsed: number;
}

/**
 * What a check says of all lines at once, from its readings, from how bodies hang together, and from earlier checks: of
 * the habit, and of today.
 */
export interface Posterior extends Told {
  /** The mean of how they stood over the holds of this lesson. */
  readonly today: Told & {
    /** Holds of the lesson. */
    readonly setUps: number;
    /** That no line that was read in this lesson is more than 1° outside; null where none has a tolerance. */
    readonly nearlyAllReadInProbability: number | null;
  };
  /** How they stood in the one hold of this check; null where it was read in several. */
  readonly asItStood: Answers | null;
  /** Null without a lesson before today’s. */
  readonly history: History | null;
}

const THIS = 'this';

/** The checks of today’s lesson, this one last. */
function checksOfToday(ground: PosteriorGround): readonly CheckOfLesson[] {
  const earlier = ground.earlier.filter(({ daysBefore }) => daysBefore === 0);
  return [...namedChecks(earlier, ground), { ...ground, name: THIS, onLineOf: THIS }];
}

/** One that was read from this check’s string has this check’s u(T). */
function namedChecks(
  checks: readonly EarlierCheck[],
  { targetLineUncertaintyRad }: Pick<PosteriorGround, 'targetLineUncertaintyRad'>,
): readonly CheckOfLesson[] {
  return checks.map((check, i): CheckOfLesson => {
    const name = `check ${i}`;
    return check.sameLine
      ? { ...check, targetLineUncertaintyRad, name, onLineOf: THIS }
      : { ...check, name, onLineOf: name };
  });
}

interface Day {
  readonly daysBefore: number;
  readonly checks: readonly EarlierCheck[];
}

/** Earlier checks by their days, oldest first; today’s are not among them. */
function daysOf(earlier: readonly EarlierCheck[]): readonly Day[] {
  const days = new Map<number, EarlierCheck[]>();
  for (const check of earlier) {
    if (check.daysBefore === 0) continue;
    const ofDay = days.get(check.daysBefore);
    if (ofDay === undefined) days.set(check.daysBefore, [check]);
    else ofDay.push(check);
  }
  return [...days]
    .map(([daysBefore, checks]) => ({ daysBefore, checks }))
    .filter(({ checks }) => checks.some(({ readings }) => readings.length > 0));
}

/** What is believed of the habit after everything that was read, and the readings of today. */
export interface Believed {
  /** Normalised. */
  readonly hypotheses: readonly Hypothesis[];
  readonly lesson: Lesson;
  /** This check as one of the lesson. */
  readonly check: CheckOfLesson;
  readonly history: History | null;
}

/** What is believed after the earlier checks and this one, of which nothing may have been read yet. */
export function believed(ground: PosteriorGround): Believed {
  const checks = checksOfToday(ground);
  const lesson = lessonOf(checks, ground.daySdRad);
  let hypotheses: readonly Hypothesis[] = normalised([beforeAnything(ground.prior)]);
  const days = daysOf(ground.earlier);
  let before: Day | undefined;
  for (const day of days) {
    if (before !== undefined) hypotheses = beforeNextLesson(hypotheses, between(before, day.daysBefore));
    const { summed } = lessonOf(namedChecks(day.checks, ground), ground.daySdRad);
    hypotheses = afterLesson(hypotheses, summed);
    before = day;
  }
  if (before !== undefined) hypotheses = beforeNextLesson(hypotheses, between(before, 0));
  if (lesson.lines.length > 0) hypotheses = afterLesson(hypotheses, lesson.summed);
  return {
    hypotheses,
    lesson,
    check: checks.at(-1) as CheckOfLesson,
    history: before === undefined ? null : historyOf(hypotheses, lesson),
  };
}

function between(
  { daysBefore, checks }: Day,
  until: number,
): { readonly days: number; readonly workedOn: boolean } {
  return { days: daysBefore - until, workedOn: checks.some(({ workedOn }) => workedOn) };
}

function historyOf(hypotheses: readonly Hypothesis[], { lines }: Lesson): History {
  let [heaviest, most, probabilityChanged] = [hypotheses[0], 0, 0];
  for (const hypothesis of hypotheses) {
    const weight = weightOf(hypothesis);
    if (hypothesis.changed) probabilityChanged += weight;
    if (weight > most) [heaviest, most] = [hypothesis, weight];
  }
  // Today’s own lesson is not an earlier one.
  const lessons = (heaviest?.lessons ?? 0) - (lines.length > 0 ? 1 : 0);
  return { probabilityChanged: Math.min(1, probabilityChanged), lessonsUsed: lessons };
}

/** What is believed of the habit itself. */
export function habitOf(hypotheses: readonly Hypothesis[]): readonly Mixture[] {
  return hypotheses.flatMap(({ kinds }) =>
    kinds.map(({ members, covariance }) => ({
      members: members.map(({ logWeight, mean }) => ({ weight: Math.exp(logWeight), mean })),
      covariance,
    })),
  );
}

/** What is believed of what was asked, by the readings of the lesson: B·a + offset, BΣBᵀ + E. */
export function mixtureOf(
  habit: readonly Mixture[],
  { factors, offset, covariance: own }: FromHabit,
): readonly Mixture[] {
  const asked = offset.length;
  const half = new Float64Array(asked * DIMENSIONS);
  return habit.map(({ members, covariance }) => {
    for (let i = 0; i < asked; i++) {
      for (let j = 0; j < DIMENSIONS; j++) {
        let sum = 0;
        for (let k = 0; k < DIMENSIONS; k++) {
          sum += (factors[i * DIMENSIONS + k] as number) * (covariance[k * DIMENSIONS + j] as number);
        }
        half[i * DIMENSIONS + j] = sum;
      }
    }
    const out = own.slice();
    for (let i = 0; i < asked; i++) {
      for (let j = 0; j <= i; j++) {
        let sum = out[i * asked + j] as number;
        for (let k = 0; k < DIMENSIONS; k++) {
          sum += (half[i * DIMENSIONS + k] as number) * (factors[j * DIMENSIONS + k] as number);
        }
        out[i * asked + j] = out[j * asked + i] = sum;
      }
    }
    return {
      members: members.map(({ weight, mean }) => {
        const moved = offset.slice();
        for (let i = 0; i < asked; i++) {
          for (let k = 0; k < DIMENSIONS; k++) {
            moved[i] = (moved[i] as number) + (factors[i * DIMENSIONS + k] as number) * (mean[k] as number);
          }
        }
        return { weight, mean: moved };
      }),
      covariance: out,
    };
  });
}

/** What today is, of a lesson: the mean over its holds, or the first one that is to come. */
export function todayOf({ lesson, check }: Pick<Believed, 'lesson' | 'check'>): readonly Asked[] {
  const toCome: Hold = { key: holdKey(check, 1), readdressSdRad: check.readdressSdRad };
  return stoodIn(lesson.holds.length === 0 ? [toCome] : lesson.holds, lesson.daySdRad);
}

/** The one hold that this check was read in; undefined where there are several, or none. */
function standOf({ lesson, check }: Believed): Hold | undefined {
  const numbers = new Set(check.readings.map(({ hold }) => hold));
  const [only] = numbers;
  if (only === undefined || numbers.size > 1) return undefined;
  return lesson.holds.find(({ key }) => key === holdKey(check, only));
}

/**
 * The answer of a check: what is believed of all lines at once, of the habit, of today and of how they stood.
 *
 * @example posteriorOf({ readings: [{ line: 'toes', hold: 1, handedAzimuthRad: 0.1, standardUncertaintyRad: 0.01, independentRad: 0.01, shared: [], fromTarget: false }], targetLineUncertaintyRad: 0.01, readdressSdRad: 0.03, daySdRad: 0.01, prior: SHIPPED_PRIOR, earlier: [], tolerancesRad: { toes: [-0.03, 0.03] }, order: ['toes'] }).today.first // 'toes'
 */
export function posteriorOf(ground: PosteriorGround): Posterior {
  const after = believed(ground);
  const { lesson, hypotheses, history } = after;
  const points = ground.points ?? KEPT_POINTS;
  const habit = habitOf(hypotheses);
  const told = (mixture: readonly Mixture[], count: number): Told => {
    const answers = answersOf(mixture, ground, count);
    return { ...answers, ...prioritiesOf(answers, ground) };
  };
  const today = mixtureOf(habit, fromHabit(lesson, todayOf(after)));
  const ofToday = answersOf(today, ground, points.today, lesson.lines);
  const only = standOf(after);
  const isToday = only !== undefined && lesson.holds.length === 1;
  return {
    ...told(habit, points.habit),
    today: {
      ...ofToday,
      ...prioritiesOf(ofToday, ground),
      setUps: lesson.holds.length,
      nearlyAllReadInProbability: ofToday.nearlyAllReadInProbability,
    },
    asItStood:
      only === undefined
        ? null
        : isToday
          ? ofToday
          : answersOf(
              mixtureOf(habit, fromHabit(lesson, stoodIn([only], lesson.daySdRad))),
              ground,
              points.today,
            ),
    history,
  };
}

function prioritiesOf(
  { lines, probabilityNoneFirst }: Answers,
  { order }: JudgedLines,
): Pick<Told, 'first' | 'mostToGain'> {
  let [first, probability]: [LineName | null, number] = [null, probabilityNoneFirst];
  for (const line of order) {
    const p = lines[line].judged?.probabilityFirst;
    if (p !== undefined && p > 0 && (first === null ? p >= probability : p > probability)) {
      [first, probability] = [line, p];
    }
  }
  let [mostToGain, excess]: [LineName | null, number] = [null, 0];
  for (const line of LINE_NAMES) {
    const judged = lines[line].judged;
    if (judged !== undefined && (mostToGain === null || judged.expectedExcessRad > excess)) {
      [mostToGain, excess] = [line, judged.expectedExcessRad];
    }
  }
  return { first, mostToGain };
}
