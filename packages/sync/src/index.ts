export {
  type Asked,
  type Base,
  type Entry,
  type EntryKey,
  keyText,
  type Parent,
  type Protocol,
  type Sent,
  type Trouble,
  type Typed,
  type View,
} from './entry.ts';
export { type Answer, type Begun, type Happening, step } from './step.ts';
export { nextToSend, type Request, requestOf } from './next.ts';
export { type Device, drain, type Outcome, type Round, type Rules } from './drain.ts';
export { patchOf, saysTheSame } from './patch.ts';
