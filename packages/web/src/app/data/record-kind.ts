import { type ChangedViews } from '@lotrecht/records';
import { type KindFacts } from '@lotrecht/records/kinds';

/** What comes in for a record: what it is to say, and the revision it was made from; 0 for a new one. */
export interface Revised {
  readonly revision: number;
}

/** A record as the server shows it. */
export interface KeptRecord extends Revised {
  readonly id: string;
}

/** One thing that a record says, in words, as a conflict shows it. */
export interface SaidRow {
  readonly label: string;
  readonly text: string;
}

/** A kind of record as pages load, keep and compare it. */
export interface RecordKind<Input extends Revised, View extends KeptRecord> {
  /** As the server calls it in conflicts and changes. */
  readonly name: string;
  /** Under `/api/`. */
  readonly path: string;
  readonly toInput: (view: View) => Input;
  /** What it says, row by row: two versions stand beside each other where these differ. */
  readonly rows: (said: Input) => readonly SaidRow[];
  /** What is typed into it names a person: it stays off this device until that is locked at rest. */
  readonly namesPeople: boolean;
}

/** The path under which the server answers a record as that. */
type PathOf<View> = {
  [Path in keyof ChangedViews]: ChangedViews[Path] extends View
    ? View extends ChangedViews[Path]
      ? Path
      : never
    : never;
}[keyof ChangedViews];

/** A kind as server and page know it, with what it says in words. */
export function recordKind<Input extends Revised, View extends KeptRecord>(
  {
    name,
    path,
    fields,
    says = Object.keys(fields),
    namesPeople,
  }: KindFacts & { readonly path: PathOf<View> },
  rows: (said: Input) => readonly SaidRow[],
): RecordKind<Input, View> {
  return {
    name,
    path,
    namesPeople: namesPeople === true,
    rows,
    toInput: (view) => {
      const all = view as unknown as Readonly<Record<string, unknown>>;
      const said = says.flatMap((field) => (all[field] === undefined ? [] : [[field, all[field]]]));
      return { revision: view.revision, ...Object.fromEntries(said) } as Input;
    },
  };
}
