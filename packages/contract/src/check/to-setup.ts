import { type Setup } from '@lotrecht/core';
import { type CheckDocument } from '../generated/types.ts';
import { toCoreUnits } from '../units/si.ts';

/** A valid check document as core reads it: metres and radians. */
export function toSetup(document: CheckDocument): Setup {
  const { format: _format, version: _version, club: _club, target: _target, ...measured } = document;
  return toCoreUnits(measured) as Setup;
}
