import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type HandbookId } from '../words/handbook-ids.ts';

/** Leads from what was said to what the handbook says of just that. */
@Component({
  selector: 'lo-why',
  imports: [RouterLink],
  template: `<a routerLink="/handbook" [queryParams]="asked()">Why does it say this?</a>`,
  styles: `
    a {
      display: inline-flex;
      align-items: center;
      min-height: 32px;
      color: var(--lo-ink-soft);
      font-size: 0.875rem;
      text-underline-offset: 3px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Why {
  /** What stands on the screen, in its order. */
  readonly about = input.required<readonly HandbookId[]>();

  protected readonly asked = computed(() => ({ about: this.about().join(',') }));
}
