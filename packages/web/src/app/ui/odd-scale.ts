import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';

/** How odd it feels, 0 to 10: one tap. */
@Component({
  selector: 'lo-odd-scale',
  imports: [MatButtonToggle, MatButtonToggleGroup],
  template: `
    <h3 id="odd-title">{{ ask() }} 0 as always, 10 very.</h3>
    <mat-button-toggle-group
      aria-labelledby="odd-title"
      hideSingleSelectionIndicator
      [value]="value()"
      (change)="told.emit($event.value)"
    >
      @for (n of scale; track n) {
        <mat-button-toggle [value]="n">{{ n }}</mat-button-toggle>
      }
    </mat-button-toggle-group>
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
    }
    h3 {
      font-size: 1rem;
    }
    mat-button-toggle-group {
      display: grid;
      grid-template-columns: repeat(11, 1fr);
      --mat-button-toggle-label-text-size: 1rem;
    }
    @media (max-width: 47.5em) {
      mat-button-toggle-group {
        grid-template-columns: repeat(6, 1fr);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OddScale {
  readonly ask = input('How odd does it feel?');
  readonly value = input.required<number | null>();
  readonly told = output<number>();

  protected readonly scale = Array.from({ length: 11 }, (_, n) => n);
}
