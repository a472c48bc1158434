import { DECLARED_KINDS, type DeclaredKind, KIND, validateKind } from '@lotrecht/records';
import { type AnyKind, type Kind, type Revised, type Stored } from '../kind.ts';
import { METHOD } from './method.ts';
import { PLACE } from './place.ts';
import { ROUTINE } from './routine.ts';

/** Kinds of which the server knows more than what is declared. */
const MORE: Partial<Record<DeclaredKind, AnyKind>> = { place: PLACE, method: METHOD, routine: ROUTINE };

/** A kind as it is declared, with what the server knows of it besides. */
export function kindOf<Input extends Revised, View extends Stored>(name: DeclaredKind): Kind<Input, View> {
  return MORE[name] ?? { ...KIND[name], require: validateKind<Input>(name) };
}

/** Every kind there is: what stands before in a file is pointed at by what comes after. */
export const KINDS: readonly AnyKind[] = DECLARED_KINDS.map((name) => kindOf(name));
