import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A single-path icon, decorative: the words beside it carry the meaning. */
@Component({
  selector: 'lo-icon',
  template: `<svg viewBox="0 0 24 24" aria-hidden="true">
    <path [attr.d]="path()" fill="currentColor" />
  </svg>`,
  styles: `
    :host {
      display: inline-flex;
    }
    svg {
      width: 1.5em;
      height: 1.5em;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Icon {
  readonly path = input.required<string>();
}
