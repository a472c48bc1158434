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
  type InvitationView,
  type PostView,
  type ProposedConsentView,
} from '@lotrecht/records';
import { forkJoin, type Observable } from 'rxjs';
import { AccountApi } from '../../api/account-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { RosterApi } from '../../api/roster-api.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { clockText, dayText } from '../../words/dates.ts';
import { LogTable } from './log-table.ts';
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
  invited: 'invited',
  'invitation-closed': 'closed the invitation of',
  'signed-out': 'signed out on every device:',
  'consent-confirmed': 'confirmed a guardian’s consent that came in by a file',
};

const ACTION_WORDS: Readonly<Record<AuditEntryView['action'], string>> = {
  seen: 'looked at',
  changed: 'changed',
  deleted: 'deleted',
  restored: 'brought back',
  erased: 'erased',
  printed: 'printed',
  exported: 'took away',
  moved: 'moved',
};

const WHAT_WORDS: Readonly<Record<string, string>> = {
  student: 'the student',
  lists: 'a list they stand in',
  lesson: 'a lesson',
  check: 'a check',
  versions: 'a check’s versions',
  lines: 'their lines',
  'hand-out': 'what goes home',
  link: 'a link',
  consent: 'a consent',
  'self-check': 'a reading at home',
  routine: 'a walk-in',
  'practice-plan': 'what they are to practise',
  'practice-done': 'what they practised',
  'ball-run': 'balls in a row',
  'usual-miss': 'their usual miss',
  club: 'a club of theirs',
};

const SCOPE_WORDS: Readonly<Record<ProposedConsentView['scope'], string>> = {
  records: 'records',
  link: 'a link',
};

/** What the head keeps an eye on: instructors and invitations, letters, who looked at whom. */
@Component({
  selector: 'lo-academy',
  imports: [
    LogTable,
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
  private readonly accesses = signal<readonly AuditEntryView[]>([]);
  protected readonly looked = computed(() =>
    this.accesses().map((entry) => ({
      at: entry.at,
      who: entry.instructorName,
      did: this.didWhat(entry),
      whom: entry.studentName || 'erased since',
    })),
  );
  protected readonly invitations = signal<readonly InvitationView[]>([]);
  protected readonly proposed = signal<readonly ProposedConsentView[]>([]);
  /** Who came in by a file and is being invited; null: somebody new. */
  protected readonly inviting = signal<InstructorView | null>(null);
  private readonly events = signal<readonly AcademyEventView[]>([]);
  protected readonly doneWithAll = computed(() =>
    this.events().map(({ at, instructorName: who, action, detail }) => ({
      at,
      who,
      did: `${EVENT_WORDS[action]} ${detail}`.trimEnd(),
    })),
  );
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

  protected wentOut({ state, sentAt, tries }: PostView): string {
    if (sentAt !== null) return this.when(sentAt);
    if (state === 'given-up') return 'not sent: its link was over';
    return tries === 0 ? 'on its way' : `waiting: the mail service did not take it, tried ${tries} times`;
  }

  private didWhat({ action, what, byLink, imported }: AuditEntryView): string {
    const did = `${ACTION_WORDS[action]} ${WHAT_WORDS[what] ?? `a ${what.replaceAll('-', ' ')}`}`;
    if (imported) return `${did}, says a file`;
    return byLink ? `${did}, by the student’s link` : did;
  }

  protected coveredBy({ scope, givenBy, givenOn }: ProposedConsentView): string {
    return `${givenBy} consented to ${SCOPE_WORDS[scope]} on ${dayText(givenOn)}`;
  }

  /** Their name stands in the form; the address is theirs to be told. */
  protected inviteKnown(instructor: InstructorView): void {
    this.inviting.set(instructor);
    this.form.patchValue({ name: instructor.name, email: '', role: instructor.role });
  }

  protected closeInvitation(id: string): void {
    this.doing(this.api.closeInvitation(id));
  }

  protected confirm(id: string): void {
    this.doing(this.api.confirmConsent(id));
  }

  /** Students of an instructor who is suspended stay theirs until they are moved. */
  protected suspend({ id, suspended }: InstructorView): void {
    this.doing(this.roster.suspend(id, !suspended));
  }

  /** A tablet was lost: whoever has it signs in anew. */
  protected signOut({ id }: InstructorView): void {
    this.doing(this.roster.signOut(id));
  }

  private doing(work: Observable<unknown>): void {
    this.problem.set(null);
    work.subscribe({
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
      invitations: api.invitations(),
      proposed: api.proposedConsents(),
    }).subscribe({
      next: ({ instructors, post, accesses, events, invitations, proposed }) => {
        this.invitations.set(invitations);
        this.proposed.set(proposed);
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
    const known = this.inviting();
    const invitation = { ...this.form.getRawValue(), ...(known && { instructorId: known.id }) };
    this.api.invite(invitation).subscribe({
      next: () => {
        this.invited.set(invitation.email);
        this.inviting.set(null);
        directive.resetForm({ name: '', email: '', role: 'instructor' });
        this.load();
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
