import { isCold, type LineProgress, type ProgressChoice } from '@lotrecht/judging';
import { COVERAGE_FACTOR, LINE_NAMES } from '@lotrecht/core';
import { PLACES } from '../words/circumstance-words.ts';
import { CLUB_GROUPS, LINE_TITLES, type LineKey } from '../words/words.ts';
import { clubText, sideOf, turnText } from './progress-words.ts';

/** From here on a level counts as in or out, as a verdict does. */
const SURE = 0.95;

type ClubKey = keyof typeof CLUB_GROUPS;

/** Where a line stands after its last lesson. Angles φ, degrees. */
export interface Level {
  readonly text: string;
  readonly half: string;
  readonly deg: number;
  readonly halfDeg: number;
  readonly verdict: 'in' | 'out' | 'open';
}

/** Whether it is cold: a blind baseline, the level that counts. */
export function isColdLine({ choice }: LineProgress): boolean {
  return isCold(choice.circumstances);
}

/** Where a line stands now, in short. */
export function levelOf({ choice, track }: LineProgress, handedness: 'right' | 'left'): Level {
  const last = track.lessons.at(-1)?.filtered;
  const deg = last?.levelDeg ?? 0;
  const halfDeg = COVERAGE_FACTOR * (last?.standardDeviationDeg ?? 0);
  const chance = last?.probabilityInTolerance ?? 0;
  const side = Math.abs(deg) < 0.05 ? '' : ` (${sideOf(deg, handedness)})`;
  return {
    text: `${turnText(choice.line, deg)}${side}`,
    half: `± ${halfDeg.toFixed(1)}°`,
    deg,
    halfDeg,
    verdict: chance >= SURE ? 'in' : chance <= 1 - SURE ? 'out' : 'open',
  };
}

/** A cell of the matrix: a level with what it belongs to. */
export type MatrixCell = Level & { readonly choice: ProgressChoice };

/** Lines against groups of clubs. */
export interface LevelMatrixRows {
  readonly groups: readonly string[];
  readonly rows: readonly {
    readonly line: LineKey;
    readonly title: string;
    readonly cells: readonly (MatrixCell | null)[];
  }[];
}

/** Lines against groups of clubs, cold: where a student stands at one glance. */
export function matrixOf(all: readonly LineProgress[], handedness: 'right' | 'left'): LevelMatrixRows {
  const cold = all.filter(isColdLine);
  const groups = (Object.keys(CLUB_GROUPS) as ClubKey[]).filter((g) =>
    cold.some((p) => p.choice.clubGroup === g),
  );
  return {
    groups: groups.map((g) => CLUB_GROUPS[g]),
    rows: LINE_NAMES.filter((line) => cold.some((p) => p.choice.line === line)).map((line) => ({
      line,
      title: LINE_TITLES[line],
      cells: groups.map((group) => {
        // The place where most lessons were held: places are never mixed, so the cell says which it is.
        const [progress] = cold
          .filter((p) => p.choice.line === line && p.choice.clubGroup === group)
          .toSorted((a, b) => b.track.lessons.length - a.track.lessons.length);
        if (progress === undefined) return null;
        const level = levelOf(progress, handedness);
        const half = `${level.half}, ${PLACES[progress.choice.circumstances.place]}`;
        return { ...level, half, choice: progress.choice };
      }),
    })),
  };
}

/** Levels of one line that stand beside each other. */
export interface LevelsBeside {
  readonly title: string;
  readonly toleranceDeg: readonly [number, number];
  readonly rows: readonly (MatrixCell & { readonly key: string; readonly lessons: number })[];
}

/**
 * The cold levels of a line beside each other: by place for the clubs asked for, by clubs for the place asked for.
 * Shown side by side, never as a difference: other circumstances are not compared.
 */
export function levelsBeside(
  all: readonly LineProgress[],
  shown: LineProgress,
  handedness: 'right' | 'left',
): readonly LevelsBeside[] {
  const { line, clubGroup, circumstances } = shown.choice;
  const cold = all.filter((p) => isColdLine(p) && p.choice.line === line);
  const rowsOf = (of: readonly LineProgress[], key: (choice: ProgressChoice) => string) =>
    of.map((p) => ({
      ...levelOf(p, handedness),
      choice: p.choice,
      key: key(p.choice),
      lessons: p.track.lessons.length,
    }));
  const { reader, place } = circumstances;
  const here = cold.filter(({ choice: { circumstances: c } }) => c.reader === reader);
  const order = Object.keys(PLACES);
  const byPlace = here
    .filter((p) => p.choice.clubGroup === clubGroup)
    .toSorted(
      (a, b) => order.indexOf(a.choice.circumstances.place) - order.indexOf(b.choice.circumstances.place),
    );
  const clubs: readonly (ClubKey | null)[] = Object.keys(CLUB_GROUPS) as ClubKey[];
  const byClub = here
    .filter(({ choice: { circumstances: c } }) => c.place === place)
    .toSorted((a, b) => clubs.indexOf(a.choice.clubGroup) - clubs.indexOf(b.choice.clubGroup));
  return [
    {
      title: `${LINE_TITLES[line]} by place, blind, ${clubText(clubGroup).toLowerCase()}`,
      toleranceDeg: shown.toleranceDeg,
      rows: rowsOf(byPlace, (c) => PLACES[c.circumstances.place]),
    },
    {
      title: `${LINE_TITLES[line]} by clubs, blind, ${PLACES[place]}`,
      toleranceDeg: shown.toleranceDeg,
      rows: rowsOf(byClub, (c) => clubText(c.clubGroup)),
    },
  ].filter(({ rows }) => rows.length > 1);
}
