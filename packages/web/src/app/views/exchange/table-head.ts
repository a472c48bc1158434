import { readForeignRow, tableHead } from '@lotrecht/judging';
import { type ReadingMapping } from '@lotrecht/records';
import { formatLength } from '@lotrecht/words';
import Papa from 'papaparse';
import { dayText } from '../../words/dates.ts';
import { LINE_TITLES } from '../../words/words.ts';

/** The beginning of a table that was chosen. */
export interface TableHead {
  readonly heads: readonly string[];
  readonly rows: readonly Readonly<Record<string, string>>[];
}

/** What a column may mean, as it is asked. */
export const MEANINGS = [
  ['student', 'Student'],
  ['date', 'Day'],
  ['line', 'Line'],
  ['lead', 'Lead gap, or heel'],
  ['trail', 'Trail gap, or toe'],
  ['base', 'Between them'],
  ['hand', 'Hand'],
  ['club', 'Club'],
  ['help', 'Help'],
  ['place', 'Place'],
] as const;

export type Meaning = (typeof MEANINGS)[number][0];

/** What must have a column. */
export const NEEDED: readonly Meaning[] = ['student', 'date', 'line', 'lead', 'trail', 'base'];

/** Which column means what so far; empty: none. */
export type Chosen = Readonly<Record<Meaning, string>>;

const PREVIEWED = 12;

/** Reads the first rows of a file; the rest stays where it is. */
export function readHead(file: File): Promise<TableHead> {
  return new Promise((resolve, reject) => {
    Papa.parse<Record<string, string>>(file, {
      header: true,
      transformHeader: tableHead,
      preview: PREVIEWED,
      skipEmptyLines: 'greedy',
      complete: ({ data, meta }) => resolve({ heads: meta.fields ?? [], rows: data }),
      error: reject,
    });
  });
}

/** Words that heads are recognised by, the more particular first. */
const SAID: Readonly<Record<Meaning, RegExp>> = {
  student: /student|name|player|who/i,
  date: /date|day|^on$/i,
  line: /line|part/i,
  lead: /lead|front|heel/i,
  trail: /trail|back|toe\b/i,
  base: /base|between|width|length/i,
  hand: /hand/i,
  club: /club/i,
  help: /help|aid/i,
  place: /place|where/i,
};

/** A first guess which column means what; a head is taken once. */
export function guessed(heads: readonly string[]): Chosen {
  const taken = new Set<string>();
  const entries = MEANINGS.map(([meaning]) => {
    const head = heads.find((h) => !taken.has(h) && SAID[meaning].test(h)) ?? '';
    taken.add(head);
    return [meaning, head];
  });
  return Object.fromEntries(entries) as Chosen;
}

/** How the rest is to be read. */
export type HowRead = Pick<ReadingMapping, 'unit' | 'dateOrder' | 'hand'>;

/** What is sent, once everything that is needed has a column of its own; else null. */
export function mappingOf(chosen: Chosen, how: HowRead): ReadingMapping | null {
  if (NEEDED.some((meaning) => chosen[meaning] === '')) return null;
  const columns = Object.fromEntries(Object.entries(chosen).filter(([, head]) => head !== ''));
  return { columns: columns as unknown as ReadingMapping['columns'], ...how };
}

/** A row as it will be understood, or what is wrong with it. */
export interface PreviewedRow {
  readonly row: number;
  readonly text: string;
  readonly problems: readonly string[];
}

/** The first rows as they will come in: read by the same rule as on the server. */
export function previewed(head: TableHead, mapping: ReadingMapping, today: string): readonly PreviewedRow[] {
  return head.rows.map((cells, i) => {
    const read = readForeignRow(cells, mapping, today);
    if (read.kind === 'refused') {
      const problems = read.refusals.map(({ path, message }) => `${path.slice(1)}: ${message}`);
      return { row: i + 2, text: '', problems };
    }
    const { student, date, club, reading } = read.reading;
    const [lead = 0, trail = 0, base = 0] = Object.values(reading.values);
    const lengths = `${formatLength(lead, 'mm')} and ${formatLength(trail, 'mm')} over ${formatLength(base, 'mm')}`;
    const said = [student, dayText(date), LINE_TITLES[reading.line], lengths, club?.name ?? ''];
    return { row: i + 2, text: said.filter(Boolean).join(' · '), problems: [] };
  });
}
