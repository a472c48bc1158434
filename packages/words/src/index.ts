export {
  type Aim,
  type AimGround,
  aimSentence,
  aimText,
  besideText,
  firstSentence,
  usualSentence,
  type SeenMark,
} from './decided-words.ts';
export * from './result-words.ts';
export {
  askAboutComma,
  type DistanceUnit,
  formatDistance,
  formatLength,
  type LengthUnit,
  parseDistance,
  parseLength,
  type TypedLength,
} from './typed-length.ts';
export { parseShoe } from './typed-shoe.ts';
export { type FieldSaid, fieldSaid, holdInstruction, type ReadingSaid, wayTitle } from './way-words.ts';
export * from './routine-words.ts';
export {
  asideText,
  ballText,
  type BallTold,
  runChangeText,
  type RunSaid,
  type RunSentences,
  runSentences,
  shapeText,
  type TappedBallSaid,
  toesAfterText,
  widthText,
} from './ball-words.ts';
export { missAgainst, type MissSaid, missText, type ReadFault } from './miss-words.ts';
export { type SightSaid, sightSentences, type SightTold } from './sight-words.ts';
export {
  type EyeChangeSaid,
  eyeFigures,
  type EyeSaid,
  eyeSentences,
  type EyeSeesSaid,
  screenSentence,
  teeSentence,
} from './eye-words.ts';
export {
  BLOCK_WORDS,
  doseText,
  type FadingSaid,
  fadingSentence,
  ONE_THING_WORDS,
  ownChecksText,
  type SinceSaid,
  sinceSentences,
  STAGE_HELP,
  STAGE_WORDS,
} from './plan-words.ts';
