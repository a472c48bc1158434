import { type OneThing } from '@lotrecht/judging';
import { type LineKey } from '@lotrecht/words';

/** Something that lies, stands or is held, at the student’s own sizes. */
export type Piece =
  /** A rod: along the toes, on the ball’s line, midway between, or on the line ahead of the ball; turned from the line. */
  | { readonly piece: 'rod'; readonly at: 'toes' | 'ball' | 'between' | 'ahead'; readonly turnDeg?: number }
  /** A rod from the ball square to the line, between the feet. */
  | { readonly piece: 'square-rod' }
  /** A mark on the line. */
  | { readonly piece: 'mark'; readonly aheadM: number }
  /** A rod that stands upright on the line, leaning away. */
  | { readonly piece: 'gate'; readonly aheadM: number }
  /** Feet: as they stand, side by side, or drawn on the ground. */
  | { readonly piece: 'feet'; readonly as: 'stance' | 'together' | 'prints' }
  /** Rods along the insides of both feet. */
  | { readonly piece: 'foot-rods' }
  /** A shaft that stands upright between the toes. */
  | { readonly piece: 'upright' }
  /** A club held across a line of the body. */
  | { readonly piece: 'across'; readonly line: 'shoulders' | 'hips' | 'eyes' | 'knees' }
  /** A mirror, in front of the student or behind them down the line. */
  | { readonly piece: 'mirror'; readonly at: 'front' | 'behind' }
  | { readonly piece: 'partner' }
  /** Aimed elsewhere than the target. */
  | { readonly piece: 'aim'; readonly turnDeg: number }
  /** Several targets, chosen by chance. */
  | { readonly piece: 'targets'; readonly turnsDeg: readonly number[] }
  /** The plumb from the kneecaps. */
  | { readonly piece: 'kneecaps' }
  /** The plumb from the eyes, and a hand or a wall that keeps the head there. */
  | { readonly piece: 'head' }
  /** The club laid down from the hands to the ball. */
  | { readonly piece: 'shaft' }
  /** Nose above buckle: a plumb down the middle. */
  | { readonly piece: 'plumb' }
  /** The way in, from behind on the own side. */
  | { readonly piece: 'walk-in' };

/** What a drill needs. */
type Need = 'rods' | 'ball' | 'place' | 'mirror' | 'partner' | 'card' | 'cap' | 'chalk';

/** Something to practise between lessons. */
export interface Drill {
  readonly id: string;
  readonly name: string;
  /** What it helps with, most first. */
  readonly helps: readonly OneThing[];
  readonly needs: readonly Need[];
  /** A placed aid is for practice; what one carries is natural. */
  readonly aid: 'practice' | 'natural';
  /** What is laid, in the student’s sizes. */
  readonly lay: readonly Piece[];
  readonly steps: readonly string[];
  readonly feel: string;
  /** How a student checks themselves, and which line that reads. */
  readonly check: { readonly line: LineKey; readonly how: string };
  /** A session of it with every help; less help takes fewer, better ones. */
  readonly dose: { readonly minutes: number; readonly reps: number };
  readonly cautions: readonly string[];
  /** The same for a junior, shorter. */
  readonly junior: readonly string[];
}
