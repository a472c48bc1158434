import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  output,
  signal,
  viewChildren,
} from '@angular/core';
import { Subject, debounceTime } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { CheckStore } from '../check.store.ts';
import { FIELD_GROUPS, fieldAfter, type FieldKey, fieldOf } from './fields.ts';
import { afterKey, NumberPad, type PadKey } from './number-pad.ts';

/** A pause this long means that the number is complete. */
const PAUSE_MS = 900;

/** The tape readings in the order the tape is read, with the pad that fills them. */
@Component({
  selector: 'lo-reading-fields',
  imports: [NumberPad],
  templateUrl: './reading-fields.html',
  styleUrl: './reading-fields.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingFields {
  protected readonly store = inject(CheckStore);
  protected readonly groups = FIELD_GROUPS;
  protected readonly active = signal<FieldKey>('toes.leadGapMm');
  /** A number typed by the pad over a kept one replaces it, as a key over a selected field does. */
  private readonly fresh = signal(true);
  /** The large key was pressed with everything read. */
  readonly keep = output();
  protected readonly nextFace = computed(() => {
    if (!this.store.complete()) return 'Next';
    return this.store.state() === 'kept' ? 'Kept' : 'Keep';
  });
  protected readonly help = computed(() => fieldOf(this.active()).help);

  private readonly inputs = viewChildren<ElementRef<HTMLInputElement>>('field');
  private readonly paused = new Subject<FieldKey>();

  constructor() {
    this.paused.pipe(debounceTime(PAUSE_MS), takeUntilDestroyed()).subscribe((key) => this.store.settle(key));
  }

  /** Goes to a field; its content is selected, so that typing replaces it. */
  focus(key: FieldKey): void {
    const input = this.inputs().find(({ nativeElement }) => nativeElement.name === key)?.nativeElement;
    input?.focus({ preventScroll: true });
    input?.select();
  }

  protected entered(key: FieldKey): void {
    this.active.set(key);
    this.fresh.set(true);
  }

  protected typed(key: FieldKey, text: string): void {
    this.fresh.set(false);
    this.store.type(key, text);
    this.paused.next(key);
  }

  protected left(key: FieldKey): void {
    this.store.settle(key);
  }

  protected next(key: FieldKey): void {
    this.store.settle(key);
    if (this.nextFace() === 'Keep' && fieldAfter(key) === null) {
      this.keep.emit();
      return;
    }
    const after = fieldAfter(key);
    if (after !== null) this.focus(after);
  }

  protected press(key: PadKey): void {
    const field = this.active();
    if (key === 'next') {
      if (this.nextFace() === 'Keep') this.keep.emit();
      else this.next(field);
      return;
    }
    const replaces = this.fresh() && key !== 'back' && key !== 'sign';
    const before = replaces ? '' : (this.store.typed()[field] ?? '');
    this.typed(field, afterKey(before, key));
  }

  protected errorOf(line: string): string | null {
    for (const [key, message] of this.store.fieldErrors()) if (key.startsWith(line)) return message;
    return null;
  }
}
