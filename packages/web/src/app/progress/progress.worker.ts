import { lineProgress, progressChoices } from '@lotrecht/judging';
import { type MeasuredLineView } from '@lotrecht/records';
import { type Handedness } from '@lotrecht/core';

/** What is asked of the worker. */
export interface ProgressQuestion {
  readonly rows: readonly MeasuredLineView[];
  readonly handedness: Handedness;
  readonly forecastOn: string;
}

/** What the worker says, series by series. */
export interface ProgressAnswer {
  readonly done: number;
  readonly of: number;
  readonly progress: ReturnType<typeof lineProgress>;
}

const worker = globalThis as unknown as {
  onmessage: (event: MessageEvent<ProgressQuestion>) => void;
  postMessage: (answer: ProgressAnswer) => void;
};

worker.onmessage = ({ data: { rows, handedness, forecastOn } }) => {
  const choices = progressChoices(rows);
  if (choices.length === 0) worker.postMessage({ done: 0, of: 0, progress: null });
  for (const [index, choice] of choices.entries()) {
    const progress = lineProgress(rows, choice, { handedness, forecastOn });
    worker.postMessage({ done: index + 1, of: choices.length, progress });
  }
};
