import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type CheckVersionView } from '@lotrecht/records';
import { loaded } from '../../data/loaded.ts';
import { AcademyApi } from '../../api/academy-api.ts';
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
      <lo-problem-note [problem]="p" (retry)="page.again()" />
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
      <button matButton="outlined" type="button" (click)="showEarlier(earlier)">Earlier versions</button>
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

  private readonly api = inject(AcademyApi);
  protected readonly page = loaded({
    of: () => `${this.checkId()} ${this.revision()}`,
    from: () => this.api.checkVersions(this.checkId()),
  });
  protected readonly versions = computed(() => this.page.value()?.versions ?? []);
  /** Where the next page begins; null: these are all. */
  protected readonly before = computed(() => this.page.value()?.before ?? null);
  protected readonly problem = this.page.problem;
  protected readonly reasons = REASONS;
  protected readonly dayText = dayText;
  protected readonly clockText = clockText;

  /** Those before a revision, behind what is shown; not where the list has gone on meanwhile. */
  protected showEarlier(before: number): void {
    const shown = this.page.value();
    this.api.checkVersions(this.checkId(), before).subscribe({
      next: (page) =>
        this.page.change((now) =>
          now === shown ? { ...page, versions: [...now.versions, ...page.versions] } : now,
        ),
      error: this.page.failed,
    });
  }

  protected linesOf({ result }: CheckVersionView) {
    return Object.keys(result.lines) as LineKey[];
  }
}
