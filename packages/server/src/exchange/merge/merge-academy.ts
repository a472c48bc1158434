import { type AcademyLine, type MergeReport } from '@lotrecht/records';
import { forgetChanges } from '../../changes/change-log.ts';
import { recordEvent } from '../../audit/academy-log.ts';
import { type Database, type Queries } from '../../database/database.ts';
import { MANY_ROWS, refreshStatistics } from '../../database/refresh-statistics.ts';
import { type Actor } from '../../access/actor.ts';
import { AcademyFileReader, type AcademyHead } from '../academy-file.ts';
import { nobodysPassword, whyNotWritten } from '../import-academy.ts';
import { asOnlyImport } from '../one-import.ts';
import { EXCHANGED_TABLES, type ExchangedTable } from '../tables.ts';
import { LineAdmission } from './admit-lines.ts';
import { describeConflicts } from './describe-conflicts.ts';
import { FileReferences } from './file-references.ts';
import { MergeErasures } from './merge-erasures.ts';
import { type MergeContext } from './merge-context.ts';
import { MergeLog } from './merge-log.ts';
import { mergeRows } from './merge-rows.ts';
import { VersionMerge } from './merge-versions.ts';
import { Namesakes } from './namesakes.ts';
import { People } from './people.ts';
import { loadWaiting, settle } from './settle.ts';

/** What is to be done with an academy's or a student's file. */
export interface MergeWish {
  /** Begins at the first line each time: a transaction that has to be tried again reads anew. */
  readonly open: () => AsyncIterable<string>;
  /** Else it is only looked at, as it would come in. */
  readonly bringIn: boolean;
  /** Where here and file differ: keep what is here, or take what the file says. */
  readonly differing: 'keep' | 'take';
  /** `seen` of the report that was decided on; anything else is answered with a report and brings nothing. */
  readonly seen: string | undefined;
  /** Given up: nothing comes in. */
  readonly signal: AbortSignal;
  readonly progress: (rows: number) => void;
}

/** Looked at, or with problems: what was written, by a bringing in alone, is taken back. */
class TakenBack extends Error {
  constructor(readonly report: MergeReport) {
    super('taken back');
  }
}

const BATCH_ROWS = 200;
const PROGRESS_ROWS = 1_000;
const TOLD_NAMES = 20;

/**
 * Brings a `lotrecht-academy` file, an academy's or a student's, into an academy that is in use: all of it, or nothing.
 * What is here already is not brought twice; what differs is told, and kept or taken as it was chosen.
 *
 * @throws ImportRefused when the file does not begin as one; BusyImporting; the signal's reason when it was given up
 */
export async function mergeAcademy(db: Database, actor: Actor, wish: MergeWish): Promise<MergeReport> {
  const passwordHash = await nobodysPassword();
  try {
    const report = await asOnlyImport(db, actor.academyId, async (tx) => {
      const merge = new AcademyMerge(tx, actor, wish, await People.load(tx, actor, passwordHash));
      for await (const text of wish.open()) {
        await merge.take(text);
        if (merge.lines % PROGRESS_ROWS === 0) {
          wish.signal.throwIfAborted();
          wish.progress(merge.lines);
        }
      }
      const report = await merge.finish();
      wish.signal.throwIfAborted();
      if (!report.broughtIn) throw new TakenBack(report);
      const detail = `${report.academyName}, ${report.rows} rows`.slice(0, 200);
      await forgetChanges(tx, actor.academyId);
      await recordEvent(tx, actor, { action: 'imported', detail });
      return report;
    });
    if (report.rows >= MANY_ROWS) await refreshStatistics(db);
    return report;
  } catch (error) {
    if (error instanceof TakenBack) return error.report;
    throw error;
  }
}

/** One reading of one file. */
class AcademyMerge {
  lines = 0;
  private readonly file = new AcademyFileReader();
  private readonly log = new MergeLog();
  private head: AcademyHead | null = null;
  private context: MergeContext | null = null;
  private admission: LineAdmission | null = null;
  private versions: VersionMerge | null = null;
  private erasures: MergeErasures | null = null;
  private namesakes: Namesakes | null = null;
  private waiting: readonly { readonly id: string; readonly name: string }[] = [];
  private table: ExchangedTable | null = null;
  private batch: AcademyLine[] = [];
  private rows = 0;

  constructor(
    private readonly tx: Queries,
    private readonly actor: Actor,
    private readonly wish: MergeWish,
    private readonly people: People,
  ) {}

