import {
  FIELDS_OF_WAY,
  type JudgedBy,
  planToRuleOut,
  rodAcrossMm,
  timesOf,
  type Tools,
} from '@lotrecht/judging';
import { type LineKey } from '../../../words/words.ts';
import { allInOrder, linesOfPlan, spreadOverHolds } from './plan.ts';
import { type LastTime } from '../readings/last-time.ts';
import { firstWay } from '../readings/first-way.ts';
import { type Run } from './run.ts';
import { type Entry, freeId, lengthText, type LengthUnit, parseEntry } from '../readings/entry.ts';
import {
  baseName,
  keepUsual,
  type PlanName,
  readUsual,
  type UsualWay,
} from '../../../lesson/usual-readings.ts';

/** What a plan is made from. */
export interface PlanGround {
  readonly entries: () => readonly Entry[];
  readonly unit: () => LengthUnit;
  readonly target: () => { readonly distanceM?: number };
  readonly rules: () => JudgedBy;
  readonly footLine: () => LineKey;
  /** Distance of the target that landmarks are told from, m; undefined where none are known. */
  readonly pointsAtM: () => number | undefined;
  readonly run: () => Run;
  /** Already with the server: its readings stay in their holds. */
  readonly stored: () => boolean;
  readonly tools: () => Tools;
  /** How this student’s lines were read last. */
  readonly lastTime: () => LastTime;
}

type Edit = (entries: readonly Entry[]) => readonly Entry[];

/** Which lines are read, how, how often and in which hold. */
export class PlanEdits {
  constructor(
    private readonly ground: PlanGround,
    private readonly edit: (edit: Edit) => void,
  ) {}

  /** A new reading of a line as it was read last, its base as it was. */
  entryOf(line: LineKey, way?: UsualWay, taken: readonly Entry[] = []): Entry {
    const { by, rod } = way ?? this.ground.lastTime().ways[line] ?? readUsual().ways[line] ?? firstWay(line);
    const entry: Entry = {
      id: freeId(taken, line, false),
      line,
      by,
      rod,
      hold: 1,
      look: false,
      fields: {},
    };
    const fields = this.usualFields(entry);
    // Of a rod and a face the base is what it is; marks on the ground are farther apart or nearer each time.
    const takenOver = by === 'gaps' && !rod && (fields['baseMm'] ?? '') !== '';
    return { ...entry, fields, ...(takenOver && { takenOver }) };
  }

  /** Quick, the method's lines, or all seven. What was typed into a line that stays is kept. */
  choosePlan(plan: PlanName): void {
    keepUsual({ plan });
    if (plan === 'rule-out') {
      this.planToRuleOut();
      return;
    }
    const lines = linesOfPlan(plan, {
      order: this.ground.rules().order,
      footLine: this.ground.footLine(),
      own: readUsual().lines,
    });
    this.setLines(lines);
  }

  /** Every line that is judged, by the best way at hand. */
  private planToRuleOut(): void {
    const best = planToRuleOut(this.ground.rules(), this.ground.tools(), this.ground.pointsAtM());
    const ways = Object.fromEntries(best.map(({ line, by, rod }) => [line, { by, rod }]));
    keepUsual({ ways: { ...readUsual().ways, ...ways } });
    this.setLines(best.map(({ line }) => line));
    for (const { line, by, rod } of best) this.chooseWay(line, { by, rod });
  }

  /** Takes a line in, or leaves it out with everything that was typed into it. */
  toggleLine(line: LineKey): void {
    const present = new Set(this.ground.entries().map((e) => e.line));
    if (!present.delete(line)) present.add(line);
    keepUsual({ plan: 'own', lines: [...present] });
    this.setLines(allInOrder(this.ground.rules().order).filter((l) => present.has(l)));
  }

  /** Another way of reading a line; its other fields begin empty. */
  chooseWay(line: LineKey, way: UsualWay): void {
    keepUsual({ ways: { ...readUsual().ways, [line]: way } });
    this.change((entries) =>
      entries.map((e) => {
        if (e.line !== line || (e.by === way.by && e.rod === way.rod)) return e;
        const { madeWith: _made, ...rest } = e;
        const changed: Entry = { ...rest, by: way.by, rod: way.rod, fields: {} };
        // Bare points and a rod are read with the same tape: what was typed was not typed for nothing.
        const same = e.by === 'gaps' && way.by === 'gaps' ? { ...e.fields, baseMm: '' } : {};
        return { ...changed, fields: { ...same, ...this.usualFields(changed) } };
      }),
    );
  }

