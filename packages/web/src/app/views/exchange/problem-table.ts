import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** Something in a file that cannot come in. */
export interface ToldProblem {
  /** A row or a line, or the file as a whole. */
  readonly where: string;
  /** A column or a field; empty: all of it. */
  readonly what: string;
  readonly message: string;
}

/** What of a file cannot come in, where and why. */
@Component({
  selector: 'lo-problem-table',
  template: `
    <div class="scroll" tabindex="0" role="region" [attr.aria-label]="title()">
      <table>
        <thead>
          <tr>
            @for (head of heads(); track head) {
              <th scope="col">{{ head }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (p of problems(); track $index) {
            <tr>
              <td>{{ p.where }}</td>
              <td>{{ p.what }}</td>
              <td>{{ p.message }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    @if (count() > problems().length) {
      <p class="lo-soft">The first {{ problems().length }} of {{ count() }}.</p>
    }
  `,
  styleUrls: ['../../ui/plain-table.scss', './file-in.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProblemTable {
  readonly title = input.required<string>();
  readonly heads = input.required<readonly [string, string, string]>();
  readonly problems = input.required<readonly ToldProblem[]>();
  /** Of all, told or not. */
  readonly count = input.required<number>();
}
