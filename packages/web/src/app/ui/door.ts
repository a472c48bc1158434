import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** The page in front of the academy: a plumb bob on quarry slate, and beside it what has to be filled in. */
@Component({
  selector: 'lo-door',
  template: `
    <div class="sign" aria-hidden="true">
      <svg viewBox="0 0 200 260">
        <path class="beam" d="M20 14h160" />
        <path class="twine" d="M100 14v150" />
        <path class="weight" d="M76 164h48l-24 66z" />
        <rect class="collar" x="74" y="156" width="52" height="9" rx="2" />
      </svg>
      <p class="words">{{ words() }}</p>
    </div>
    <main class="card"><ng-content /></main>
  `,
  styleUrl: './door.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Door {
  readonly words = input.required<string>();
}
