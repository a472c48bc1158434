import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { type HandbookDrawing } from './chapters/chapter.ts';

/** How a line is read, seen from above with the target up: string, ball, marks and what is measured. */
@Component({
  selector: 'lo-way-drawing',
  template: `
    <svg viewBox="0 0 200 150" aria-hidden="true">
      @if (of() !== 'points-at' && of() !== 'eye' && of() !== 'words') {
        <path class="string" d="M150 145V8" />
        <path class="string" d="M146 14l4 -9l4 9" />
        <circle class="ball" cx="150" cy="92" r="5" />
      }
      @switch (of()) {
        @case ('bare') {
          <path class="line" d="M58 38L48 122" />
          <path class="gap" d="M150 38H58M150 122H48" />
          <path class="mark" d="M53 33l10 10m0 -10l-10 10M43 117l10 10m0 -10l-10 10" />
          <path class="base" d="M24 38V122M19 38h10M19 122h10" />
        }
        @case ('rod') {
          <path class="rod" d="M74 16L58 136" />
          <path class="gap" d="M150 16H74M150 136H58" />
          <path class="mark" d="M69 11l10 10m0 -10l-10 10M53 131l10 10m0 -10l-10 10" />
          <ellipse class="body" cx="66" cy="76" rx="13" ry="34" />
        }
        @case ('square') {
          <path class="rod" d="M96 66H196" />
          <path class="line" d="M134 100L168 94" />
          <path class="gap" d="M136 66V100M166 66V94" />
        }
        @case ('face-rod') {
          <path class="line" d="M136 98L166 93" />
          <path class="rod" d="M151 95L166 22" />
          <path class="gap" d="M150 22H166" />
        }
        @case ('points-at') {
          <path class="string" d="M10 40H190" />
          <path class="mark" d="M60 40V26M110 40V22M150 40V30" />
          <path class="rod" d="M70 140L92 88" />
          <path class="gap" d="M92 88L112 40" />
          <circle class="ball" cx="112" cy="40" r="5" />
        }
        @case ('gauge') {
          <path class="rod" d="M74 16L58 136" />
          <path class="line" d="M66 76h46M66 76A46 46 0 0 1 72 30" />
          <circle class="ball" cx="66" cy="76" r="4" />
        }
        @case ('eye') {
          <path class="rod" d="M112 16L92 136" />
          <path class="string" d="M150 145V8" />
          <path class="line" d="M20 76C34 60 56 60 70 76C56 92 34 92 20 76Z" />
          <circle class="ball" cx="45" cy="76" r="7" />
        }
        @case ('words') {
          <path class="string" d="M100 145V8" />
          <path class="string" d="M96 14l4 -9l4 9" />
          <path class="line" d="M60 130L84 30" />
          <path class="base" d="M140 130L116 30" />
          <text x="70" y="22">closed</text>
          <text x="112" y="22">open</text>
        }
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 240px;
      border-radius: 4px;
      background: var(--lo-ground, var(--lo-paper));
    }
    path,
    ellipse {
      fill: none;
      stroke: var(--lo-ink);
      stroke-width: 2;
    }
    .string {
      stroke: var(--lo-twine);
      stroke-width: 3;
    }
    .rod {
      stroke: var(--lo-now);
      stroke-width: 6;
      stroke-linecap: round;
    }
    .line {
      stroke: var(--lo-in);
      stroke-width: 4;
    }
    .gap,
    .base {
      stroke-dasharray: 5 4;
    }
    .base {
      stroke: var(--lo-out);
    }
    .body {
      stroke: var(--lo-line-strong);
    }
    .ball {
      fill: var(--lo-paper);
      stroke: var(--lo-ink);
      stroke-width: 2;
    }
    text {
      fill: var(--lo-ink);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WayDrawing {
  readonly of = input.required<HandbookDrawing>();
}
