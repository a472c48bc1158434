/** x to the right of the target line, y along it, z up; metres, or m/s. */
export type Vector = readonly [x: number, y: number, z: number];

/** What the air does besides lying still: its own velocity, m/s. */
export interface Wind {
  /** Blowing to the right of the target line, m/s. */
  readonly rightMs: number;
  /** Blowing toward the target, m/s. */
  readonly aheadMs: number;
}

/** A ball that leaves the ground. */
export interface Flown {
  readonly velocity: Vector;
  readonly spinRpm: number;
  /** Of its backspin; a unit vector. */
  readonly spinAxis: Vector;
  readonly wind: Wind;
}

/** Where and how a ball comes down at the height it started from. */
export interface Landing {
  /** Right of the line through its start, m. */
  readonly rightM: number;
  /** Along that line, m. */
  readonly aheadM: number;
  readonly timeS: number;
  /** Angle to the ground at which it comes down, rad. */
  readonly descentRad: number;
}

const BALL_KG = 0.0459;
const BALL_RADIUS_M = 0.02135;
const AIR_KG_M3 = 1.225;
const GRAVITY_MS2 = 9.81;
/** Drag and lift by the spin parameter S = rω/v: C_D = 0.24 + 0.18 S, C_L = 0.54 S^0.4 (Smits and Smith 1994). */
const [DRAG_AT_REST, DRAG_BY_SPIN, LIFT_FACTOR, LIFT_POWER] = [0.24, 0.18, 0.54, 0.4];
/** Of density, cross-section and mass, 1/m. */
const AIR_FACTOR = (AIR_KG_M3 * Math.PI * BALL_RADIUS_M ** 2) / (2 * BALL_KG);

/** Off by less than 1e-7 m from a step of half a millisecond, which takes forty times as long. */
const USUAL_STEP_S = 0.02;
/** Nothing that a player hits stays up longer. */
const LONGEST_S = 30;
/** Newton’s, within one step that is all but straight. */
const PASSES = 4;

/** Position and velocity; every step overwrites it, and reads it by number: a flight has thousands of steps. */
type State = Float64Array<ArrayBuffer>;
const [X, Y, Z, VX, VY, VZ, SIZE] = [0, 1, 2, 3, 4, 5, 6] as const;

/** Writes velocity and acceleration of a state. */
type Derive = (state: State, rates: State) => void;

function forces({ spinRpm, spinAxis: [ax, ay, az], wind: { rightMs, aheadMs } }: Flown): Derive {
  const rim = (BALL_RADIUS_M * spinRpm * 2 * Math.PI) / 60;
  return (state, rates) => {
    const vz = state[VZ] as number;
    const wx = (state[VX] as number) - rightMs;
    const wy = (state[VY] as number) - aheadMs;
    const speed = Math.sqrt(wx * wx + wy * wy + vz * vz);
    const spin = rim / speed;
    const drag = AIR_FACTOR * speed * (DRAG_AT_REST + DRAG_BY_SPIN * spin);
    const lift = AIR_FACTOR * speed * LIFT_FACTOR * Math.pow(spin, LIFT_POWER);
    rates[X] = state[VX] as number;
    rates[Y] = state[VY] as number;
    rates[Z] = vz;
    rates[VX] = lift * (ay * vz - az * wy) - drag * wx;
    rates[VY] = lift * (az * wx - ax * vz) - drag * wy;
    rates[VZ] = lift * (ax * wy - ay * wx) - drag * vz - GRAVITY_MS2;
  };
}

const zeros = (): State => new Float64Array(SIZE);

/** One step of Runge and Kutta’s fourth order, from `from` into `to`. */
type Step = (from: State, stepS: number, to: State) => void;

function stepper(derive: Derive): Step {
  const [a, b, c, d, at] = [zeros(), zeros(), zeros(), zeros(), zeros()] as const;
  const move = (from: State, rates: State, stepS: number): void => {
    for (let i = 0; i < SIZE; i++) at[i] = (from[i] as number) + (rates[i] as number) * stepS;
  };
  return (from, stepS, to) => {
    derive(from, a);
    move(from, a, stepS / 2);
    derive(at, b);
    move(from, b, stepS / 2);
    derive(at, c);
    move(from, c, stepS);
    derive(at, d);
    for (let i = 0; i < SIZE; i++) {
      const rate = (a[i] as number) + 2 * (b[i] as number) + 2 * (c[i] as number) + (d[i] as number);
      to[i] = (from[i] as number) + (stepS / 6) * rate;
    }
  };
}

/** A moment of a flight: where the ball is, and how fast over the ground. */
export interface Moment {
  readonly aheadM: number;
  readonly heightM: number;
  readonly speedMs: number;
}

/**
 * Flies a ball through drag, lift and wind until it is back at the height it started from.
 *
 * @param stepS step of the integration, s
 * @param watch told every step on the way
 * @returns null for a ball that does not leave the ground
 * @example fly({ velocity: [0, 10, 10], spinRpm: 0, spinAxis: [1, 0, 0], wind: { rightMs: 0, aheadMs: 0 } })?.rightM // 0
 */
export function fly(ball: Flown, stepS = USUAL_STEP_S, watch?: (moment: Moment) => void): Landing | null {
  if (ball.velocity[2] <= 0) return null;
  const step = stepper(forces(ball));
  let now = Float64Array.of(0, 0, 0, ...ball.velocity);
  let next = zeros();
  for (let n = 1; n * stepS < LONGEST_S; n++) {
    step(now, stepS, next);
    if ((next[Z] as number) <= 0) return landing(now, n - 1, { stepS, step });
    const free = now;
    now = next;
    next = free;
    watch?.(momentOf(now));
  }
  return null;
}

function momentOf([, aheadM = 0, heightM = 0, vx = 0, vy = 0, vz = 0]: State): Moment {
  return { aheadM, heightM, speedMs: Math.hypot(vx, vy, vz) };
}

/** Back to the height of the start within the last step: the part of it that ends on the ground. */
function landing(
  before: State,
  steps: number,
  { stepS, step }: { readonly stepS: number; readonly step: Step },
): Landing {
  const down = zeros();
  let partS = stepS;
  for (let pass = 0; pass < PASSES; pass++) {
    step(before, partS, down);
    partS -= (down[Z] as number) / (down[VZ] as number);
  }
  step(before, partS, down);
  const [rightM = 0, aheadM = 0, , vx = 0, vy = 0, vz = 0] = down;
  return {
    rightM,
    aheadM,
    timeS: steps * stepS + partS,
    descentRad: Math.atan2(-vz, Math.hypot(vx, vy)),
  };
}
