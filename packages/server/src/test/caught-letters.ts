import { type Letter, type PostBox, simulatedPostBox } from '../post/post-box.ts';

/** A post box whose letters a test can open: nowhere else do they hold their secrets. */
export interface CaughtLetters extends PostBox {
  readonly letters: Letter[];
  /** The secret of the link that went out last. */
  lastToken(): string;
}

/** Catches what is sent. */
export function caughtLetters(): CaughtLetters {
  const letters: Letter[] = [];
  const box = simulatedPostBox(undefined);
  return {
    ...box,
    letters,
    lastToken: () => letters.at(-1)?.secret ?? '',
    send: async (db, letter) => {
      letters.push(letter);
      await box.send(db, letter);
    },
  };
}
