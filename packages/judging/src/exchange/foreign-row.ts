import { LINE_NAMES, type LineName } from '@lotrecht/core';
import {
  type ClubGroup,
  type CheckDocument,
  type Circumstances,
  type ReadingMapping,
  type Refusal,
} from '@lotrecht/records';
import { type TypedReading } from '../check/typed-reading.ts';
import { parseLength, CLUB_GROUPS, LINE_TITLES } from '@lotrecht/words';

/**
 * A head of a foreign table as columns are named by it: in the browser's preview and on the server alike.
 *
 * @example tableHead(' Lead gap ') // 'Lead gap'
 */
export function tableHead(text: string): string {
  return text.replace(/^\uFEFF/, '').trim();
}

/** One row of a foreign table as it is understood. */
export interface ForeignReading {
  readonly student: string;
  /** Null: the row says none. */
  readonly handedness: 'right' | 'left' | null;
  /** YYYY-MM-DD. */
  readonly date: string;
  readonly club: NonNullable<CheckDocument['club']> | null;
  /** Null where help or place stand in no column: such a check is kept, and compared with none. */
  readonly circumstances: Circumstances | null;
  readonly reading: TypedReading;
}

/** A row's reading, or everything that is wrong with it; paths name the columns. */
export type ForeignRow =
  | { readonly kind: 'reading'; readonly reading: ForeignReading }
  | { readonly kind: 'refused'; readonly refusals: readonly Refusal[] };

type Cells = Readonly<Record<string, string>>;

const HANDS: Readonly<Record<string, 'right' | 'left'>> = {
  r: 'right',
  rh: 'right',
  right: 'right',
  'right-handed': 'right',
  l: 'left',
  lh: 'left',
  left: 'left',
  'left-handed': 'left',
};
const HELPS: Readonly<Record<string, Circumstances['help']>> = {
  blind: 'blind',
  none: 'blind',
  cold: 'blind',
  cued: 'cued',
  cue: 'cued',
  rods: 'rods',
  rod: 'rods',
};
const PLACES: readonly Circumstances['place'][] = ['hall', 'range', 'course', 'home'];
const LONGEST_NAME = 120;
const EARLIEST = '1950-01-01';

/** Collects what is wrong while a row is read. */
class Reader {
  readonly refusals: Refusal[] = [];

  constructor(
    private readonly cells: Cells,
    private readonly columns: ReadingMapping['columns'],
  ) {}

  text(column: keyof ReadingMapping['columns']): string {
    const head = this.columns[column];
    // A table may have any heads, also such as every object answers to.
    return head === undefined || !Object.hasOwn(this.cells, head) ? '' : (this.cells[head] ?? '').trim();
  }

  refuse(column: keyof ReadingMapping['columns'], message: string): null {
    this.refusals.push({ code: 'cell', path: `/${this.columns[column] ?? column}`, message });
    return null;
  }

  /** A word in any case, or null with a refusal that says which would do. */
  word<T>(column: keyof ReadingMapping['columns'], words: Readonly<Record<string, T>>): T | null {
    const read = this.text(column);
    const said = read.toLowerCase();
    const found = Object.hasOwn(words, said) ? words[said] : undefined;
    return found ?? this.refuse(column, `Read “${read}”. Use one of: ${Object.keys(words).join(', ')}.`);
  }
}

/**
 * Reads one row of a foreign table: the same for a preview in the browser and on the server.
 *
 * @param cells by the table's heads
 * @param today YYYY-MM-DD; nothing was read later
 * @example readForeignRow({ Who: 'Runa', On: '17.04.2026', Line: 'Toes', A: '571', B: '602', W: '45 cm' }, { columns: { student: 'Who', date: 'On', line: 'Line', lead: 'A', trail: 'B', base: 'W' }, unit: 'mm', dateOrder: 'dmy', hand: 'right' }, '2026-11-25').kind // 'reading'
 */
