import { inject, Injectable } from '@angular/core';
import { KIND, kindFacts } from '@lotrecht/records/kinds';
import { type Entry, keyText } from '@lotrecht/sync';
import {
  dropFromDevice,
  fromDevice,
  keepOnDevice,
  keysOnDevice,
  readOnDevice,
  textOnDevice,
} from '../device/on-device.ts';
import { SessionStore } from '../session/session.store.ts';
import { DeviceStore } from './device-store.ts';
import { type EarlierCheck, entryOfCheck, type EarlierRecord, entryOfRecord } from './earlier-entries.ts';
import { Sender } from './sender.ts';
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
  readonly version: 2;
  readonly instructorId: string;
  readonly entries: readonly Entry[];
  /** What pages keep in small, by its name. */
  readonly small: Readonly<Record<string, string>>;
}

/** As an earlier version wrote it. */
interface EarlierFile extends Pick<LeftFile, 'instructorId' | 'small'> {
  readonly checkDrafts: readonly EarlierCheck[];
  readonly typedRecords: readonly EarlierRecord[];
}

const FORMAT = 'lotrecht-left-here';
const OURS = 'lotrecht-';
/** Kinds that are a record only when their page says that they have ended. */
const MADE_AT_THE_END: readonly string[] = [KIND['practice-done'].name, KIND['eye-on-screen'].name];
/** How the device looks and answers: of nobody, and it stays. */
const OF_THE_DEVICE = ['lotrecht-theme', 'lotrecht-letter-keys', 'lotrecht-lock-minutes', 'lotrecht-touched'];
/** A student’s own page, opened here: its secret goes into no file. */
const OF_A_LINK = 'lotrecht-take-home';

/**
 * What is left on a device that others use: before a sign-out it is sent, saved as a file or let go, and after it nothing
 * of it can be read here.
 */
@Injectable({ providedIn: 'root' })
export class LeftHere {
  private readonly device = inject(DeviceStore);
  private readonly sender = inject(Sender);
  private readonly session = inject(SessionStore);

  /** What the one who is signed in has typed here and not kept, newest first. */
  async things(): Promise<readonly LeftThing[]> {
    const things = (await this.sender.all()).map((entry): LeftThing => {
      const { kind, id, typed, of } = entry;
      return {
        what: kindFacts(kind)?.titles.one ?? 'Something',
        typedAt: typed.at,
        sends: canGo(entry),
        ...(kind === KIND.check.name && { opens: ['/lessons', of.lessonId ?? '', 'checks', id] }),
      };
    });
    return [...things, ...smallThings()];
  }

  /** Sends what can be sent as it stands. @returns what is left after it */
  async send(): Promise<readonly LeftThing[]> {
    for (const entry of await this.sender.all()) {
      const { typed, asked } = entry;
      if (asked !== null || !canGo(entry)) continue;
      await this.sender.change(entry, {
        is: 'asked',
        said: typed.content,
        content: typed.content,
        more: typed.more,
        at: new Date().toISOString(),
        once: crypto.randomUUID(),
        by: typed.by,
        begun: entry,
      });
    }
    await this.sender.send();
    return this.things();
  }

  /** Everything that is left, to be brought back by the same instructor on any device. @returns JSON */
  async file(): Promise<string> {
    const small = Object.fromEntries(
      personalKeys()
        .filter((key) => key !== OF_A_LINK)
        .map((key) => [key, textOnDevice(key) ?? '']),
    );
    const file: LeftFile = {
      format: FORMAT,
      version: 2,
      instructorId: this.instructorId(),
      entries: await this.sender.all(),
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
    const isHere = new Set((await this.sender.all()).map(keyText));
    const brought = file.entries.filter((entry) => !isHere.has(keyText(entry)));
    await fromDevice(this.device.put(brought), undefined);
    const small = Object.entries(file.small).filter(
      ([key]) => key.startsWith(OURS) && !OF_THE_DEVICE.includes(key) && textOnDevice(key) === null,
    );
    for (const [key, kept] of small) keepOnDevice(key, kept);
    return brought.length;
  }

  /** After a sign-out: nothing that one has typed, read or opened here can be read any more; other tabs close too. */
  async letGo(instructorId: string): Promise<void> {
    await this.sender.letGo(instructorId);
    await fromDevice(this.device.clearMirror(), undefined);
    for (const key of personalKeys()) dropFromDevice(key);
    sessionStorage.clear();
    tellSignedOut();
  }

  private instructorId(): string {
    return this.session.session()?.instructor.id ?? '';
  }
}

/** It can be sent as it stands. What a check is asked with is made by its page; in the middle of a training it is no record yet. */
function canGo({ kind, asked, trouble, typed: { more } }: Entry): boolean {
  if (trouble !== null) return false;
  if (asked !== null) return true;
  return kind !== KIND.check.name && (more === null || !MADE_AT_THE_END.includes(kind));
}

function personalKeys(): readonly string[] {
  return keysOnDevice().filter((key) => key.startsWith(OURS) && !OF_THE_DEVICE.includes(key));
}

/** What pages keep in small and nobody has kept yet. */
function smallThings(): readonly LeftThing[] {
  const clinic = readOnDevice('lotrecht-clinic') as {
    readonly turns?: readonly Record<string, unknown>[];
  } | null;
  const study = readOnDevice('lotrecht-study') as { readonly setups?: readonly unknown[][] } | null;
  const link = readOnDevice(OF_A_LINK) as { readonly pending?: readonly unknown[] } | null;
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
    const file = JSON.parse(text) as (Partial<Omit<LeftFile, 'version'>> & { version?: number }) | null;
    if (file?.format !== FORMAT || typeof file.instructorId !== 'string' || typeof file.small !== 'object')
      return null;
    if (file.version === 2 && Array.isArray(file.entries)) return file as LeftFile;
    return file.version === 1 ? ofToday(file as unknown as EarlierFile) : null;
  } catch {
    // No JSON, or not as we write it: said by who asked.
    return null;
  }
}

function ofToday({ instructorId, small, checkDrafts, typedRecords }: EarlierFile): LeftFile {
  const entries = [
    ...checkDrafts.map((check) => entryOfCheck(check)),
    ...typedRecords.map((typed) => entryOfRecord(typed)),
  ];
  return { format: FORMAT, version: 2, instructorId, small, entries };
}
