import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type InstructorSettings, type StudentView } from '@lotrecht/records';
import { degreesFromRadians, eyeOffLineTurn, feelAtTarget, wrongEyeTurn } from '@lotrecht/core';
import { type Observable } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { STUDENT } from '../../data/kinds/student.ts';
import { RecordApi } from '../../data/record-api.ts';
import { toProblem } from '../../api/problem.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { metresText } from '../../ui/bearings.ts';
import { NumberField } from '../../ui/number-field.ts';

const STEPS = [
  'Stand with both eyes open and a small target far off.',
  'Stretch both arms, make a hole between the hands, and look at the target through it.',
  'Keep still and close the left eye. Is the target still in the hole?',
  'Open both, then close the right eye. Is it in the hole now?',
] as const;

const DISTANCES_M = [1, 2, 2.7, 3] as const;

/** Which eye sights, found by pointing and kept; and what an eye off the line costs. */
@Component({
  selector: 'lo-sighting',
  imports: [MatButton, MatFormField, MatInput, MatLabel, MatOption, MatSelect, NumberField],
  templateUrl: './sighting.html',
  styleUrl: './sighting.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Sighting {
  private readonly settings = inject(SettingsStore);
  private readonly api = inject(AcademyApi);
  private readonly records = inject(RecordApi);

  protected readonly steps = STEPS;
  protected readonly step = signal(0);
  protected readonly students = signal<readonly StudentView[]>([]);
  /** Whether there are more than are offered: then they are looked for by name. */
  protected readonly isLarge = signal(false);
  /** Whose eye is tested: a student's id, or empty for the instructor. */
  protected readonly whose = signal('');
  protected readonly said = signal<string | null>(null);
  protected readonly ownEye = computed(() => this.settings.settings().dominantEye);

  protected readonly offMm = signal(25);
  protected readonly targetM = signal(150);
  protected readonly heldM = signal(0.6);
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);
  protected readonly lengthUnit = computed(() => this.settings.settings().lengthUnit);

  protected readonly rows = computed(() =>
    DISTANCES_M.map((behindM) => {
      const turn = Math.abs(eyeOffLineTurn(this.offMm() / 1000, behindM));
      return { behindM, ...this.costOf(turn) };
    }),
  );
  protected readonly wrongEye = computed(() => this.costOf(wrongEyeTurn(this.heldM())));

  constructor() {
    this.list('');
  }

  /** Of a large academy the first by name are offered, until a part of the name is typed. */
  protected list(find: string): void {
    this.api.students(find.trim()).subscribe({
      next: ({ students, next }) => {
        this.students.set(students);
        this.whose.set('');
        if (next !== null) this.isLarge.set(true);
      },
      error: (error: unknown) => this.said.set(toProblem(error).title),
    });
  }

  /** The last answer decides: with that eye shut the target stayed, so the other one sights. */
  protected answer(stillSeen: boolean): void {
    if (this.step() === 2 && stillSeen) this.found('right');
    else if (this.step() === 2) this.step.set(3);
    else if (stillSeen) this.found('left');
    else {
      this.step.set(0);
      this.said.set('With neither eye alone: the hands moved. Once more, more slowly.');
    }
  }

  private found(dominantEye: 'right' | 'left'): void {
    this.step.set(0);
    const student = this.students().find((s) => s.id === this.whose());
    const keeping: Observable<StudentView | InstructorSettings> =
      student === undefined
        ? this.settings.keep({ dominantEye })
        : this.records.save(STUDENT, student.id, { ...STUDENT.toInput(student), dominantEye }, student);
    const who = student === undefined ? 'You sight' : `${student.name} sights`;
    keeping.subscribe({
      next: (kept) => {
        this.said.set(`${who} with the ${dominantEye} eye. Kept.`);
        if ('name' in kept) this.students.update((all) => all.map((s) => (s.id === kept.id ? kept : s)));
      },
      error: (error: unknown) => this.said.set(toProblem(error).title),
    });
  }

  private costOf(turnRad: number): { degrees: string; atTarget: string } {
    return {
      degrees: `${degreesFromRadians(turnRad).toFixed(1)}°`,
      atTarget: metresText(feelAtTarget(turnRad, this.targetM()), this.unit(), 'plain'),
    };
  }
}
