/** A figure of the bench. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
}

/** How often each is done. */
export interface Size {
  readonly rounds: number;
  readonly answers: number;
  readonly lines: number;
  readonly answeredLines: number;
  readonly tries: number;
}

export function benchSolve(root: string, size?: Size): Promise<readonly Figure[]>;
export function benchLines(root: string, size?: Size): Promise<readonly Figure[]>;
