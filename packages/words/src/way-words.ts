import { type LineName, type Observation } from '@lotrecht/core';

/** A reading while it is planned: which line, how, and whether a rod is held across. */
export interface ReadingSaid {
  readonly line: LineName;
  readonly by: Observation['by'];
  readonly rod: boolean;
}

/** A field as it is labelled, and what is measured, for who reads it for the first time. */
export interface FieldSaid {
  readonly label: string;
  readonly help: string;
}

/** What a way of reading is called, what its fields ask for, and what to do while the student stands. */
interface WayWords {
  title(rod: boolean): string;
  /** By the document's field names. */
  fields(line: string): Readonly<Record<string, FieldSaid>>;
  instruction(line: LineName, rod: boolean): string;
}

const MARKED: Readonly<Record<LineName, string>> = {
  face: 'leading edge',
  toes: 'both toe tips',
  heels: 'both heels',
  knees: 'both kneecaps',
  hips: 'both hip points',
  shoulders: 'both shoulder points',
  eyes: 'both eyes',
};

const ACROSS: Readonly<Record<LineName, string>> = {
  face: 'the face',
  toes: 'the toes',
  heels: 'the heels',
  knees: 'the knees',
  hips: 'the belt',
  shoulders: 'the chest at shoulder height; the student can hold it',
  eyes: 'the brim of the cap',
};

const RIGHT_OF_LINE = 'Right of the target line; left with a minus';

const WAYS: Readonly<Record<Observation['by'], WayWords>> = {
  gaps: {
    title: (rod) => (rod ? 'rod across' : 'bare'),
    fields: (line) => ({
      leadGapMm: { label: 'Lead gap', help: `String to the lead mark of the ${line}` },
      trailGapMm: { label: 'Trail gap', help: `String to the trail mark of the ${line}` },
      baseMm: {
        label: 'Base',
        help: 'Mark to mark along the string; of a rod, from one plumb point to the other, not its length',
      },
    }),
    instruction(line, rod) {
      if (line === 'toes' || line === 'heels') return `Mark ${MARKED[line]} on the ground.`;
      return rod
        ? `Rod across ${ACROSS[line]}. Mark under the bobs at its ends.`
        : `Bobs from ${MARKED[line]}. Mark where they hang.`;
    },
  },
  square: {
    title: () => 'square rod',
    fields: () => ({
      heelGapMm: { label: 'Heel gap', help: 'Square rod to the heel of the leading edge' },
      toeGapMm: { label: 'Toe gap', help: 'Square rod to the toe of the leading edge' },
      baseMm: { label: 'Base', help: 'Heel to toe across the string' },
    }),
    instruction: () => 'Rule from the square rod to heel and toe of the leading edge: mark or call both.',
  },
  faceRod: {
    title: () => 'rod off the face',
    fields: () => ({
      faceGapMm: { label: 'Face gap', help: 'String to the rod where it seats on the face' },
      tipGapMm: { label: 'Tip gap', help: 'String to the tip of the rod' },
      lengthMm: { label: 'Length', help: 'Face to tip over the ground' },
    }),
    instruction: () => 'Seat the rod square on the face. Mark under both its ends.',
  },
  pointsAt: {
    title: () => 'points at',
    fields: () => ({
      lateralM: { label: 'Points at', help: 'Right of the target; left with a minus' },
      distanceM: { label: 'At', help: 'From the ball, as far as the target' },
    }),
    instruction: (line) => `A rod on ${MARKED[line]}: tap where it points, or have it called out.`,
  },
  angle: {
    title: () => 'gauge',
    fields: () => ({ readingDeg: { label: 'Gauge', help: RIGHT_OF_LINE } }),
    instruction: () => 'Gauge on the rod: call the angle out.',
  },
  eye: {
    title: () => 'by eye',
    fields: () => ({ readingDeg: { label: 'By eye', help: RIGHT_OF_LINE } }),
    instruction: () => 'Look once along the line and say how it stands.',
  },
};

/** A way of reading as it is said. @example wayTitle('gaps', true) // 'rod across' */
export function wayTitle(by: Observation['by'], rod: boolean): string {
  return WAYS[by].title(rod);
}

/**
 * A field of a reading as it is said.
 *
 * @param name the document's name of it
 * @throws Error where nobody has written words for it
 * @example fieldSaid({ line: 'toes', by: 'gaps' }, 'leadGapMm').label // 'Lead gap'
 */
export function fieldSaid({ line, by }: Pick<ReadingSaid, 'line' | 'by'>, name: string): FieldSaid {
  const said = WAYS[by].fields(line)[name];
  if (said === undefined) throw new Error(`no words for ${by}.${name}`);
  return said;
}

/**
 * What to do for a reading while the student stands.
 *
 * @param look it is read again after the look at the target
 * @example holdInstruction({ line: 'toes', by: 'gaps', rod: false }, false) // 'Mark both toe tips on the ground.'
 */
export function holdInstruction({ line, by, rod }: ReadingSaid, look: boolean): string {
  const first = look ? 'The student looks at the target and back. Then: ' : '';
  return first + WAYS[by].instruction(line, rod);
}
