import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { cautionsOf, type Moment } from '@lotrecht/judging';
import { CautionsTold } from './cautions-told.ts';

/** The line that keeps people safe, before the key that begins what can hurt; once a lesson each. */
@Component({
  selector: 'lo-caution',
  template: `
    @for (line of lines(); track line) {
      <p>{{ line }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 8px 0;
      padding: 4px 10px;
      border-left: 5px solid var(--lo-now);
      background: var(--lo-now-tint);
      color: var(--lo-ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Caution {
  readonly moments = input.required<readonly Moment[]>();
  /** Null: outside of a lesson, where it is said each time. */
  readonly lessonId = input<string | null>(null);

  private readonly told = inject(CautionsTold);
  /** Before it stood here: what is read now is not taken away under the eyes. */
  private readonly before = linkedSignal<string | null, ReadonlySet<Moment>>({
    source: this.lessonId,
    computation: (lessonId) => (lessonId === null ? new Set() : this.told.in(lessonId)),
  });
  protected readonly lines = computed(() => cautionsOf(this.moments(), this.before()));

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      const lessonId = this.lessonId();
      if (lessonId !== null && this.lines().length > 0) this.told.tell(lessonId, this.moments());
    });
  }
}
