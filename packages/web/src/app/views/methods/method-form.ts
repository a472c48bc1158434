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
import { ballGoalOf, type JudgedBy, judgedByMethod, requireMethodDocument } from '@lotrecht/judging';
import {
  type BallGoal,
  type ClubGroup,
  DocumentRefused,
  type LimitsOfClub,
  type MethodDocument,
} from '@lotrecht/records';
import { LINE_NAMES, signWords } from '@lotrecht/core';
import { NumberField } from '../../ui/number-field.ts';
import { CLUB_GROUPS, LINE_TITLES, type LineKey } from '../../words/words.ts';
import { RoutineForm } from './routine-form.ts';

type JudgedLimits = Pick<JudgedBy, 'tolerancesDeg' | 'goalsDeg'>;

/** A new line's tolerance until it is changed, degrees either way. */
const FIRST_TOLERANCE: readonly [number, number] = [-2, 2];

/** An own method while it is changed: name, order of lines, foot line and mark; limits and ball for all clubs, or for some. */
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
    RoutineForm,
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
      const limits = this.limits();
      const [lo, hi] = limits.tolerancesDeg[line] ?? FIRST_TOLERANCE;
      const [less, more] = signWords(line);
      return { line, title: LINE_TITLES[line], lo, hi, less, more, goal: limits.goalsDeg?.[line] ?? 0 };
    });
  });

  /** The clubs that limits and ball are told for; null: all. */
  protected readonly clubs = signal<ClubGroup | null>(null);
  protected readonly groups = Object.entries(CLUB_GROUPS) as readonly [ClubGroup, string][];
  private readonly limits = computed((): JudgedLimits => {
    const [draft, group] = [this.draft(), this.clubs()];
    return draft === null ? { tolerancesDeg: {} } : judgedByMethod(draft, 0, group);
  });
  /** Where the ball is wanted with the chosen clubs: its own place, else the table's. */
  protected readonly ball = computed(() => {
    const [draft, group] = [this.draft(), this.clubs()];
    return draft === null || group === null ? null : ballGoalOf(draft, group);
  });
  protected readonly differs = computed(() => {
    const [draft, group] = [this.draft(), this.clubs()];
    return (
      group !== null && (draft?.clubLimits?.[group] !== undefined || draft?.ballGoals?.[group] !== undefined)
    );
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
    const [lo, hi] = this.limits().tolerancesDeg[line] ?? FIRST_TOLERANCE;
    const changed: [number, number] = which === 0 ? [deg, hi] : [lo, deg];
    const group = this.clubs();
    if (group === null) this.change({ tolerancesDeg: { ...draft.tolerancesDeg, [line]: changed } });
    else this.differ(group, { tolerancesDeg: { [line]: changed } });
  }

  protected goal(line: LineKey, deg: number): void {
    const [draft, group] = [this.draft(), this.clubs()];
    if (draft === null) return;
    if (group === null) this.change({ goalsDeg: { ...draft.goalsDeg, [line]: deg } });
    else this.differ(group, { goalsDeg: { [line]: deg } });
  }

  /** With these clubs, other than with all. */
  private differ(group: ClubGroup, part: LimitsOfClub): void {
    const limits = this.draft()?.clubLimits;
    const own = limits?.[group];
    this.change({
      clubLimits: {
        ...limits,
        [group]: {
          ...own,
          ...(part.tolerancesDeg && { tolerancesDeg: { ...own?.tolerancesDeg, ...part.tolerancesDeg } }),
          ...(part.goalsDeg && { goalsDeg: { ...own?.goalsDeg, ...part.goalsDeg } }),
        },
      },
    });
  }

  /** A place of the ball of its own: by a share of the stance, or by a length behind the heel; never both. */
  protected placeBall(part: BallGoal): void {
    const [draft, group] = [this.draft(), this.clubs()];
    if (draft === null || group === null) return;
    const { sharePercent, behindLeadHeelMm, ...own } = draft.ballGoals?.[group] ?? {};
    const before = {
      ...(sharePercent !== undefined && { sharePercent }),
      ...(behindLeadHeelMm !== undefined && { behindLeadHeelMm }),
    };
    const moves = part.sharePercent !== undefined || part.behindLeadHeelMm !== undefined;
    this.change({
      ballGoals: { ...draft.ballGoals, [group]: { ...own, ...(!moves && before), ...part } },
    });
  }

  /** These clubs are judged as all others again. */
  protected asAllClubs(): void {
    const [draft, group] = [this.draft(), this.clubs()];
    if (draft === null || group === null) return;
    const without = <T extends object>(of: Readonly<Partial<Record<ClubGroup, T>>> | undefined) =>
      Object.fromEntries(Object.entries(of ?? {}).filter(([name]) => name !== group));
    this.change({ clubLimits: without(draft.clubLimits), ballGoals: without(draft.ballGoals) });
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
          const line = /tolerancesDeg\/(\w+)/.exec(path)?.[1] as LineKey | undefined;
          const group = /^\/clubLimits\/([\w-]+)/.exec(path)?.[1] as ClubGroup | undefined;
          const of = line === undefined ? fieldOf(path) : LINE_TITLES[line];
          return `${of}${group === undefined ? '' : `, ${CLUB_GROUPS[group].toLowerCase()}`}: ${message}`;
        }),
      );
    }
  }
}

function fieldOf(path: string): string {
  if (path === '/name') return 'Name';
  return path === '/order' ? 'Lines' : path.slice(1);
}
