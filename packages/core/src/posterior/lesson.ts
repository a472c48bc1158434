import { MOVED_SD_RAD } from '../defaults/moving.ts';
import { LINE_NAMES, type LineName } from '../geometry/line.ts';
import { choleskyRoot, inverse, type Matrix, solveLower } from '../linear/cholesky.ts';
import { countedReadings, type HeldReading, standKey, standLoading } from '../combining/combine-line.ts';
import { covarianceMatrix, covarianceOf, type Parted } from '../uncertainty/covariance.ts';
import { type SharedPart } from '../uncertainty/shared-part.ts';
import { DIMENSIONS } from './fixed-points.ts';

/** One reading of one line. */
export interface LineReading extends HeldReading {
  readonly line: LineName;
}

/** A check of a lesson, with what its readings err in together. */
export interface CheckOfLesson {
  readonly readings: readonly LineReading[];
  /** u(T), rad. */
  readonly targetLineUncertaintyRad: number;
  /** s_r, rad. */
  readonly readdressSdRad: number;
  /** Told apart from the other checks of the lesson. */
  readonly name: string;
  /** The check whose string or rod, square rod and judge it was read with; mostly itself. */
  readonly onLineOf: string;
}

/** One stand of a lesson. */
export interface Hold {
  /** Key of what everything that was read in it errs in together. */
  readonly key: string;
  readonly readdressSdRad: number;
}

/** All readings of one day as one: every check of it shares how they stood that day. */
export interface Lesson {
  readonly lines: readonly LineName[];
  /** y, rad. */
  readonly values: Float64Array;
  /** What each reading errs in, the stand and the day included. */
  readonly parted: readonly Parted[];
  /** L of V = LLᵀ. */
  readonly root: Matrix;
  readonly holds: readonly Hold[];
  readonly daySdRad: number;
  /** The readings as one value for each line that was read. */
  readonly summed: Summed;
}

/** What a lesson says of the habit: values of some lines with a covariance. */
export interface Summed {
  /** Rows of the state. */
  readonly rows: readonly number[];
  /** rad */
  readonly values: Float64Array;
  /** Of what they err in, rad². */
  readonly covariance: Matrix;
}

const rowOf = (line: LineName): number => LINE_NAMES.indexOf(line);
const DAY = 'day';

/** Key of a stand of a check. */
export function holdKey({ name }: Pick<CheckOfLesson, 'name'>, hold: number): string {
  return `${name}/${standKey(hold)}`;
}

/** What a reading of a check errs in: alone, with its stand and day, and with what it was read by. */
export function errorsOfReading(check: CheckOfLesson, reading: LineReading, daySdRad: number): Parted {
  const { line, hold, fromTarget } = reading;
  const loading = standLoading(line);
  const shared: SharedPart[] = reading.shared.map(({ key, uncertaintyRad }) => ({
    key: `${check.onLineOf}/${key}`,
    uncertaintyRad,
  }));
  shared.push(
    { key: DAY, uncertaintyRad: loading * daySdRad },
    { key: holdKey(check, hold), uncertaintyRad: loading * check.readdressSdRad },
    { key: `${check.name}/moved:${hold}:${line}`, uncertaintyRad: MOVED_SD_RAD[line] },
  );
  if (!fromTarget) {
    shared.push({ key: `${check.onLineOf}/line`, uncertaintyRad: check.targetLineUncertaintyRad });
  }
  return { independentRad: reading.independentRad, shared };
}

/** Readings of one check as they count, line by line. */
function counted(readings: readonly LineReading[]): readonly LineReading[] {
  return LINE_NAMES.flatMap((line) =>
    countedReadings(readings.filter((r) => r.line === line)).map((r) => ({ ...r, line })),
  );
}

/**
 * The readings of one day with all that they share.
 *
 * @param checks in their order; of some nothing may have been read yet
 * @param daySdRad s_d, rad
 */
export function lessonOf(checks: readonly CheckOfLesson[], daySdRad: number): Lesson {
  const holds = new Map<string, Hold>();
  const lines: LineName[] = [];
  const values: number[] = [];
  const parted: Parted[] = [];
  for (const check of checks) {
    for (const reading of counted(check.readings)) {
      const key = holdKey(check, reading.hold);
      holds.set(key, { key, readdressSdRad: check.readdressSdRad });
      lines.push(reading.line);
      values.push(reading.handedAzimuthRad);
      parted.push(errorsOfReading(check, reading, daySdRad));
    }
  }
  const root = choleskyRoot(covarianceMatrix(parted), lines.length);
  const seen = { lines, values: Float64Array.from(values), root };
  return { ...seen, parted, holds: [...holds.values()], daySdRad, summed: summedUp(seen) };
}

