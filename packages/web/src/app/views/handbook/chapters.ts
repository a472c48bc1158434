import { type Chapter, type Entry } from './chapters/chapter.ts';
import { STEPS } from './chapters/steps.ts';
import { WAYS } from './chapters/ways.ts';
import { WHY } from './chapters/why.ts';
import { WORDS } from './chapters/words.ts';

/** Everything the handbook says, in the order in which a lesson needs it. */
export const CHAPTERS: readonly Chapter[] = [STEPS, WAYS, WHY, WORDS];

/** What was asked for, in that order; what is not in the handbook is left out. */
export function asked(about: string): readonly Entry[] {
  const entries = CHAPTERS.flatMap((chapter) => chapter.entries);
  return about.split(',').flatMap((id) => entries.find((entry) => entry.id === id) ?? []);
}

/** Chapters with what is found in them; all of it where nothing is looked for. */
export function found(looked: string): readonly Chapter[] {
  const words = looked.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return CHAPTERS;
  const has = ({ title, text }: Entry): boolean => {
    const all = [title, ...text].join(' ').toLowerCase();
    return words.every((word) => all.includes(word));
  };
  return CHAPTERS.map((chapter) => ({ ...chapter, entries: chapter.entries.filter(has) })).filter(
    ({ entries }) => entries.length > 0,
  );
}
