import { RefusedInput } from '@lotrecht/core';
import { type FindingOfRun, findingOfRun, usualCurveM } from '@lotrecht/judging';
import { type BallRunInput, type CheckView } from '@lotrecht/records';

/** What is asked of the worker. */
export interface RunQuestion {
  readonly run: BallRunInput['run'];
  readonly check: Pick<CheckView, 'document' | 'result'> | null;
}

/** What it says: the finding without its draws, or why a run cannot be. */
export interface RunAnswer {
  readonly found: FindingOfRun | null;
  /** How far such balls curve at the target without the wind, m, right positive; null before the third ball. */
  readonly usualCurveM: number | null;
  /** A carry or a wind that cannot be: the field, and what it may be. */
  readonly refused: { readonly field: string; readonly least?: number; readonly most?: number } | null;
}

const worker = globalThis as unknown as {
  onmessage: (event: MessageEvent<RunQuestion>) => void;
  postMessage: (answer: RunAnswer) => void;
};

worker.onmessage = ({ data: { run, check } }) => {
  try {
    const found = findingOfRun(run, check);
    worker.postMessage({
      found: found && { ...found, posterior: { ...found.posterior, draws: [] } },
      usualCurveM: found && usualCurveM(run, found.posterior.face.meanDeg - found.posterior.path.meanDeg),
      refused: null,
    });
  } catch (error) {
    if (!(error instanceof RefusedInput)) throw error;
    const { field, detail } = error;
    worker.postMessage({
      found: null,
      usualCurveM: null,
      refused: {
        field,
        ...(detail.least !== undefined && { least: detail.least }),
        ...(detail.most !== undefined && { most: detail.most }),
      },
    });
  }
};
