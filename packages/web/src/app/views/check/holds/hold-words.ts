import { type Entry } from '../readings/entry.ts';
import { type LineKey } from '../../../words/words.ts';

const MARKED: Readonly<Record<LineKey, string>> = {
  face: 'leading edge',
  toes: 'both toe tips',
  heels: 'both heels',
  knees: 'both kneecaps',
  hips: 'both hip points',
  shoulders: 'both shoulder points',
  eyes: 'both eyes',
};

const ACROSS: Readonly<Record<LineKey, string>> = {
  face: 'the face',
  toes: 'the toes',
  heels: 'the heels',
  knees: 'the knees',
  hips: 'the belt',
  shoulders: 'the chest at shoulder height; the student can hold it',
  eyes: 'the brim of the cap',
};

/** What to do for a reading while the student stands, in one sentence. */
export function holdInstruction({ line, by, rod, look }: Entry): string {
  const first = look ? 'The student looks at the target and back. Then: ' : '';
  return first + instruction(line, by, rod);
}

function instruction(line: LineKey, by: Entry['by'], rod: boolean): string {
  switch (by) {
    case 'gaps':
      if (line === 'toes' || line === 'heels') return `Mark ${MARKED[line]} on the ground.`;
      return rod
        ? `Rod across ${ACROSS[line]}. Mark under the bobs at its ends.`
        : `Bobs from ${MARKED[line]}. Mark where they hang.`;
    case 'square':
      return 'Rule from the square rod to heel and toe of the leading edge: mark or call both.';
    case 'faceRod':
      return 'Seat the rod square on the face. Mark under both its ends.';
    case 'pointsAt':
      return `A rod on ${MARKED[line]}: tap where it points, or have it called out.`;
    case 'angle':
      return 'Gauge on the rod: call the angle out.';
    case 'eye':
      return 'Look once along the line and say how it stands.';
  }
}
