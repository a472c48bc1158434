import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type CheckVersionView } from '@lotrecht/records';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { clockText, dayText } from '../../words/dates.ts';
import { LineSummary } from '../../ui/line-summary.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { type LineKey } from '../../words/words.ts';

const REASONS = {
  entered: 'typed in',
  corrected: 'corrected',
  'hand-corrected': 'computed again for the other hand',
};

/** Every version of a stored check, newest first: nothing that was kept is ever overwritten. */
@Component({
  selector: 'lo-version-list',
  imports: [LineSummary, MatButton, ProblemNote],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" (retry)="load(checkId())" />
    }
    <ol>
      @for (version of versions(); track version.revision) {
        <li>
          <p>
            <strong>Version {{ version.revision }}</strong>
            <span class="lo-soft">
              {{ reasons[version.reason] }} by {{ version.by }}{{ version.imported ? ', says a file' : '' }},
              {{ dayText(version.savedAt.slice(0, 10)) }}
              {{ clockText(version.savedAt) }}
            </span>
          </p>
          @for (line of linesOf(version); track line) {
            <lo-line-summary [key]="line" [result]="version.result" [document]="version.document" />
          }
        </li>
      }
    </ol>
    @if (before(); as earlier) {
      <button matButton="outlined" type="button" (click)="load(checkId(), earlier)">Earlier versions</button>
    }
  `,
  styles: `
    ol {
      display: grid;
      gap: 12px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding-top: 8px;
      border-top: 1px solid var(--lo-line);
    }
    .lo-soft {
      margin-left: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VersionList {
  readonly checkId = input.required<string>();
  /** A new revision asks for the list again. */
  readonly revision = input.required<number>();

  protected readonly versions = signal<readonly CheckVersionView[]>([]);
  /** Where the next page begins; null: these are all. */
  protected readonly before = signal<number | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly reasons = REASONS;
  protected readonly dayText = dayText;
  protected readonly clockText = clockText;

  private readonly api = inject(AcademyApi);

  constructor() {
    effect(() => {
      const id = this.checkId();
      this.revision();
      untracked(() => this.load(id));
    });
  }

  /** @param before earlier than this revision; null: the newest */
  protected load(id: string, before: number | null = null): void {
    this.problem.set(null);
    this.api.checkVersions(id, before).subscribe({
      next: (page) => {
        this.versions.update((shown) => (before === null ? page.versions : [...shown, ...page.versions]));
        this.before.set(page.before);
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected linesOf({ result }: CheckVersionView) {
    return Object.keys(result.lines) as LineKey[];
  }
}
