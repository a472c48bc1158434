import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type StudentView, type TakeHomeView } from '@lotrecht/records';
import { switchMap } from 'rxjs';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { TakeHomeApi } from '../../api/take-home-api.ts';
import { dayText } from '../../words/dates.ts';
import { GuardianConsents } from '../../ui/guardian-consents.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

const USUAL_DAYS = 28;
const CHOICES_DAYS = [7, 28, 90, 180];

/** The link that a student, or a minor's guardian, is sent: made, seen once, closed. */
@Component({
  selector: 'lo-send-link',
  imports: [GuardianConsents, MatButton, MatFormField, MatInput, MatLabel, MatOption, MatSelect, ProblemNote],
  templateUrl: './send-link.html',
  styleUrls: ['../../ui/plain-fields.scss', './send-link.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SendLink {
  readonly student = input.required<StudentView>();
  readonly home = input.required<TakeHomeView>();
  /** Keeps the hand-out, so that there is one for the link to show; then what follows. */
  readonly keepFirst = input.required<(then: () => void) => void>();
  readonly changed = output<TakeHomeView>();

  private readonly api = inject(TakeHomeApi);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly recipient = signal('');
  protected readonly days = signal(USUAL_DAYS);
  protected readonly choices = CHOICES_DAYS;
  protected readonly address = signal('');

  protected readonly mayLink = computed(
    () =>
      !this.student().minor || this.home().consents.some((c) => c.scope === 'link' && c.withdrawnAt === null),
  );

  protected readonly links = computed(() =>
    this.home().links.map((link) => {
      const until = dayText(link.expiresAt.slice(0, 10));
      const opens = link.revokedAt === null && Date.parse(link.expiresAt) > Date.now();
      return {
        id: link.id,
        opens,
        text: `${link.recipient}, ${
          link.revokedAt !== null
            ? `closed ${dayText(link.revokedAt.slice(0, 10))}`
            : opens
              ? `opens until ${until}`
              : `too old since ${until}`
        }, ${link.lastUsedAt === null ? 'never opened' : `last opened ${dayText(link.lastUsedAt.slice(0, 10))}`}`,
      };
    }),
  );

  protected send(): void {
    this.problem.set(null);
    this.address.set('');
    this.keepFirst()(() => this.sendNow());
  }

  private sendNow(): void {
    const { id } = this.student();
    this.api
      .sendLink(id, { recipient: this.recipient().trim(), days: this.days() })
      .pipe(
        switchMap(({ address }) => {
          this.address.set(address);
          return this.api.of(id);
        }),
      )
      .subscribe(this.shown());
  }

  protected revoke(linkId: string): void {
    this.problem.set(null);
    this.api
      .revokeLink(linkId)
      .pipe(switchMap(() => this.api.of(this.student().id)))
      .subscribe(this.shown());
  }

  protected reload(): void {
    this.api.of(this.student().id).subscribe(this.shown());
  }

  private shown() {
    return {
      next: (home: TakeHomeView) => this.changed.emit(home),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    };
  }
}
