import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type ConflictRow } from '../data/stored-record.ts';

/** Two have changed the same thing: both versions where they differ, and the choice. The same for every kind. */
@Component({
  selector: 'lo-conflict-panel',
  imports: [MatButton],
  template: `
    <section class="conflict" role="alert" aria-labelledby="conflict-title">
      <h2 id="conflict-title" #title tabindex="-1">Changed elsewhere since you opened it</h2>
      <p>Nothing was overwritten. Choose one.</p>
      <table>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Yours</th>
            <th scope="col">The other</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.label) {
            <tr>
              <th scope="row">{{ row.label }}</th>
              <td>{{ row.mine === '' ? 'nothing' : row.mine }}</td>
              <td>{{ row.theirs === '' ? 'nothing' : row.theirs }}</td>
            </tr>
          }
        </tbody>
      </table>
      <div class="choice">
        <button matButton="filled" type="button" (click)="mine.emit()">Keep mine</button>
        <button matButton="outlined" type="button" (click)="theirs.emit()">Take the other</button>
      </div>
    </section>
  `,
  styles: `
    .conflict {
      display: grid;
      gap: 12px;
      padding: 12px 16px;
      border-left: 5px solid var(--lo-out);
      background: var(--lo-out-tint);
      color: var(--lo-ink);
    }
    h2 {
      margin: 0;
    }
    table {
      border-collapse: collapse;
      width: 100%;
    }
    th,
    td {
      padding: 6px 12px 6px 0;
      border-bottom: 1px solid var(--lo-line);
      text-align: left;
      vertical-align: top;
      overflow-wrap: anywhere;
    }
    thead th {
      font-weight: 600;
    }
    tbody th {
      width: 5.5em;
      font-weight: 400;
      color: var(--lo-ink-soft);
    }
    .choice {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConflictPanel {
  readonly rows = input.required<readonly ConflictRow[]>();
  readonly mine = output();
  readonly theirs = output();

  private readonly title = viewChild.required<ElementRef<HTMLElement>>('title');

  constructor() {
    // It may come up below what is on the screen: it is what has to be answered now.
    afterNextRender(() => {
      this.title().nativeElement.focus({ preventScroll: true });
      this.title().nativeElement.closest('section')?.scrollIntoView({ block: 'center' });
    });
  }
}
