import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type SessionEntryView } from '@lotrecht/records';
import { AccountApi } from '../../api/account-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { clockText, dayText } from '../../words/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';

/** The devices one is signed in on, each with a way to end it. */
@Component({
  selector: 'lo-devices',
  imports: [MatButton, ProblemNote],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" (retry)="load()" />
    }
    <ul>
      @for (session of sessions(); track session.id) {
        <li>
          <span>
            {{ kindOf(session.device) }}, signed in {{ when(session.createdAt) }}
            <span class="lo-soft">
              {{ session.here ? 'this device' : 'last seen ' + when(session.lastSeenAt) }}
            </span>
            <span class="lo-soft signature">{{ session.device }}</span>
          </span>
          @if (!session.here) {
            <button matButton type="button" (click)="revoke(session.id)">Sign out there</button>
          }
        </li>
      }
    </ul>
  `,
  styles: `
    :host {
      width: 100%;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 16px;
      min-height: 56px;
      padding: 8px 0;
      border-top: 1px solid var(--lo-line);
      overflow-wrap: anywhere;
    }
    .lo-soft {
      display: block;
    }
    .signature {
      font-size: 0.875rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Devices {
  protected readonly sessions = signal<readonly SessionEntryView[]>([]);
  protected readonly problem = signal<ApiProblem | null>(null);

  private readonly api = inject(AccountApi);

  constructor() {
    this.load();
  }

  /** What the browser says of itself is long and unsure; this much it tells. */
  protected kindOf(device: string): string {
    if (device === '') return 'A device that says nothing of itself';
    return /Mobile|Android|iPad|Tablet/i.test(device) ? 'Tablet or phone' : 'Computer';
  }

  protected when(iso: string): string {
    return `${dayText(iso.slice(0, 10))} ${clockText(iso)}`;
  }

  protected load(): void {
    this.problem.set(null);
    this.api.sessions().subscribe({
      next: (sessions) => this.sessions.set(sessions),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected revoke(id: string): void {
    this.api.revoke(id).subscribe({
      next: () => this.load(),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
