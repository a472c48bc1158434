import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { type ApiProblem } from '../api/problem.ts';

/** A failed request, said where it happened, with a way to try again. */
@Component({
  selector: 'lo-problem-note',
  imports: [MatButton, RouterLink],
  template: `
    <div class="note" role="alert">
      <p>{{ problem().title }}</p>
      @for (error of problem().errors; track error.path) {
        <p class="detail">{{ error.message }}</p>
      }
      @if (problem().status === 401 && problem().code === 'not-signed-in') {
        <a [routerLink]="['/sign-in']" [queryParams]="{ then: here }"
          >Sign in again; what you typed is kept here.</a
        >
      } @else if (canRetry()) {
        <button matButton="outlined" type="button" (click)="retry.emit()">Try again</button>
      }
    </div>
  `,
  styles: `
    .note {
      display: grid;
      gap: 8px;
      justify-items: start;
      padding: 12px 16px;
      border-left: 5px solid var(--lo-out);
      background: var(--lo-out-tint);
      color: var(--lo-ink);
    }
    .detail {
      color: var(--lo-ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProblemNote {
  readonly problem = input.required<ApiProblem>();
  readonly canRetry = input(true);
  readonly retry = output();

  protected readonly here = inject(Router).url;
}
