import {
  ChangeDetectionStrategy,
  Component,
  effect,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { type Ink } from '@lotrecht/paper';
import { ThemeStore } from '../device/theme.store.ts';

const THEME_COLOURS: Readonly<Record<Ink, string>> = {
  ink: '--lo-ink',
  soft: '--lo-ink-soft',
  line: '--lo-line-strong',
  paper: '--lo-paper',
  twine: '--lo-twine',
  now: '--lo-face',
  in: '--lo-in',
  out: '--lo-out',
  ground: '--lo-board',
  water: '--lo-in-tint',
};

/** An ink on this screen, in this theme. */
export function themeColour(ink: Ink): string {
  return `var(${THEME_COLOURS[ink]})`;
}

/** A drawing that comes as an SVG document: shown as wide as there is room. */
@Component({
  selector: 'lo-svg-drawing',
  template: `<div #paper></div>`,
  styles: `
    div ::ng-deep svg {
      display: block;
      width: 100%;
      height: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SvgDrawing {
  readonly svg = input.required<string>();
  private readonly paper = viewChild.required<ElementRef<HTMLElement>>('paper');

  constructor() {
    const theme = inject(ThemeStore);
    effect(() => {
      theme.theme();
      // Read as a document, never as markup of the page: what stands in it stays a drawing.
      const document = new DOMParser().parseFromString(this.svg(), 'image/svg+xml');
      this.paper().nativeElement.replaceChildren(document.documentElement);
    });
  }
}
