export { type Entry, type EntryKey, keyText, type Protocol, type View } from './entry.ts';
export { type Answer, type Begun, type Happening, step } from './step.ts';
export { nextToSend, type Request } from './next.ts';
export { type Device, drain, type Outcome, type Rules } from './drain.ts';
export { patchOf, saysTheSame } from './patch.ts';