export function readForeignRow(cells: Cells, mapping: ReadingMapping, today: string): ForeignRow {
  const reader = new Reader(cells, mapping.columns);
  const student = reader.text('student');
  if (student === '' || student.length > LONGEST_NAME)
    reader.refuse(
      'student',
      student === '' ? 'A name is missing.' : `A name has at most ${LONGEST_NAME} letters.`,
    );
  const date = dateOf(reader, mapping.dateOrder, today);
  const line = reader.word('line', LINES);
  const handedness = reader.text('hand') === '' ? null : reader.word('hand', HANDS);
  const club = reader.text('club') === '' ? null : clubOf(reader);
  const help = reader.text('help') === '' ? null : reader.word('help', HELPS);
  const place = reader.text('place') === '' ? null : reader.word('place', PLACE_WORDS);
  const [lead, trail, base] = (['lead', 'trail', 'base'] as const).map((column) =>
    lengthOf(reader, column, mapping.unit),
  );
  if (reader.refusals.length > 0 || date === null || line === null)
    return { kind: 'refused', refusals: reader.refusals };
  const values =
    line === 'face'
      ? { heelGapMm: lead ?? 0, toeGapMm: trail ?? 0, baseMm: base ?? 0 }
      : { leadGapMm: lead ?? 0, trailGapMm: trail ?? 0, baseMm: base ?? 0 };
  return {
    kind: 'reading',
    reading: {
      student,
      handedness,
      date,
      club,
      circumstances:
        help === null || place === null
          ? null
          : { phase: help === 'blind' ? 'baseline' : 'coached', help, place, reader: 'instructor' },
      reading: { line, by: line === 'face' ? 'square' : 'gaps', values },
    },
  };
}

const LINES: Readonly<Record<string, LineName>> = Object.fromEntries(
  LINE_NAMES.flatMap((name) => [
    [name, name],
    [LINE_TITLES[name].toLowerCase(), name],
  ]),
);
const PLACE_WORDS: Readonly<Record<string, Circumstances['place']>> = Object.fromEntries(
  PLACES.map((place) => [place, place]),
);

function lengthOf(
  reader: Reader,
  column: 'lead' | 'trail' | 'base',
  unit: ReadingMapping['unit'],
): number | null {
  const length = parseLength(reader.text(column), unit);
  if (length.kind === 'value') return length.mm;
  return reader.refuse(column, length.kind === 'slip' ? length.message : 'A length is missing.');
}

const PARTS = /^(\d{1,4})[-./ ](\d{1,2})[-./ ](\d{1,4})$/;

function dateOf(reader: Reader, order: ReadingMapping['dateOrder'], today: string): string | null {
  const read = reader.text('date');
  const found = PARTS.exec(read);
  const example = { ymd: '2026-04-17', dmy: '17.04.2026', mdy: '04/17/2026' }[order];
  if (found === null) return reader.refuse('date', `Read “${read}”. Use a day as ${example}.`);
  const [, a = '', b = '', c = ''] = found;
  const [year, month, day] = { ymd: [a, b, c], dmy: [c, b, a], mdy: [c, a, b] }[order] as [
    string,
    string,
    string,
  ];
  const iso = `${year.padStart(4, '0')}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  const isDay = year.length === 4 && new Date(`${iso}T00:00:00Z`).toJSON()?.slice(0, 10) === iso;
  if (!isDay) return reader.refuse('date', `Read “${read}”. Use a day as ${example}.`);
  if (iso < EARLIEST || iso > today)
    return reader.refuse('date', `Read “${read}”. A lesson was held between ${EARLIEST} and today.`);
  return iso;
}

const GROUPS = Object.entries(CLUB_GROUPS) as readonly (readonly [ClubGroup, string])[];
const WEDGES = /^(pw|gw|aw|sw|lw|.*wedge)$/;
const WOODS = /^(\d*\s*-?\s*wood|[357]w)$/;
const HYBRIDS = /^(\d*\s*-?\s*hybrid|\dh)$/;
const IRON = /^([1-9])\s*-?\s*(i|iron)?$/;

/** A club by its group, or by the name it is called on the tee. */
function clubOf(reader: Reader): NonNullable<CheckDocument['club']> | null {
  const name = reader.text('club').slice(0, LONGEST_CLUB);
  const said = name.toLowerCase();
  const group =
    GROUPS.find(([id, title]) => id === said || title.toLowerCase() === said)?.[0] ?? groupOfName(said);
  if (group !== null) return { group, name };
  return reader.refuse('club', `Read “${name}”. Use a club as 7-iron, driver or wedge.`);
}

const LONGEST_CLUB = 40;
const LONG_IRON = 4;
const MID_IRON = 7;

function groupOfName(said: string): ClubGroup | null {
  if (WEDGES.test(said)) return 'wedge';
  if (WOODS.test(said)) return 'fairway-wood';
  if (HYBRIDS.test(said)) return 'long-iron';
  const iron = IRON.exec(said);
  if (iron === null) return null;
  const number = Number(iron[1]);
  if (number <= LONG_IRON) return 'long-iron';
  return number <= MID_IRON ? 'mid-iron' : 'short-iron';
}
