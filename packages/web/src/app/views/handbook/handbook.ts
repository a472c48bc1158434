import { ChangeDetectionStrategy, Component, computed, DOCUMENT, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { found } from './chapters.ts';
import { WayDrawing } from './way-drawing.ts';

/** What each step is for, how each way is read, and why a sentence says what it says. Needs no network. */
@Component({
  selector: 'lo-handbook',
  imports: [MatButton, MatFormField, MatInput, MatLabel, RouterLink, WayDrawing],
  templateUrl: './handbook.html',
  styleUrl: './handbook.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandbookPage {
  protected readonly looked = signal('');
  protected readonly chapters = computed(() => found(this.looked()));

  private readonly window = inject(DOCUMENT).defaultView;

  protected print(): void {
    this.window?.print();
  }
}
