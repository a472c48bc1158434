import { inject, Injectable } from '@angular/core';
import { fromDevice, keepOnDevice } from '../device/on-device.ts';
import { SessionStore } from '../session/session.store.ts';
import { type CheckDraft, DraftStore, type TypedRecord } from './draft-store.ts';
import { MirrorStore } from './mirrored-records.ts';
import { Outbox } from './outbox.ts';
import { tellSignedOut } from './signed-out-elsewhere.ts';

/** One thing that was typed on this device and is not known to be kept. */
export interface LeftThing {
  /** As a person calls it. */
  readonly what: string;
  /** ISO; null where nobody has noted it. */
  readonly typedAt: string | null;
  /** It can be sent as it stands; else its page has to be opened, or it is not finished. */
  readonly sends: boolean;
  /** Where it is opened and kept; absent where that is not known. */
  readonly opens?: readonly string[];
}

/** A file of what was left on a device. */
interface LeftFile {
  readonly format: typeof FORMAT;
  readonly version: 1;
  readonly instructorId: string;
  readonly checkDrafts: readonly CheckDraft[];
  readonly typedRecords: readonly TypedRecord[];
  /** What pages keep in small, by its name. */
  readonly small: Readonly<Record<string, string>>;
}

const FORMAT = 'lotrecht-left-here';
const OURS = 'lotrecht-';
/** How the device looks and answers: of nobody, and it stays. */
const OF_THE_DEVICE = ['lotrecht-theme', 'lotrecht-letter-keys', 'lotrecht-lock-minutes', 'lotrecht-touched'];
/** A student’s own page, opened here: its secret goes into no file. */
const OF_A_LINK = 'lotrecht-take-home';

const KINDS: Readonly<Record<string, string>> = {
  'ball-run': 'A run of balls',
  club: 'A club',
  course: 'A course',
  'eye-on-screen': 'Pictures for your own eye',
  'hand-out': 'A hand-out',
  lesson: 'Notes of a lesson',
  method: 'A method',
  'own-drill': 'A drill of your own',
  place: 'A place',
  'practice-done': 'A training',
  'practice-plan': 'A practice plan',
  routine: 'A walk-in',
  'station-plan': 'A station plan',
  'usual-miss': 'A usual miss',
};

/**
 * What is left on a device that others use: before a sign-out it is sent, saved as a file or let go, and after it nothing
 * of it can be read here.
 */
@Injectable({ providedIn: 'root' })
export class LeftHere {
  private readonly drafts = inject(DraftStore);
  private readonly mirror = inject(MirrorStore);
  private readonly outbox = inject(Outbox);
  private readonly session = inject(SessionStore);

  /** What the one who is signed in has typed here and not kept, newest first. */
  async things(): Promise<readonly LeftThing[]> {
    const { checkDrafts, typedRecords } = await this.read();
    const things = [
      ...checkDrafts.map(({ checkId, lessonId, updatedAt, asked }) => ({
        what: 'A check',
        typedAt: updatedAt,
        sends: asked !== undefined,
        opens: ['/lessons', lessonId, 'checks', checkId],
      })),
      ...typedRecords.map((typed) => ({
        what: KINDS[typed.kind] ?? 'Something',
        typedAt: typed.updatedAt,
        sends: isWhole(typed),
      })),
    ].toSorted((a, b) => (a.typedAt > b.typedAt ? -1 : 1));
    return [...things, ...smallThings()];
  }

  /** Sends what can be sent as it stands. @returns what is left after it */
  async send(): Promise<readonly LeftThing[]> {
    const { typedRecords } = await this.read();
    for (const typed of typedRecords)
      if (isWhole(typed) && !typed.asked)
        await fromDevice(this.drafts.keepTyped({ ...typed, asked: true }), undefined);
    await this.outbox.send();
    return this.things();
  }

  /** Everything that is left, to be brought back by the same instructor on any device. @returns JSON */
  async file(): Promise<string> {
    const small = Object.fromEntries(
      personalKeys()
        .filter((key) => key !== OF_A_LINK)
        .map((key) => [key, localStorage.getItem(key) ?? '']),
    );
    const file: LeftFile = {
      format: FORMAT,
      version: 1,
      instructorId: this.instructorId(),
      ...(await this.read()),
      small,
    };
    return JSON.stringify(file);
  }

