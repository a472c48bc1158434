import { type CheckDocument } from '@lotrecht/records';

/** What a check is judged by: a shipped method by its name, or the parts of any other, spelled out. */
export type Judgement = Pick<CheckDocument, 'method' | 'tolerancesDeg' | 'goalsDeg' | 'order' | 'footLine'>;
