import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type InstructorSettings, type StudentView } from '@lotrecht/records';
import { degreesFromRadians, eyeOffLineTurn, feelAtTarget, wrongEyeTurn } from '@lotrecht/core';
import { type Observable } from 'rxjs';
import { STUDENT } from '../../data/kinds/student.ts';
import { RecordApi } from '../../data/record-api.ts';
import { toProblem } from '../../api/problem.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { metresText } from '../../ui/bearings.ts';
import { NumberField } from '../../ui/number-field.ts';
import { StudentField } from '../../ui/student-field.ts';

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
  imports: [MatButton, NumberField, StudentField],
  templateUrl: './sighting.html',
  styleUrl: './sighting.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Sighting {
  private readonly settings = inject(SettingsStore);
  private readonly records = inject(RecordApi);

  protected readonly steps = STEPS;
  protected readonly step = signal(0);
  /** Whose eye is tested; null for the instructor. */
  private readonly whose = signal<StudentView | null>(null);
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

  protected choose(student: StudentView | null): void {
    this.whose.set(student);
    this.step.set(0);
    this.said.set(null);
  }

  /** The last answer decides: with that eye shut the target stayed, so the other one sights. */
  protected answer(stillSeen: boolean): void {
    if (this.step() === 2 && stillSeen) this.found('right');
    else if (this.step() === 2) this.step.set(3);
    else if (stillSeen) this.found('left');
    else {
      this.step.set(0);
      this.said.set('Neither eye kept it in the hole, so the hands moved. Once more, more slowly.');
    }
  }

  private found(dominantEye: 'right' | 'left'): void {
    this.step.set(0);
    const student = this.whose();
    const keeping: Observable<StudentView | InstructorSettings> =
      student === null
        ? this.settings.keep({ dominantEye })
        : this.records.save(STUDENT, student.id, { ...STUDENT.toInput(student), dominantEye }, student);
    const who = student === null ? 'You sight' : `${student.name} sights`;
    keeping.subscribe({
      next: (kept) => {
        this.said.set(`${who} with the ${dominantEye} eye. Kept.`);
        if ('name' in kept) this.whose.set(kept);
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
