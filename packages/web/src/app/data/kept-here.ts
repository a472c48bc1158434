import { inject } from '@angular/core';
import { type Entry } from '@lotrecht/sync';
import { defer, filter, map, type Observable } from 'rxjs';
import { type KeptRecord, type RecordKind, type Revised } from './record-kind.ts';
import { Sender } from './sender.ts';

/** What was asked to be kept of a kind on this device. */
export interface KeptHere<Input, View> {
  /** What lies here and is not known to be kept, oldest first. */
  readonly lying: Observable<
    readonly { readonly id: string; readonly input: Input; readonly of: Entry['of'] }[]
  >;
  /** What is kept and was typed over since, and not asked to be kept: it goes on. */
  readonly typedOver: Observable<readonly { readonly id: string; readonly input: Input }[]>;
  /** Each as the server has kept it: also where the part of the page that asked is gone by then. */
  readonly kept: Observable<View>;
}

/** A list that a page shows of a kind goes by this, and not by what its parts hear; in its injection context. */
export function keptHere<Input extends Revised, View extends KeptRecord>({
  name,
}: RecordKind<Input, View>): KeptHere<Input, View> {
  const sender = inject(Sender);
  return {
    lying: defer(() => sender.all()).pipe(
      map((entries) =>
        entries
          .filter(({ kind, asked }) => kind === name && asked !== null)
          .map(({ id, of, typed }) => ({ id, of, input: typed.content as Input }))
          .toReversed(),
      ),
    ),
    typedOver: defer(() => sender.all()).pipe(
      map((entries) =>
        entries
          .filter(({ kind, asked, base }) => kind === name && asked === null && base !== null)
          .map(({ id, typed }) => ({ id, input: typed.content as Input })),
      ),
    ),
    kept: sender.outcomes.pipe(
      filter(({ key, view }) => key.kind === name && view !== null),
      map(({ view }) => view as View),
    ),
  };
}

/** One more of a list, or the newer of one that is in it: it keeps its place. */
export function withNewer<Item extends { readonly id: string }>(
  all: readonly Item[],
  one: Item,
): readonly Item[] {
  return all.some(({ id }) => id === one.id)
    ? all.map((item) => (item.id === one.id ? one : item))
    : [...all, one];
}