  /**
   * Brings back what a file has; what was typed here since stays.
   *
   * @returns how many came back, or why none
   */
  async bringBack(text: string): Promise<number | string> {
    const file = readFile(text);
    if (file === null) return 'This is not a file of what was left on a device. Choose the one you saved.';
    if (file.instructorId !== this.instructorId())
      return 'This file is another instructor’s. It opens where they are signed in.';
    const here = await this.read();
    const isHere = (id: string): boolean =>
      here.checkDrafts.some(({ checkId }) => checkId === id) || here.typedRecords.some((t) => t.id === id);
    const checks = file.checkDrafts.filter(({ checkId }) => !isHere(checkId));
    const records = file.typedRecords.filter(({ id }) => !isHere(id));
    for (const draft of checks) await this.drafts.keep(draft);
    for (const typed of records) await this.drafts.keepTyped(typed);
    const small = Object.entries(file.small).filter(
      ([key]) => key.startsWith(OURS) && !OF_THE_DEVICE.includes(key) && localStorage.getItem(key) === null,
    );
    for (const [key, kept] of small) keepOnDevice(key, kept);
    return checks.length + records.length;
  }

  /** After a sign-out: nothing that one has typed, read or opened here can be read any more; other tabs close too. */
  async letGo(instructorId: string): Promise<void> {
    await fromDevice(this.drafts.dropOfInstructor(instructorId), undefined);
    await fromDevice(this.mirror.clear(), undefined);
    for (const key of personalKeys()) localStorage.removeItem(key);
    sessionStorage.clear();
    tellSignedOut();
  }

  private instructorId(): string {
    return this.session.session()?.instructor.id ?? '';
  }

  private async read(): Promise<Pick<LeftFile, 'checkDrafts' | 'typedRecords'>> {
    const id = this.instructorId();
    const [checkDrafts, typedRecords] = await Promise.all([
      fromDevice(this.drafts.ofInstructor(id), []),
      fromDevice(this.drafts.typedBy(id), []),
    ]);
    return { checkDrafts, typedRecords };
  }
}

/** In the middle of a training it is no record yet. */
function isWhole({ kind, more }: TypedRecord): boolean {
  return more === null || (kind !== 'practice-done' && kind !== 'eye-on-screen');
}

function personalKeys(): readonly string[] {
  return Object.keys(localStorage).filter((key) => key.startsWith(OURS) && !OF_THE_DEVICE.includes(key));
}

function parsed(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    // Somebody else’s text under our name: nothing that anybody typed.
    return null;
  }
}

/** What pages keep in small and nobody has kept yet. */
function smallThings(): readonly LeftThing[] {
  const clinic = parsed('lotrecht-clinic') as { readonly turns?: readonly Record<string, unknown>[] } | null;
  const study = parsed('lotrecht-study') as { readonly setups?: readonly unknown[][] } | null;
  const link = parsed(OF_A_LINK) as { readonly pending?: readonly unknown[] } | null;
  const thing = (what: string): LeftThing => ({ what, typedAt: null, sends: false });
  return [
    ...(clinic?.turns?.some(({ saved, carded }) => saved !== true || carded !== true) === true
      ? [thing('A clinic')]
      : []),
    ...(study?.setups?.some((setup) => setup.length > 0) === true ? [thing('A study of your readings')] : []),
    ...((link?.pending?.length ?? 0) > 0 ? [thing('What a student did on their page, opened here')] : []),
  ];
}

function readFile(text: string): LeftFile | null {
  try {
    const file = JSON.parse(text) as Partial<LeftFile> | null;
    const isOurs =
      file?.format === FORMAT &&
      file.version === 1 &&
      typeof file.instructorId === 'string' &&
      Array.isArray(file.checkDrafts) &&
      Array.isArray(file.typedRecords) &&
      typeof file.small === 'object';
    return isOurs ? (file as LeftFile) : null;
  } catch {
    // No JSON: said by who asked.
    return null;
  }
}