/** Generalised least squares over the lines that were read: C = (HᵀV⁻¹H)⁻¹, ŷ = C·HᵀV⁻¹y. */
function summedUp({ lines, values, root }: Pick<Lesson, 'lines' | 'values' | 'root'>): Summed {
  const n = lines.length;
  const rows = LINE_NAMES.flatMap((line, row) => (lines.includes(line) ? [row] : []));
  const selected = rows.map((row) => {
    const column = Float64Array.from(lines, (line) => (rowOf(line) === row ? 1 : 0));
    return solveLower(root, n, column);
  });
  const read = solveLower(root, n, values.slice());
  const m = rows.length;
  const information = new Float64Array(m * m);
  const told = new Float64Array(m);
  selected.forEach((a, i) => {
    told[i] = dot(a, read);
    selected.forEach((b, j) => (information[i * m + j] = dot(a, b)));
  });
  const covariance = inverse(information, m);
  const summed = new Float64Array(m);
  for (let i = 0; i < m; i++) {
    let sum = 0;
    for (let j = 0; j < m; j++) sum += (covariance[i * m + j] as number) * (told[j] as number);
    summed[i] = sum;
  }
  return { rows, values: summed, covariance };
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += (a[i] as number) * (b[i] as number);
  return sum;
}

/** Something that is asked of a student’s habit: one of its lines, with what else it is made of. */
export interface Asked {
  readonly line: LineName;
  /** What it differs from the habit by; nothing of the habit itself. */
  readonly parts: Parted;
}

/** What is asked, from what is believed of the habit a after the lesson: B·a + offset, and E beside BΣBᵀ. */
export interface FromHabit {
  /** B, as many rows as were asked for, DIMENSIONS columns. */
  readonly factors: Matrix;
  /** rad */
  readonly offset: Float64Array;
  /** E, rad². */
  readonly covariance: Matrix;
}

/**
 * What the readings of a lesson say of things that err together with them: today, a stand, a reading that is to come.
 * With κ the covariance of one of them with the readings, its mean is a_line + κᵀV⁻¹(y − Ha).
 */
export function fromHabit({ lines, values, parted, root }: Lesson, asked: readonly Asked[]): FromHabit {
  const n = lines.length;
  const count = asked.length;
  const read = solveLower(root, n, values.slice());
  const rows = lines.map(rowOf);
  const across = asked.map(({ parts }) =>
    solveLower(
      root,
      n,
      Float64Array.from(parted, (r) => covarianceOf(parts, r)),
    ),
  );
  const factors = new Float64Array(count * DIMENSIONS);
  const offset = new Float64Array(count);
  const covariance = covarianceMatrix(asked.map(({ parts }) => parts));
  // L⁻¹H line by line, once for all that is asked.
  const selected = LINE_NAMES.map((_, row) =>
    rows.includes(row)
      ? solveLower(
          root,
          n,
          Float64Array.from(rows, (r) => (r === row ? 1 : 0)),
        )
      : undefined,
  );
  across.forEach((k, i) => {
    offset[i] = dot(k, read);
    factors[i * DIMENSIONS + rowOf((asked[i] as Asked).line)] = 1;
    selected.forEach((column, row) => {
      if (column === undefined) return;
      factors[i * DIMENSIONS + row] = (factors[i * DIMENSIONS + row] as number) - dot(k, column);
    });
    across.forEach((other, j) => {
      covariance[i * count + j] = (covariance[i * count + j] as number) - dot(k, other);
    });
  });
  return { factors, offset, covariance };
}

/** How they stood on average over some holds of the day. @param share of each hold; they sum to 1 */
export function stoodIn(holds: readonly Hold[], daySdRad: number): readonly Asked[] {
  return LINE_NAMES.map((line): Asked => {
    const loading = standLoading(line);
    return {
      line,
      parts: {
        independentRad: 0,
        shared: [
          { key: DAY, uncertaintyRad: loading * daySdRad },
          ...holds.map(({ key, readdressSdRad }) => ({
            key,
            uncertaintyRad: (loading * readdressSdRad) / holds.length,
          })),
        ],
      },
    };
  });
}
