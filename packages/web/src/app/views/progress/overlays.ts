import { type LineProgress } from '@lotrecht/judging';
import { choiceText } from '../../progress/progress-words.ts';
import { type OverlayShape } from './chart-option.ts';

/** One kind of set-up that can be laid over the picture. */
export interface Overlay {
  readonly kind: string;
  readonly progress: LineProgress;
  readonly shape: OverlayShape;
  /** The shape as a sign in text. */
  readonly sign: string;
  readonly on: boolean;
}

const SHAPES: readonly { readonly shape: OverlayShape; readonly sign: string }[] = [
  { shape: 'diamond', sign: '◇' },
  { shape: 'rect', sign: '□' },
  { shape: 'arrow', sign: '➤' },
  { shape: 'roundRect', sign: '▢' },
  { shape: 'pin', sign: '⚲' },
];

/** Every other kind of set-up of the same line and clubs, those with most lessons first; as many as there are shapes. */
export function overlaysOf(
  all: readonly LineProgress[],
  { choice }: LineProgress,
  on: ReadonlySet<string>,
): readonly Overlay[] {
  const own = choiceText(choice);
  return all
    .filter(
      (p) =>
        p.choice.line === choice.line &&
        p.choice.clubGroup === choice.clubGroup &&
        choiceText(p.choice) !== own,
    )
    .toSorted((a, b) => b.track.lessons.length - a.track.lessons.length)
    .flatMap((progress, i) => {
      const sign = SHAPES[i];
      const kind = choiceText(progress.choice);
      return sign === undefined ? [] : [{ kind, progress, ...sign, on: on.has(kind) }];
    });
}
