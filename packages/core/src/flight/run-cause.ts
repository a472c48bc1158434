import { type RunDraw, type RunPosterior } from './ball-run.ts';
import { seededDice } from '../dice/seeded-dice.ts';
import { TOLD_FROM } from '../uncertainty/told-from.ts';

/** A figure of the set-up with how well it is known, degrees from the target line, right positive. */
export interface Known {
  readonly meanDeg: number;
  readonly sdDeg: number;
}

/** The set-up that a run followed. */
export interface SetUpOfRun {
  /** Where the body as a whole was turned to. */
  readonly body: Known;
  /** Where the face was aimed at address. */
  readonly face: Known;
  /** The greatest probability of a judged line to be out. */
  readonly outProbability: number;
}

/**
 * What a run points to.
 * - `aim`: a line of the set-up is out, and is mended before anything else is blamed;
 * - `brought-back`: so, and the body is turned to one side while the path goes to the other;
 * - `as-set-up`: face and path go where the set-up points, which is in;
 * - `face`, `path`: the one that does not;
 * - `both`: neither goes where the set-up points.
 */
export type RunCause = 'aim' | 'brought-back' | 'as-set-up' | 'face' | 'path' | 'both';

/** What a run says beside its set-up. */
export interface RunFinding {
  readonly cause: RunCause;
  readonly probability: number;
  /** Sure enough to be said. */
  readonly told: boolean;
  /** Where it is not told: how many more balls like these would tell; null where more would not. */
  readonly moreBalls: number | null;
  /** That the path goes where the body is turned, and the face where it was aimed. */
  readonly pathAgrees: number;
  readonly faceAgrees: number;
}

/** So far from the set-up a face, and a path, still go where it points, degrees. */
const FACE_AGREES_DEG = 2;
const PATH_AGREES_DEG = 3;
/** A body that is turned less is turned to no side. */
const TURNED_DEG = 2;
const MOST_MORE = 12;

const SEED = 5_113;

/** A draw of the run beside one of the set-up. */
interface Joint {
  readonly draw: RunDraw;
  readonly bodyDeg: number;
  readonly faceDeg: number;
}

/**
 * What a run points to, beside the set-up it followed. While a judged line is out, neither path nor face is blamed.
 *
 * @example causeOfRun({ count: 8, draws: [{ faceDeg: 0, pathDeg: 0, faceOffBalls: 0, pathOffBalls: 0 }] }, { body: { meanDeg: 0, sdDeg: 0.1 }, face: { meanDeg: 0, sdDeg: 0.1 }, outProbability: 0.1 }).cause // 'as-set-up'
 */
export function causeOfRun(
  { count, draws }: Pick<RunPosterior, 'count' | 'draws'>,
  { body, face, outProbability }: SetUpOfRun,
): RunFinding {
  const { normal } = seededDice(SEED);
  const joint = draws.map((draw): Joint => ({
    draw,
    bodyDeg: body.meanDeg + body.sdDeg * normal(),
    faceDeg: face.meanDeg + face.sdDeg * normal(),
  }));
  const now = agreements(joint, 1);
  const agreeing = { pathAgrees: now.path, faceAgrees: now.face };
  if (outProbability >= TOLD_FROM) {
    const back = broughtBack(joint);
    const [cause, probability] =
      back >= TOLD_FROM ? (['brought-back', back] as const) : (['aim', outProbability] as const);
    return { cause, probability, told: true, moreBalls: null, ...agreeing };
  }
  const { cause, probability } = likeliest(now);
  const told = probability >= TOLD_FROM;
  return { cause, probability, told, moreBalls: told ? null : moreBalls(joint, count), ...agreeing };
}

interface Agreements {
  readonly path: number;
  readonly face: number;
  readonly both: number;
  readonly neither: number;
}

/** How often path and face go where the set-up points. @param shrunk what is left of what more balls make smaller */
function agreements(joint: readonly Joint[], shrunk: number): Agreements {
  let [path, face, both] = [0, 0, 0];
  for (const { draw, bodyDeg, faceDeg } of joint) {
    const gone = 1 - shrunk;
    const pathIn = Math.abs(draw.pathDeg - gone * draw.pathOffBalls - bodyDeg) < PATH_AGREES_DEG;
    const faceIn = Math.abs(draw.faceDeg - gone * draw.faceOffBalls - faceDeg) < FACE_AGREES_DEG;
    path += Number(pathIn);
    face += Number(faceIn);
    both += Number(pathIn && faceIn);
  }
  const n = joint.length;
  return { path: path / n, face: face / n, both: both / n, neither: 1 - (path + face - both) / n };
}

function likeliest({ path, face, both, neither }: Agreements): Pick<RunFinding, 'cause' | 'probability'> {
  const all: readonly Pick<RunFinding, 'cause' | 'probability'>[] = [
    { cause: 'as-set-up', probability: both },
    { cause: 'face', probability: path - both },
    { cause: 'path', probability: face - both },
    { cause: 'both', probability: neither },
  ];
  return all.reduce((best, one) => (one.probability > best.probability ? one : best));
}

/** The body turned to one side, the path to the other. */
function broughtBack(joint: readonly Joint[]): number {
  const back = joint.filter(
    ({ draw, bodyDeg }) => Math.abs(bodyDeg) > TURNED_DEG && Math.sign(draw.pathDeg) === -Math.sign(bodyDeg),
  );
  return back.length / joint.length;
}

/** Balls like these that would tell; null where more of them would not. */
function moreBalls(joint: readonly Joint[], count: number): number | null {
  for (let more = 1; more <= MOST_MORE; more++) {
    const { probability } = likeliest(agreements(joint, Math.sqrt(count / (count + more))));
    if (probability >= TOLD_FROM) return more;
  }
  return null;
}
