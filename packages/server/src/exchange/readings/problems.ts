import { type ReadingMapping, type Refusal, type RowProblem } from '@lotrecht/records';
import { NoTable } from './read-table.ts';

/** So many are told; the rest are counted. */
const TOLD = 100;

/** What cannot come in, by row and column. */
export class Problems {
  private readonly told: RowProblem[] = [];
  private counted = 0;

  constructor(private readonly mapping: ReadingMapping) {}

  get first(): readonly RowProblem[] {
    return this.told;
  }

  get count(): number {
    return this.counted;
  }

  add(row: number, column: string, message: string): void {
    this.counted += 1;
    if (this.told.length < TOLD) this.told.push({ row, column, message });
  }

  /** Their paths name columns. */
  addAll(row: number, refusals: readonly Refusal[]): void {
    for (const { path, message } of refusals) this.add(row, path.slice(1), message);
  }

  /** The head of what a field is read from. */
  headOf(column: keyof ReadingMapping['columns']): string {
    return this.mapping.columns[column] ?? '';
  }

  /** @throws NoTable when a column that was chosen is not in the table */
  requireHeads(heads: readonly string[]): void {
    const missing = Object.values(this.mapping.columns).filter((head) => !heads.includes(head));
    if (missing.length > 0)
      throw new NoTable(
        `The table has no column ${missing.map((head) => `“${head}”`).join(', ')}. Choose again.`,
      );
  }
}
