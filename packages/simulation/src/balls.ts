import { type Dice } from './dice.ts';

/** A student’s usual club and swing, as they truly are; angles from the target line, right positive, degrees. */
export interface SimulatedSwing {
  readonly faceDeg: number;
  readonly pathDeg: number;
  readonly faceSpreadDeg: number;
  readonly pathSpreadDeg: number;
  /** How much of the start is the face’s, of one. */
  readonly share: number;
  /** This ball and club curve so much more than the usual one. */
  readonly bends: number;
  readonly loftDeg: number;
  readonly attackDeg: number;
  readonly spinPerS: number;
  readonly speedMs: number;
  /** The air’s own velocity: to the right, toward the target, m/s. */
  readonly windMs: readonly [right: number, ahead: number];
}

/** One ball as it truly went, and as it was tapped. */
export interface SimulatedBall {
  readonly faceDeg: number;
  readonly pathDeg: number;
  readonly startDeg: number;
  readonly finishDeg: number;
  /** Ball widths beside the gate rod. */
  readonly widths: number;
  /** Where it was tapped on the strip, degrees. */
  readonly tappedDeg: number;
}

export const GATE_M = 2;
const BALL_M = 0.0427;
/** How well people tap: ball widths at the gate, degrees on the strip. */
const [TAP_WIDTHS, TAP_DEG] = [0.15, 0.6];
/** People see up to so many widths beside the rod. */
const MOST_WIDTHS = 5;

const RAD = Math.PI / 180;

/** A ball in the air, a millisecond after the other: half a kick, a drift, half a kick. */
function landedAt(
  { speedMs, spinPerS, windMs: [windRight, windAhead] }: SimulatedSwing,
  { aside, up, tilt }: { readonly aside: number; readonly up: number; readonly tilt: number },
): number {
  const dt = 0.001;
  let [x, y, z] = [0, 0, 0];
  let vx = speedMs * Math.cos(up) * Math.sin(aside);
  let vy = speedMs * Math.cos(up) * Math.cos(aside);
  let vz = speedMs * Math.sin(up);
  // Lift stands across the flight, leaning to the side by the tilt of the axis.
  const axis = [
    Math.cos(tilt) * Math.cos(aside),
    -Math.cos(tilt) * Math.sin(aside),
    -Math.sin(tilt),
  ] as const;
  const area = Math.PI * 0.02135 * 0.02135;
  const kick = (part: number): void => {
    const [ax, ay, az] = axis;
    const [rx, ry, rz] = [vx - windRight, vy - windAhead, vz];
    const airspeed = Math.sqrt(rx * rx + ry * ry + rz * rz);
    const ratio = (2 * Math.PI * spinPerS * 0.02135) / airspeed;
    const pressure = 0.5 * 1.225 * airspeed * airspeed * area;
    const [drag, lift] = [
      pressure * (0.24 + 0.18 * ratio),
      pressure * 0.54 * Math.exp(0.4 * Math.log(ratio)),
    ];
    const [ux, uy, uz] = [rx / airspeed, ry / airspeed, rz / airspeed];
    vx += (part / 0.0459) * (lift * (ay * uz - az * uy) - drag * ux);
    vy += (part / 0.0459) * (lift * (az * ux - ax * uz) - drag * uy);
    vz += (part / 0.0459) * (lift * (ax * uy - ay * ux) - drag * uz) - part * 9.81;
  };
  do {
    kick(dt / 2);
    x += vx * dt;
    y += vy * dt;
    z += vz * dt;
    kick(dt / 2);
  } while (z > 0);
  return Math.atan2(x, y) / RAD;
}

/** Hits a ball, and taps it as people do. */
export function hitBall(swing: SimulatedSwing, dice: Dice): SimulatedBall {
  const faceDeg = swing.faceDeg + dice.normal(swing.faceSpreadDeg);
  const pathDeg = swing.pathDeg + dice.normal(swing.pathSpreadDeg);
  const { loftDeg, attackDeg, share, bends } = swing;
  const startDeg = share * faceDeg + (1 - share) * pathDeg;
  const up = (0.75 * loftDeg + 0.25 * attackDeg) * RAD;
  // A face open to its path tips the axis of the spin over: by the ratio of the two angles between them.
  const tilt = Math.atan2(
    bends * (faceDeg - pathDeg) * RAD * Math.cos(loftDeg * RAD),
    (loftDeg - attackDeg) * RAD,
  );
  const finishDeg = landedAt(swing, { aside: startDeg * RAD, up, tilt });
  const passed = (Math.tan(startDeg * RAD) * GATE_M) / BALL_M + dice.normal(TAP_WIDTHS);
  return {
    faceDeg,
    pathDeg,
    startDeg,
    finishDeg,
    widths: Math.max(-MOST_WIDTHS, Math.min(MOST_WIDTHS, Math.round(passed))),
    tappedDeg: finishDeg + dice.normal(TAP_DEG),
  };
}
