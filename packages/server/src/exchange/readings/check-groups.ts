import { composeCheck, type ForeignReading, solveDocument } from '@lotrecht/judging';
import { DocumentRefused } from '@lotrecht/records';
import { type KnownStudents, type NamedStudent } from './known-students.ts';
import { type Problems } from './problems.ts';
import { type ReadingWriter } from './reading-writer.ts';

interface Group {
  readonly key: string;
  readonly student: NamedStudent;
  readonly readings: ForeignReading[];
  readonly rows: number[];
}

/** A check cannot hold more. */
const MOST_READINGS = 60;
const USUAL_CLUB = { group: 'mid-iron' } as const;

/** Rows that follow each other with the same student, day, club and circumstances become one check. */
export class CheckGroups {
  private group: Group | null = null;

  constructor(
    private readonly students: KnownStudents,
    private readonly problems: Problems,
    private readonly writer: ReadingWriter,
  ) {}

  async take(row: number, reading: ForeignReading): Promise<void> {
    const student = this.students.find(reading);
    if ('refused' in student) {
      this.problems.add(row, this.problems.headOf(student.refused), student.message);
      return;
    }
    const { date, club, circumstances } = reading;
    const key = JSON.stringify([student.id, date, club, circumstances]);
    if (this.group?.key !== key || this.group.readings.length === MOST_READINGS) {
      await this.finishGroup();
      this.group = { key, student, readings: [], rows: [] };
    }
    this.group.readings.push(reading);
    this.group.rows.push(row);
  }

  async finish(): Promise<void> {
    await this.finishGroup();
    await this.writer.finish();
  }

  private async finishGroup(): Promise<void> {
    const [group, first] = [this.group, this.group?.readings[0]];
    this.group = null;
    if (group === null || first === undefined) return;
    const { student, readings } = group;
    const document = composeCheck({
      handedness: student.handedness,
      club: first.club ?? USUAL_CLUB,
      target: {},
      readings: readings.map((r) => r.reading),
    });
    if (document === undefined) return;
    try {
      const result = solveDocument(document, { answer: 'tape' });
      await this.writer.take({
        student,
        date: first.date,
        circumstances: first.circumstances,
        document,
        result,
      });
    } catch (error) {
      if (!(error instanceof DocumentRefused)) throw error;
      this.refuse(group, error);
    }
  }

  /** What core says of an observation belongs to the row and column it came from. */
  private refuse({ rows }: Group, error: DocumentRefused): void {
    for (const { path, message } of error.refusals) {
      const [, index = '0', field = ''] = /^\/observations\/(\d+)\/?(\w*)/.exec(path) ?? [];
      this.problems.add(rows[Number(index)] ?? rows[0] ?? 0, this.headOf(field), message);
    }
  }

  private headOf(field: string): string {
    if (field === 'leadGapMm' || field === 'heelGapMm') return this.problems.headOf('lead');
    if (field === 'trailGapMm' || field === 'toeGapMm') return this.problems.headOf('trail');
    if (field === 'baseMm') return this.problems.headOf('base');
    return '';
  }
}
