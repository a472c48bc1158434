import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  FormControl,
  FormGroup,
  type FormGroupDirective,
  ReactiveFormsModule,
  Validators,
} from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatError, MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { RouterLink } from '@angular/router';
import {
  type AcademyEventView,
  type AuditEntryView,
  type InstructorView,
  type PostView,
} from '@lotrecht/contract';
import { forkJoin } from 'rxjs';
import { AccountApi } from '../../api/account-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { RosterApi } from '../../api/roster-api.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { clockText, dayText } from '../../ui/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** What was done with the academy as a whole, in words. */
const EVENT_WORDS: Readonly<Record<AcademyEventView['action'], string>> = {
  exported: 'took all of the academy away as a file',
  'table-exported': 'took a table away:',
  imported: 'brought a file in:',
  'readings-imported': 'brought readings in:',
  suspended: 'suspended',
  'let-in': 'let in again:',
  'retention-set': 'set how long data is kept:',
};

/** What the head keeps an eye on: instructors and invitations, the post box, who looked at whom. */
@Component({
  selector: 'lo-academy',
  imports: [
    ReactiveFormsModule,
    RouterLink,
    MatButton,
    MatError,
    MatFormField,
    MatInput,
    MatLabel,
    MatRadioButton,
    MatRadioGroup,
    ProblemNote,
  ],
  templateUrl: './academy.html',
  styleUrl: './academy.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AcademyPage {
  protected readonly instructors = signal<readonly InstructorView[]>([]);
  protected readonly post = signal<readonly PostView[]>([]);
  protected readonly accesses = signal<readonly AuditEntryView[]>([]);
  protected readonly events = signal<readonly AcademyEventView[]>([]);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly invited = signal<string | null>(null);
  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true, validators: [Validators.required] }),
    email: new FormControl('', { nonNullable: true, validators: [Validators.required, Validators.email] }),
    role: new FormControl<'head' | 'instructor'>('instructor', { nonNullable: true }),
  });

  private readonly api = inject(AccountApi);
  private readonly roster = inject(RosterApi);
  private readonly session = inject(SessionStore);
  protected readonly me = computed(() => this.session.session()?.instructor.id);

  constructor() {
    inject(CurrentWorkStore).clear();
    this.load();
  }

  protected when(iso: string): string {
    return `${dayText(iso.slice(0, 10))} ${clockText(iso)}`;
  }

  protected whatWasDone({ action, detail }: AcademyEventView): string {
    return `${EVENT_WORDS[action]} ${detail}`.trimEnd();
  }

  /** Students of an instructor who is suspended stay theirs until they are moved. */
  protected suspend({ id, suspended }: InstructorView): void {
    this.problem.set(null);
    this.roster.suspend(id, !suspended).subscribe({
      next: () => this.load(),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected load(): void {
    this.problem.set(null);
    const { api } = this;
    forkJoin({
      instructors: api.instructors(),
      post: api.post(),
      accesses: api.accesses(),
      events: api.events(),
    }).subscribe({
      next: ({ instructors, post, accesses, events }) => {
        this.events.set(events);
        this.instructors.set(instructors);
        this.post.set(post);
        this.accesses.set(accesses);
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected invite(directive: FormGroupDirective): void {
    if (this.form.invalid) return;
    const invitation = this.form.getRawValue();
    this.api.invite(invitation).subscribe({
      next: () => {
        this.invited.set(invitation.email);
        directive.resetForm({ name: '', email: '', role: 'instructor' });
        this.load();
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
