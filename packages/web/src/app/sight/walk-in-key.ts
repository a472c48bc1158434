import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';
import { type StandOfCheck } from '@lotrecht/paper';
import { WalkIn } from './walk-in.ts';

/** The key that opens the set-up from the student’s own eyes, and where focus comes back to. */
@Component({
  selector: 'lo-walk-in-key',
  imports: [WalkIn],
  template: `
    @if (stand(); as s) {
      <button #key type="button" aria-haspopup="dialog" (click)="open.set(true)">Through their eyes</button>
      @if (open()) {
        <lo-walk-in [stand]="s" [statureMm]="statureMm()" (closed)="open.set(false); key.focus()" />
      }
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    button {
      min-height: 44px;
      padding: 0;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-decoration: underline;
      text-underline-offset: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WalkInKey {
  /** Null where there is no target to see: no key. */
  readonly stand = input.required<StandOfCheck | null>();
  readonly statureMm = input<number | null>(null);
  protected readonly open = signal(false);
}
