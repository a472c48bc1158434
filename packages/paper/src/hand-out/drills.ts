import { type LineKey } from '@lotrecht/words';

/** A drill to take home. */
export interface Drill {
  readonly id: string;
  readonly name: string;
  readonly how: string;
  /** What it helps most with. */
  readonly lines: readonly LineKey[];
}

/** How often, unless the instructor says otherwise. */
export const USUAL_DOSE =
  'At home 5 to 6 minutes, two or three times a week, for four weeks. Walk in 5 to 7 times before the first ball.';

/** What is practised where the order of the routine is the one thing. */
export const ORDER_DRILL = 'order-aloud';

/** Feedback fades from drill to drill: rods for every ball first, nothing under pressure last. */
export const DRILLS: readonly Drill[] = [
  {
    id: ORDER_DRILL,
    name: 'Walk in by the order, aloud',
    how: 'Walk in without a ball and say each step as you do it. If a step comes too early, step away and begin again.',
    lines: [],
  },
  {
    id: 'look-only',
    name: 'Walk in and look, no ball',
    how: 'Choose a narrow target. Walk in from behind on your own side. Set the face, then the feet. Roll the head to look once, and step away.',
    lines: ['face', 'shoulders', 'eyes'],
  },
  {
    id: 'feet-together',
    name: 'Feet together first',
    how: 'Set the face with the feet together and the shaft upright between the toes. Then step the lead foot, then the trail foot, and look.',
    lines: ['face', 'toes', 'heels'],
  },
  {
    id: 'toe-rod',
    name: 'Rod along the toes',
    how: 'Lay a rod parallel to the target line and put both toes to it. Hit five, take the rod away, hit one, lay it again and look.',
    lines: ['toes', 'heels', 'knees'],
  },
  {
    id: 'far-mark',
    name: 'Trust the far mark',
    how: 'Choose a mark four metres ahead from behind the ball. At address it looks beside the target; set the face to the mark all the same.',
    lines: ['face', 'eyes'],
  },
  {
    id: 'exaggerate',
    name: 'Aim well to your own side and hit the target',
    how: 'Aim far to your own side on purpose and start the ball at the target. Then work back by halves until square feels square.',
    lines: ['knees', 'hips', 'shoulders'],
  },
  {
    id: 'new-target',
    name: 'A new target for every ball',
    how: 'Change the target after each ball. After the shot, before you move, lay the club along the toes, step back and see where it points.',
    lines: ['hips', 'shoulders', 'eyes'],
  },
  {
    id: 'footprints',
    name: 'Stand in the footprints',
    how: 'Lay the footprint map by its numbers and stand in it, club down. Look at the target until it stops looking wrong.',
    lines: ['toes', 'heels', 'knees', 'hips'],
  },
];

/** What a drill is found by. @example drillOf('toe-rod').name // 'Rod along the toes' */
export function drillOf(id: string): Drill {
  const drill = DRILLS.find((d) => d.id === id) ?? DRILLS.find((d) => d.lines.length > 0);
  if (drill === undefined) throw new Error('there are drills');
  return drill;
}

/** What is practised for a line, the first to begin with. @example drillsFor('toes').map((d) => d.id) // ['feet-together', 'toe-rod', 'footprints'] */
export function drillsFor(line: LineKey): readonly Drill[] {
  return DRILLS.filter(({ lines }) => lines.includes(line));
}
