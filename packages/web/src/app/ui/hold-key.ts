import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A key that does something while it is held: by a finger, or by Space or Enter. */
@Component({
  selector: 'lo-hold-key',
  template: `
    <button
      type="button"
      [attr.aria-pressed]="held()"
      (pointerdown)="hold($event)"
      (pointerup)="holds.emit(false)"
      (pointercancel)="holds.emit(false)"
      (blur)="letGo()"
      (keydown.space)="holds.emit(true); $event.preventDefault()"
      (keyup.space)="holds.emit(false)"
      (keydown.enter)="holds.emit(true); $event.preventDefault()"
      (keyup.enter)="holds.emit(false)"
    >
      Hold: {{ shows() }}
    </button>
  `,
  styles: `
    button {
      min-height: 48px;
      padding: 0 18px;
      border: 2px solid var(--lo-line-strong);
      border-radius: 4px;
      background: var(--lo-paper);
      color: var(--lo-ink);
      font: inherit;
      font-weight: 600;
      touch-action: none;
      user-select: none;

      &[aria-pressed='true'] {
        background: var(--lo-now-tint);
        border-color: var(--lo-ink);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HoldKey {
  /** What is shown while it is held. @example "as it should be" */
  readonly shows = input.required<string>();
  readonly held = input.required<boolean>();
  readonly holds = output<boolean>();

  /** Focus that goes elsewhere takes the hold along, and no other key’s. */
  protected letGo(): void {
    if (this.held()) this.holds.emit(false);
  }

  /** The finger keeps the key, whatever moves under it. */
  protected hold({ target, pointerId }: PointerEvent): void {
    (target as HTMLElement).setPointerCapture(pointerId);
    this.holds.emit(true);
  }
}
