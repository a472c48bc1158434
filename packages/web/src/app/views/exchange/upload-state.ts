import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ProblemNote } from '../../ui/problem-note.ts';
import { type UploadRun } from './upload-run.ts';

/** How far a file is, and in one sentence what came of it. */
@Component({
  selector: 'lo-upload-state',
  imports: [ProblemNote, RouterLink],
  template: `
    <div role="status">
      @if (run().rowsRead() !== null) {
        <p>{{ run().rowsRead() }} rows read …</p>
      }
      @if (said()) {
        <p>
          <strong>{{ said() }}</strong>
          @if (isIn()) {
            <a routerLink="/students">Students</a>
          }
        </p>
      }
      @if (run().refused()) {
        <p class="out">{{ run().refused() }}</p>
      }
    </div>
    @if (run().problem(); as p) {
      <lo-problem-note [problem]="p" [canRetry]="false" />
    }
  `,
  styles: `
    .out {
      color: var(--lo-out);
      font-weight: 500;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UploadState {
  readonly run = input.required<UploadRun<unknown>>();
  readonly said = input.required<string>();
  /** Whether it came in: then the students are one tap away. */
  readonly isIn = input.required<boolean>();
}
