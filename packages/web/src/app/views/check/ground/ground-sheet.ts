import { A11yModule } from '@angular/cdk/a11y';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  ALL_PARALLEL,
  type Circumstances,
  composeTargetLine,
  type LineResult,
  type MethodDocument,
  SHIPPED_METHODS,
  solveDocument,
  type TargetLineChoice,
} from '@lotrecht/contract';
import { degreesFromRadians } from '@lotrecht/core';
import { type ApiProblem, toProblem } from '../../../api/problem.ts';
import { SettingsStore } from '../../../settings/settings.store.ts';
import { bearingText } from '../../../ui/bearings.ts';
import { NumberField } from '../../../ui/number-field.ts';
import { ProblemNote } from '../../../ui/problem-note.ts';
import { TargetLineFields } from '../../../ui/target-line-fields.ts';
import { angleText, leanOf, LINE_TITLES, type LineKey } from '../../../ui/words.ts';
import { FIRST_CIRCUMSTANCES } from '../check-content.ts';
import { CheckStore } from '../check.store.ts';
import { HELPS, PHASES, PLACES, READERS } from './circumstance-words.ts';
import { checkLineText } from './line-text.ts';

/** Under which circumstances a check is made, how its target line was laid, and what is done when that was wrong. */
@Component({
  selector: 'lo-ground-sheet',
  imports: [A11yModule, MatButton, NumberField, ProblemNote, RouterLink, TargetLineFields],
  templateUrl: './ground-sheet.html',
  styleUrl: './ground-sheet.scss',
  host: { '(document:keydown.escape)': 'closed.emit()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GroundSheet {
  readonly closed = output();

  protected readonly store = inject(CheckStore);
  private readonly settings = inject(SettingsStore);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly bearingText = bearingText;

  protected readonly groups = [
    { name: 'phase', title: 'When', words: Object.entries(PHASES) },
    { name: 'help', title: 'Help', words: Object.entries(HELPS) },
    { name: 'place', title: 'Where', words: Object.entries(PLACES) },
    { name: 'reader', title: 'Tape', words: Object.entries(READERS) },
  ] as const;

  private readonly placeId = computed(() => this.store.lesson()?.placeId ?? null);
  protected readonly eye = computed(() => this.settings.settings().dominantEye);
  /** How the line is usually made here; what the check holds may be another, from another day. */
  protected readonly choice = linkedSignal((): TargetLineChoice =>
    this.settings.targetLineAt(this.placeId()),
  );
  protected readonly lineText = computed(() => checkLineText(this.store.targetLine()));
  protected readonly isAsHeld = computed(
    () =>
      JSON.stringify(composeTargetLine(this.choice()).targetLine) === JSON.stringify(this.store.targetLine()),
  );

  // What was found afterwards: a gap over a length, as the tape finds it.
  protected readonly offMm = signal(0);
  protected readonly overM = signal(6);
  protected readonly side = signal<'left' | 'right'>('right');
  protected readonly knownDeg = signal(0.2);
  protected readonly turnedDeg = computed(() => {
    const deg = degreesFromRadians(Math.atan(this.offMm() / 1000 / this.overM()));
    return this.side() === 'left' ? -deg : deg;
  });

  /** Both values of every line, while it is re-based. */
  protected readonly both = computed(() => {
    const [asRead, corrected] = [this.store.asRead(), this.store.solution()?.result];
    if (!asRead || !corrected) return [];
    return (Object.keys(corrected.lines) as LineKey[]).flatMap((key) => {
      const [before, after] = [asRead.lines[key], corrected.lines[key]];
      return before && after
        ? [{ title: LINE_TITLES[key], before: angleText(before), after: angleText(after) }]
        : [];
    });
  });

  // The method, and what another one would say of the same readings.
  protected readonly methods = SHIPPED_METHODS;
  protected readonly otherId = signal('');
  protected readonly sideBySide = computed(() => {
    const document = this.store.solution()?.document;
    const other = SHIPPED_METHODS.find((m) => m.id === this.otherId());
    if (!document || other === undefined) return [];
    const rebase = this.store.rebase() ?? undefined;
    const under = (method: MethodDocument) =>
      solveDocument({ ...document, method: { id: method.id, version: method.profileVersion } }, { rebase });
    const now = SHIPPED_METHODS.find((m) => m.id === this.store.method().id) ?? ALL_PARALLEL;
    const [mine, theirs] = [under(now), under(other)];
    const said = (line: LineResult | undefined): string => (line && leanOf(line)?.words) ?? 'no tolerance';
    return [
      ...(Object.keys(mine.lines) as LineKey[]).map((key) => ({
        title: LINE_TITLES[key],
        mine: said(mine.lines[key]),
        theirs: said(theirs.lines[key]),
      })),
      { title: 'Fix first', mine: mine.fixFirst ?? 'nothing', theirs: theirs.fixFirst ?? 'nothing' },
    ];
  });
  protected readonly methodName = computed(
    () => SHIPPED_METHODS.find((m) => m.id === this.store.method().id)?.name ?? this.store.method().id,
  );

  protected chooseMethod(id: string): void {
    const method = SHIPPED_METHODS.find((m) => m.id === id);
    if (method !== undefined) this.store.judgeBy({ id, version: method.profileVersion });
  }

  protected note(name: keyof Circumstances, value: string): void {
    this.store.note({ ...(this.store.circumstances() ?? FIRST_CIRCUMSTANCES), [name]: value });
  }

  protected useLine(): void {
    this.store.layLine(composeTargetLine(this.choice()).targetLine);
    this.settings.keepTargetLine(this.choice(), this.placeId()).subscribe({
      next: () => this.problem.set(null),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected correct(): void {
    const turnedDeg = Number(this.turnedDeg().toFixed(6));
    this.store.correctBy({ turnedDeg, uncertaintyDeg: this.knownDeg() });
  }
}
