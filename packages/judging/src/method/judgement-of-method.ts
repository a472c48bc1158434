import { type ClubGroup, type MethodDocument, type Judgement } from '@lotrecht/records';
import { judgedByMethod } from './judged-by.ts';
import { SHIPPED_METHODS } from './shipped-methods.ts';

/**
 * A method as a check carries it: a shipped one by its name and version, any other with its parts spelled out, so that
 * the file stands alone and never changes with the method.
 *
 * @param clubGroup the clubs it is judged with, for a method that has limits of its own for them
 * @example judgementByMethod(ALL_PARALLEL) // { method: { id: 'all-parallel', version: 1 } }
 */
export function judgementByMethod(method: MethodDocument, clubGroup: ClubGroup | null = null): Judgement {
  const { id, profileVersion } = method;
  const isShipped = SHIPPED_METHODS.some((m) => m.id === id && m.profileVersion === profileVersion);
  if (isShipped) return { method: { id, version: profileVersion } };
  const { tolerancesDeg, goalsDeg, order, footLine } = judgedByMethod(method, 0, clubGroup);
  return {
    tolerancesDeg,
    ...(goalsDeg && { goalsDeg }),
    // The schema allows at most seven lines, the generated type spells that out as tuples.
    order: [...order] as NonNullable<Judgement['order']>,
    ...(footLine && { footLine }),
  };
}
