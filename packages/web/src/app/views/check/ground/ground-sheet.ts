import { COVERAGE_FACTOR } from '@lotrecht/core/coverage';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
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
import { judgementByMethod, composeTargetLine, solveDocument } from '@lotrecht/judging';
import {
  type CheckDocument,
  type Circumstances,
  type MethodDocument,
  type ResultDocument,
  type TargetLineChoice,
} from '@lotrecht/records';
import { degreesFromRadians } from '@lotrecht/core';
import { type ApiProblem, toProblem } from '../../../api/problem.ts';
import { SettingsStore } from '../../../settings/settings.store.ts';
import { bearingText } from '../../../ui/bearings.ts';
import { NumberField } from '../../../ui/number-field.ts';
import { ProblemNote } from '../../../ui/problem-note.ts';
import { TargetLineFields } from '../../../ui/target-line-fields.ts';
import { angleText, firstOf, leanOf, LINE_TITLES, type LineKey } from '../../../words/words.ts';
import { judgedByMethod, methodIdOf } from '../../../methods/judged.ts';
import { MethodStore } from '../../../methods/method.store.ts';
import { CheckBall } from '../ball/check-ball.ts';
import { CheckGround } from '../check-ground.ts';
import { CheckAnswers } from '../check-answers.ts';
import { FIRST_CIRCUMSTANCES } from '../draft-content.ts';
import { Circumstances as CircumstanceFields } from './circumstances.ts';
import { PLACES, READERS } from '../../../words/circumstance-words.ts';
import { checkLineText } from './line-text.ts';

/** Under which circumstances a check is made, how its target line was laid, and what is done when that was wrong. */
@Component({
  selector: 'lo-ground-sheet',
  imports: [
    A11yModule,
    CircumstanceFields,
    MatButton,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    NumberField,
    ProblemNote,
    RouterLink,
    TargetLineFields,
  ],
  templateUrl: './ground-sheet.html',
  styleUrl: './ground-sheet.scss',
  host: { '(document:keydown.escape)': 'closed.emit()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GroundSheet {
  readonly closed = output();

  protected readonly ground = inject(CheckGround);
  private readonly answers = inject(CheckAnswers);
  private readonly ball = inject(CheckBall);
  protected readonly methods = inject(MethodStore);
  private readonly settings = inject(SettingsStore);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly bearingText = bearingText;

  protected readonly groups = [
    { name: 'place', title: 'Where', words: Object.entries(PLACES) },
    { name: 'reader', title: 'Tape', words: Object.entries(READERS) },
  ] as const;

  private readonly placeId = computed(() => this.ground.lesson()?.placeId ?? null);
  protected readonly eye = computed(() => this.settings.settings().dominantEye);
  /** How the line is usually made here; what the check holds may be another, from another day. */
  protected readonly choice = linkedSignal((): TargetLineChoice =>
    this.settings.targetLineAt(this.placeId()),
  );
  protected readonly lineText = computed(() => checkLineText(this.ground.targetLine()));
  protected readonly isAsHeld = computed(
    () =>
      JSON.stringify(composeTargetLine(this.choice()).targetLine) ===
      JSON.stringify(this.ground.targetLine()),
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
    const [asRead, corrected] = [this.answers.asRead(), this.answers.solution()?.result];
    if (!asRead || !corrected) return [];
    return (Object.keys(corrected.lines) as LineKey[]).flatMap((key) => {
      const [before, after] = [asRead.lines[key], corrected.lines[key]];
      return before && after
        ? [{ title: LINE_TITLES[key], before: angleText(before), after: angleText(after) }]
        : [];
    });
  });

  // The method, and what another one would say of the same readings.
  protected readonly otherId = signal('');
  /** The method that judges: a shipped one by its name, an own one by what the check remembers. */
  protected readonly chosenId = computed(() => methodIdOf(this.ground.judged()));
  protected readonly methodName = computed(() => {
    const id = this.chosenId();
    const known = this.methods.all().find((m) => m.id === id);
    return known?.name ?? this.ground.judged().ownMethod?.name ?? 'limits of its own';
  });
  protected readonly sideBySide = computed(() => {
    const document = this.answers.shown()?.document;
    const other = this.methods.all().find((m) => m.id === this.otherId());
    if (!document || other === undefined) return [];
    const rebase = this.ground.rebase() ?? undefined;
    const mine = solveDocument(document, { rebase, answer: 'live' });
    const theirs = solveDocument(underMethod(document, other), { rebase, answer: 'live' });
    const said = (result: ResultDocument, key: LineKey): string =>
      leanOf(result, key)?.words ?? 'no tolerance';
    return [
      ...(Object.keys(mine.lines) as LineKey[]).map((key) => ({
        title: LINE_TITLES[key],
        mine: said(mine, key),
        theirs: said(theirs, key),
      })),
      { title: 'First', mine: firstOf(mine).line ?? 'nothing', theirs: firstOf(theirs).line ?? 'nothing' },
    ];
  });
  protected readonly otherName = computed(
    () => this.methods.all().find((m) => m.id === this.otherId())?.name ?? '',
  );

  protected chooseMethod(id: string): void {
    const method = this.methods.all().find((m) => m.id === id);
    if (method === undefined) return;
    this.ground.set('judged', judgedByMethod(method, this.ground.club().group));
    this.ball.judgeAnew();
  }

  protected note(name: keyof Circumstances, value: string): void {
    const circumstances = this.ground.circumstances() ?? FIRST_CIRCUMSTANCES;
    this.ground.set('circumstances', { ...circumstances, [name]: value });
  }

  protected useLine(): void {
    this.ground.set('targetLine', composeTargetLine(this.choice()).targetLine);
    this.settings.keepTargetLine(this.choice(), this.placeId()).subscribe({
      next: () => this.problem.set(null),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected correct(): void {
    const turnedDeg = Number(this.turnedDeg().toFixed(6));
    this.ground.set('rebase', { turnedDeg, uncertaintyDeg: this.knownDeg() });
  }

  /** The half-width of 95 %, degrees. */
  protected expandedText(uncertaintyDeg: number): string {
    return (COVERAGE_FACTOR * uncertaintyDeg).toFixed(1);
  }
}

/** The same readings, judged by another method. */
function underMethod(document: CheckDocument, method: MethodDocument): CheckDocument {
  const {
    method: _named,
    tolerancesDeg: _own,
    goalsDeg: _goals,
    order: _order,
    footLine: _foot,
    ...rest
  } = document;
  return { ...rest, ...judgementByMethod(method, document.club?.group) };
}