  async take(text: string): Promise<void> {
    this.lines += 1;
    const line = this.file.read(text);
    if (line === null) return;
    if (line.table === 'academy') {
      if (this.head === null) await this.begin(line);
      return;
    }
    if (line.table !== this.table?.name || this.batch.length === BATCH_ROWS) await this.merge();
    this.table = EXCHANGED_TABLES.find((t) => t.name === line.table) ?? null;
    this.batch.push(line);
    this.rows += 1;
  }

  async finish(): Promise<MergeReport> {
    await this.merge();
    const { file, log, context, head, wish, people } = this;
    if (head === null && file.problemCount === 0) file.refuseWhole('The file is empty.');
    if (context !== null && file.problemCount === 0) {
      for (const loose of await context.references.looseAtEnd(context.otherHands)) file.refuseWhole(loose);
    }
    if (context?.bringIn === true && file.problemCount === 0) {
      for (const loose of await settle(context)) file.refuseWhole(loose);
    }
    const seen = log.seen();
    const sawThis = wish.seen === seen || log.conflictCount === 0;
    return {
      academyName: head?.name ?? '',
      ofThisAcademy: context?.ofThisAcademy ?? false,
      rows: this.rows,
      tables: log.tables,
      leftOut: log.leftOut,
      conflicts: await describeConflicts(this.tx, this.actor, log.conflicts),
      conflictCount: log.conflictCount,
      seen,
      instructors: people.fresh,
      underYou: people.usedActor,
      namesakes: this.namesakes?.found ?? [],
      withoutConsent: this.withoutConsent().slice(0, TOLD_NAMES),
      erasedThere: (await this.erasures?.stillHere()) ?? [],
      problems: file.problems,
      problemCount: file.problemCount,
      broughtIn: wish.bringIn && file.problemCount === 0 && sawThis,
    };
  }

  /** Of whom something came in, or stayed out, while no guardian's consent to records stands. */
  private withoutConsent(): readonly string[] {
    if (this.context === null) return [];
    const { students, references } = this.context;
    const here = this.waiting.filter(({ id }) => students.has(id)).map(({ name }) => name);
    return [...here, ...references.freshMinors].toSorted();
  }

  private async begin(head: AcademyHead): Promise<void> {
    const { tx, actor, log, people, wish, file } = this;
    this.head = head;
    this.waiting = await loadWaiting(tx, actor);
    const came = new Map<string, Set<string>>();
    this.erasures = await MergeErasures.load(tx, actor);
    this.namesakes = await Namesakes.load(tx, actor);
    this.context = {
      tx,
      actor,
      log,
      people,
      bringIn: wish.bringIn,
      differing: wish.differing,
      ofThisAcademy: head.id === actor.academyId,
      erased: this.erasures.here,
      waiting: new Set(this.waiting.map(({ id }) => id)),
      references: new FileReferences(tx, actor),
      came: (table, id) => came.get(table)?.has(id) === true,
      come: (table, id) => {
        came.set(table, (came.get(table) ?? new Set()).add(id));
      },
      checksLeftOut: new Map(),
      refuse: (said) => file.refuse('', said),
      refused: () => file.problemCount > 0,
      checks: new Set(),
      students: new Set(),
      otherHands: new Set(),
    };
    this.admission = new LineAdmission(this.context);
    this.versions = new VersionMerge(this.context);
  }

  /** What is wrong in an earlier line stops the writing, and not the looking for more. */
  private async merge(): Promise<void> {
    const { table, batch, file } = this;
    this.batch = [];
    if (table === null || batch.length === 0 || file.problemCount > 0) return;
    try {
      await this.mergeBatch(table, batch);
    } catch (error) {
      file.refuse('', whyNotWritten(error, batch.length, table.name));
    }
  }

  private async mergeBatch(table: ExchangedTable, batch: readonly AcademyLine[]): Promise<void> {
    const { admission, context, log } = this;
    if (admission === null || context === null) return;
    if (table.name === 'instructor') {
      const { fresh, same } = await this.people.take(
        batch.filter((l) => l.table === 'instructor'),
        context.bringIn,
      );
      log.count('instructor', 'fresh', fresh);
      log.count('instructor', 'same', same);
      return;
    }
    if (table.name === 'erased_student') {
      await this.erasures?.take(
        batch.filter((l) => l.table === 'erased_student'),
        context,
      );
      return;
    }
    const admitted = await admission.admit(batch);
    this.namesakes?.look(admitted);
    if (table.name === 'check_version')
      await this.versions?.take(admitted.filter((l) => l.table === 'check_version'));
    else await mergeRows(context, table, admitted);
  }
}
