import { ChangeDetectionStrategy, Component, computed, inject, input, viewChildren } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { Router, RouterLink } from '@angular/router';
import { type StudentView } from '@lotrecht/records';
import { from, switchMap } from 'rxjs';
import { loaded } from '../../data/loaded.ts';
import { AcademyApi } from '../../api/academy-api.ts';
import { Leave } from './leave.ts';
import { STUDENT } from '../../data/kinds/student.ts';
import { stored } from '../../data/stored-record.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { NumberField } from '../../ui/number-field.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';

@Component({
  selector: 'lo-student-form',
  imports: [
    RecordTrouble,
    Leave,
    ProblemNote,
    ReactiveFormsModule,
    MatButton,
    MatCheckbox,
    MatError,
    MatFormField,
    MatHint,
    MatInput,
    MatLabel,
    MatRadioButton,
    MatRadioGroup,
    NumberField,
    RouterLink,
  ],
  templateUrl: './student-form.html',
  styleUrl: './student-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudentFormView {
  /** From the address; absent for a new student. */
  readonly studentId = input<string>();

  protected readonly form = new FormGroup({
    name: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.pattern(/\S/), Validators.maxLength(120)],
    }),
    handedness: new FormControl<'right' | 'left' | null>(null, { validators: [Validators.required] }),
    minor: new FormControl(false, { nonNullable: true }),
    dominantEye: new FormControl<'right' | 'left' | null>(null),
    statureMm: new FormControl<number | null>(null),
    shoeMm: new FormControl<number | null>(null),
    notes: new FormControl('', { nonNullable: true, validators: [Validators.maxLength(4000)] }),
  });
  protected readonly record = stored(STUDENT);
  protected readonly stored = this.record.stored;
  protected readonly busy = computed(() => ['saving', 'waiting'].includes(this.record.state()));

  /** People say it so, whatever their tape shows. */
  protected readonly heightIn = computed(() => (this.settings.settings().lengthUnit === 'in' ? 'ft' : 'cm'));
  private readonly isMinor = toSignal(this.form.controls.minor.valueChanges, { initialValue: false });
  /** Someone new who is not of age: nothing beside who they are is kept before a guardian has consented. */
  protected readonly onlyWho = computed(() => this.isMinor() && this.stored() === null);
  private readonly measures = viewChildren(NumberField);
  private readonly settings = inject(SettingsStore);
  private readonly api = inject(AcademyApi);
  private readonly router = inject(Router);
  /** Chosen once, so that a save that is sent again makes no second student. */
  private readonly newId = crypto.randomUUID();

  protected readonly opened = loaded({
    of: () => this.studentId() ?? this.newId,
    from: (id) =>
      this.studentId() === undefined
        ? from(this.record.begin(id, null))
        : this.api.student(id).pipe(switchMap(({ student }) => this.show(student))),
  });
  /** Nothing of the one before stands under the address of another, and nothing is typed before it is there. */
  protected readonly shown = computed(
    () => this.record.ready() && (this.studentId() === undefined || this.stored()?.id === this.studentId()),
  );

  /** To the millimetre, in whatever unit it was typed. */
  protected measured(what: 'statureMm' | 'shoeMm', mm: number | null): void {
    this.form.controls[what].setValue(mm === null ? null : Math.round(mm));
  }

  protected submit(): void {
    this.form.markAllAsTouched();
    const { name, handedness, minor, ...record } = this.form.getRawValue();
    const others = this.onlyWho() ? { dominantEye: null, statureMm: null, shoeMm: null, notes: '' } : record;
    const slipped = this.measures().some((field) => field.isWrong());
    if (this.form.invalid || slipped || handedness === null || this.busy()) return;
    const revision = this.stored()?.revision ?? 0;
    this.record
      .save({ revision, name: name.trim(), handedness, minor, ...others })
      .subscribe((saved) => this.kept(saved));
  }

  protected kept({ id }: StudentView): void {
    void this.router.navigate(['/students', id]);
  }

  protected async show(student: StudentView): Promise<null> {
    await this.record.begin(student.id, student);
    // The page has gone on to another student meanwhile.
    if (this.record.id !== student.id) return null;
    this.form.setValue({
      name: student.name,
      handedness: student.handedness,
      minor: student.minor,
      dominantEye: student.dominantEye,
      statureMm: student.statureMm,
      shoeMm: student.shoeMm,
      notes: student.notes,
    });
    return null;
  }
}
