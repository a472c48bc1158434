import { type HandbookId } from '../../../words/handbook-ids.ts';

/** A drawing of the handbook, by what it shows. */
export type HandbookDrawing =
  'bare' | 'rod' | 'square' | 'face-rod' | 'points-at' | 'gauge' | 'eye' | 'words';

/** One thing that is explained. */
export interface Entry {
  /** In the address, after #. */
  readonly id: HandbookId;
  readonly title: string;
  readonly text: readonly string[];
  readonly drawing?: HandbookDrawing;
}

/** A chapter of the handbook. */
export interface Chapter {
  readonly id: string;
  readonly title: string;
  readonly entries: readonly Entry[];
}
