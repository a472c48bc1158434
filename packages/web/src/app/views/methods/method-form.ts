import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { CdkDrag, type CdkDragDrop, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import { MatButton } from '@angular/material/button';
import { requireMethodDocument } from '@lotrecht/judging';
import { DocumentRefused, type MethodDocument } from '@lotrecht/records';
import { LINE_NAMES, signWords } from '@lotrecht/core';
import { NumberField } from '../../ui/number-field.ts';
import { LINE_TITLES, type LineKey } from '../../words/words.ts';

/** A new line's tolerance until it is changed, degrees either way. */
const FIRST_TOLERANCE: readonly [number, number] = [-2, 2];

/** An own method while it is changed: its name, the order of lines, tolerances and goals, foot line, mark and ball table. */
@Component({
  selector: 'lo-method-form',
  imports: [
    CdkDrag,
    CdkDropList,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    NumberField,
  ],
  templateUrl: './method-form.html',
  styleUrls: ['../../ui/plain-fields.scss', './method-form.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MethodForm {
  readonly method = input.required<MethodDocument>();
  readonly saved = output<MethodDocument>();
  /** At every change, as it stands then. */
  readonly typed = output<MethodDocument>();
  readonly cancelled = output();

  protected readonly draft = signal<MethodDocument | null>(null);
  protected readonly slips = signal<readonly string[]>([]);

  protected readonly rows = computed(() => {
    const draft = this.draft();
    return (draft?.order ?? []).map((line) => {
      const [lo, hi] = draft?.tolerancesDeg[line] ?? FIRST_TOLERANCE;
      const [less, more] = signWords(line);
      return { line, title: LINE_TITLES[line], lo, hi, less, more, goal: draft?.goalsDeg?.[line] ?? 0 };
    });
  });

  protected readonly missing = computed(() => {
    const order = this.draft()?.order ?? [];
    return LINE_NAMES.filter((line) => !order.includes(line)).map((line) => ({
      line,
      title: LINE_TITLES[line],
    }));
  });

  constructor() {
    effect(() => {
      const method = this.method();
      untracked(() => this.draft.set(method));
    });
  }

  protected change(part: Partial<MethodDocument>): void {
    const draft = this.draft();
    if (draft === null) return;
    this.draft.set({ ...draft, ...part });
    this.typed.emit({ ...draft, ...part });
  }

  protected limit(line: LineKey, which: 0 | 1, deg: number): void {
    const draft = this.draft();
    if (draft === null) return;
    const [lo, hi] = draft.tolerancesDeg[line] ?? FIRST_TOLERANCE;
    const changed: [number, number] = which === 0 ? [deg, hi] : [lo, deg];
    this.change({ tolerancesDeg: { ...draft.tolerancesDeg, [line]: changed } });
  }

  protected goal(line: LineKey, deg: number): void {
    const draft = this.draft();
    if (draft !== null) this.change({ goalsDeg: { ...draft.goalsDeg, [line]: deg } });
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  /** Also by key: one place up or down. */
  protected move(from: number, to: number): void {
    const order = [...(this.draft()?.order ?? [])];
    if (to < 0 || to >= order.length) return;
    moveItemInArray(order, from, to);
    this.change({ order: order as MethodDocument['order'] });
  }

  protected leaveOut(line: LineKey): void {
    const order = (this.draft()?.order ?? []).filter((l) => l !== line);
    this.change({ order: order as MethodDocument['order'] });
  }

  protected takeIn(line: LineKey): void {
    const draft = this.draft();
    if (draft === null) return;
    this.change({
      order: [...draft.order, line] as unknown as MethodDocument['order'],
      tolerancesDeg: { ...draft.tolerancesDeg, [line]: draft.tolerancesDeg[line] ?? [...FIRST_TOLERANCE] },
    });
  }

  /** What cannot judge is said here and not sent. */
  protected save(): void {
    const draft = this.draft();
    if (draft === null) return;
    try {
      this.slips.set([]);
      this.saved.emit(requireMethodDocument({ ...draft, name: draft.name.trim() }));
    } catch (error) {
      if (!(error instanceof DocumentRefused)) throw error;
      this.slips.set(
        error.refusals.map(({ path, message }) => {
          const line = /^\/tolerancesDeg\/(\w+)/.exec(path)?.[1] as LineKey | undefined;
          return `${line === undefined ? fieldOf(path) : LINE_TITLES[line]}: ${message}`;
        }),
      );
    }
  }
}

function fieldOf(path: string): string {
  if (path === '/name') return 'Name';
  return path === '/order' ? 'Lines' : path.slice(1);
}
