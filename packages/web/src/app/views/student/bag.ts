import {
  ChangeDetectionStrategy,
  Component,
  effect,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatError, MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { type ClubInput } from '@lotrecht/records';
import { loaded } from '../../data/loaded.ts';
import { AcademyApi } from '../../api/academy-api.ts';
import { type Club, CLUB } from '../../data/kinds/club.ts';
import { RecordApi } from '../../data/record-api.ts';
import { stored } from '../../data/stored-record.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Undo } from '../../ui/undo.ts';
import { CLUB_GROUPS } from '../../words/words.ts';

/** A student's own clubs, by name and group: one tap names the club of a check. */
@Component({
  selector: 'lo-bag',
  imports: [
    RecordTrouble,
    MatButton,
    MatError,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    ProblemNote,
    ReactiveFormsModule,
  ],
  templateUrl: './bag.html',
  styleUrl: './bag.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Bag {
  readonly studentId = input.required<string>();

  protected readonly record = stored(CLUB);
  /** Of this student: another address closes it. */
  protected readonly open = linkedSignal({ source: () => this.studentId(), computation: () => false });
  protected readonly groups = Object.entries(CLUB_GROUPS) as readonly (readonly [
    ClubInput['clubGroup'],
    string,
  ])[];
  protected readonly groupNames = CLUB_GROUPS;
  protected readonly form = new FormGroup({
    name: new FormControl('', {
      nonNullable: true,
      validators: [Validators.required, Validators.pattern(/\S/), Validators.maxLength(60)],
    }),
    clubGroup: new FormControl<ClubInput['clubGroup']>('mid-iron', { nonNullable: true }),
  });

  private readonly api = inject(RecordApi);
  private readonly academy = inject(AcademyApi);
  private readonly undo = inject(Undo);
  protected readonly bag = loaded({
    of: () => this.studentId(),
    from: (student) => this.api.all<Club>(CLUB, { student }),
  });
  /** It is there, or is not coming: what stands below may come. */
  readonly settled = output();
  /** Of fetching and deleting; what a save meets is the record's. */
  protected readonly problem = this.bag.problem;

  constructor() {
    effect(() => {
      if (this.bag.value() !== undefined || this.bag.problem() !== null) this.settled.emit();
    });
  }

  /** Opens a club, or the fields for a new one with what was typed into them and not kept. */
  protected change(club: Club | null): void {
    this.open.set(true);
    this.form.reset(club ?? { name: '', clubGroup: 'mid-iron' });
    const studentId = this.studentId();
    const isIt = (typed: ClubInput): boolean => typed.studentId === studentId;
    const earlier =
      club === null
        ? this.record.beginNew(crypto.randomUUID(), { isIt, studentId })
        : this.record.begin(club.id, club, studentId);
    void earlier.then((typed) => typed !== null && this.form.patchValue(typed.input));
  }

  protected typed(): void {
    this.record.typed(this.said());
  }

  protected keep(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid || ['saving', 'waiting'].includes(this.record.state())) return;
    this.record.save(this.said()).subscribe((saved) => this.shown(saved));
  }

  protected giveUp(): void {
    this.record.forget();
    this.open.set(false);
  }

  protected remove(club: Club): void {
    this.academy.remove('clubs', club.id).subscribe({
      next: () => {
        this.open.set(false);
        this.bag.change((all) => all.filter(({ id }) => id !== club.id));
        this.undo.offer(club.name, 'clubs', club.id, () => this.bag.again());
      },
      error: this.bag.failed,
    });
  }

  protected shown(saved: Club): void {
    this.open.set(false);
    this.bag.change((all) =>
      [...all.filter(({ id }) => id !== saved.id), saved].toSorted((a, b) => a.name.localeCompare(b.name)),
    );
  }

  private said(): ClubInput {
    const { name, clubGroup } = this.form.getRawValue();
    return {
      revision: this.record.stored()?.revision ?? 0,
      studentId: this.studentId(),
      name: name.trim(),
      clubGroup,
    };
  }
}