  /** The same line once more in the same hold. */
  repeat(id: string): void {
    this.change((entries) => {
      const at = entries.findIndex((e) => e.id === id);
      const entry = entries[at];
      if (entry === undefined) return entries;
      const again = this.entryOf(entry.line, entry, entries);
      return entries.toSpliced(at + 1, 0, {
        ...again,
        id: freeId(entries, entry.line, entry.look),
        look: entry.look,
        hold: entry.hold,
      });
    });
  }

  /** Leaves a reading out. */
  remove(id: string): void {
    this.change((entries) => entries.filter((e) => e.id !== id));
  }

  /** One more reading in a hold, as it was advised. */
  add(line: LineKey, way: UsualWay, hold: number): void {
    this.edit((entries) => [...entries, { ...this.entryOf(line, way, entries), hold }]);
  }

  /** Shoulders and eyes again after the look at the target, or no longer. */
  toggleLook(): void {
    this.change((entries) => {
      if (entries.some((e) => e.look)) return entries.filter((e) => !e.look);
      const withBoth = (['shoulders', 'eyes'] as const).reduce<readonly Entry[]>(
        (all, line) =>
          all.some((e) => e.line === line) ? all : [...all, this.entryOf(line, undefined, all)],
        entries,
      );
      const again = (['shoulders', 'eyes'] as const).flatMap((line): readonly Entry[] => {
        const first = withBoth.find((e) => e.line === line);
        return first === undefined
          ? []
          : [{ ...this.entryOf(line, first), id: freeId(withBoth, line, true), look: true }];
      });
      return [...this.inOrder(withBoth), ...again];
    });
  }

  /** With other hands the holds are others. */
  spread(): void {
    this.change((entries) => entries);
  }

  private setLines(lines: readonly LineKey[]): void {
    this.change((entries) => {
      const stay = entries.filter((e) => lines.includes(e.line));
      const news = lines
        .filter((line) => !stay.some((e) => e.line === line))
        .map((line) => this.entryOf(line));
      return this.inOrder([...stay, ...news]);
    });
  }

  private inOrder(entries: readonly Entry[]): readonly Entry[] {
    const order = allInOrder(this.ground.rules().order);
    const rank = (e: Entry): number => order.indexOf(e.line) + (e.look ? order.length : 0);
    return entries.toSorted((a, b) => rank(a) - rank(b));
  }

  /** Before the first hold Lotrecht spreads the readings; afterwards each stays in the stand it was taken in. */
  private change(edit: Edit): void {
    this.edit((entries) => {
      const edited = edit(entries);
      return this.ground.run().hold > 0 || this.ground.stored()
        ? edited
        : spreadOverHolds(edited, this.ground.rules().order, timesOf(this.ground.tools()));
    });
  }

  /** Bases, lengths and distances that are known before the tape comes out. */
  private usualFields(entry: Entry): Readonly<Record<string, string>> {
    const unit = this.ground.unit();
    const name = baseName(entry, entry.line);
    const kept = this.ground.lastTime().basesMm[name] ?? readUsual().basesMm[name];
    const text = (mm: number | undefined): string => (mm === undefined ? '' : lengthText(mm, unit));
    const { distanceM } = this.ground.target();
    const known: Readonly<Record<string, string>> = {
      baseMm: text(kept ?? (entry.rod ? rodAcrossMm(this.ground.tools()) : undefined)),
      lengthMm: text(kept ?? this.ground.tools().faceRodMm),
      distanceM: distanceM === undefined ? '' : String(distanceM),
    };
    const asked: readonly string[] = FIELDS_OF_WAY[entry.by];
    return Object.fromEntries(Object.entries(known).filter(([field]) => asked.includes(field)));
  }
}

/** The bases of a check, to be offered again. */
export function basesOf(entries: readonly Entry[], unit: LengthUnit): Readonly<Record<string, number>> {
  return Object.fromEntries(
    entries.flatMap((entry) =>
      parseEntry(entry, unit).flatMap(({ kept, name, parsed }): [string, number][] =>
        kept && name !== 'distanceM' && parsed.kind === 'value'
          ? [[baseName(entry, entry.line), parsed.value]]
          : [],
      ),
    ),
  );
}
