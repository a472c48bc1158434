import { computed, inject, Injectable, signal } from '@angular/core';
import {
  ALL_PARALLEL,
  type CheckDocument,
  type CheckView,
  type Circumstances,
  composeCheck,
  composeTargetLine,
  type Equipment,
  type LessonView,
  readingsOf,
  type Rebase,
  solveReadable,
  type StudentView,
} from '@lotrecht/contract';
import { type CheckDraft } from '../../drafts/draft-store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { fieldErrorsOf } from './readings/field-errors.ts';
import { type FieldKey, FIELDS, fieldsFrom, parseFields, readingsFrom, type TypedFields } from './readings/fields.ts';
import { readUsual } from './readings/usual-readings.ts';

/** A first check is a blind baseline on the range, read by the instructor, until it is said otherwise. */
export const FIRST_CIRCUMSTANCES: Circumstances = {
  phase: 'baseline',
  help: 'blind',
  place: 'range',
  reader: 'instructor',
};

type Divisions = Pick<Equipment, 'tapeDivisionMm' | 'ruleDivisionMm'>;

/** A shipped method by id and version. */
export type MethodChoice = NonNullable<CheckDocument['method']>;

const DEFAULT_METHOD: MethodChoice = { id: ALL_PARALLEL.id, version: ALL_PARALLEL.profileVersion };

/** What a check holds while it is open: what is typed, under which circumstances, and what core makes of it. */
@Injectable()
export class CheckContent {
  private readonly settings = inject(SettingsStore);
  private readonly typedFields = signal<TypedFields>({});
  private readonly settledFields = signal<TypedFields>({});

  readonly student = signal<StudentView | null>(null);
  readonly lesson = signal<LessonView | null>(null);
  readonly club = signal<NonNullable<CheckDocument['club']>>({ group: 'mid-iron' });
  readonly target = signal<NonNullable<CheckDocument['target']>>({});
  readonly targetLine = signal<CheckDocument['targetLine']>({});
  /** Null for a stored check whose circumstances were not recorded: they are not made up afterwards. */
  readonly circumstances = signal<Circumstances | null>(FIRST_CIRCUMSTANCES);
  /** Divisions of tape and rule that the readings were made with, mm. */
  private readonly divisions = signal<Divisions | null>(null);
  readonly method = signal<MethodChoice>(DEFAULT_METHOD);
  /** What was found out about the target line afterwards; null while it stands as laid. */
  readonly rebase = signal<Rebase | null>(null);
  readonly typed = this.typedFields.asReadonly();

  readonly parsed = computed(() => parseFields(this.settledFields()));

  readonly document = computed(() => {
    const student = this.student();
    if (student === null) return undefined;
    const { tapeDivisionMm, ruleDivisionMm } = this.divisions() ?? this.settings.settings().equipment;
    return composeCheck({
      handedness: student.handedness,
      club: this.club(),
      target: this.target(),
      targetLine: this.targetLine(),
      method: this.method(),
      tapeDivisionMm,
      ruleDivisionMm,
      ...readingsFrom(this.parsed()),
    });
  });

  /** What the settled readings say; recomputed at every completed field. */
  readonly solution = computed(() => {
    const document = this.document();
    return document === undefined ? null : solveReadable(document, { rebase: this.rebase() ?? undefined });
  });

  /** What they said before the target line was found wrong; null while it stands as laid. */
  readonly asRead = computed(() => {
    const document = this.document();
    return document === undefined || this.rebase() === null ? null : solveReadable(document).result;
  });

  readonly fieldErrors = computed(() =>
    fieldErrorsOf(this.parsed(), this.document(), this.solution()?.refusals ?? []),
  );

  /** Every line that was begun is read, and every field of the quick check is filled. */
  readonly complete = computed(
    () =>
      this.fieldErrors().size === 0 && FIELDS.every(({ key }) => this.parsed().get(key)?.kind === 'value'),
  );

  /** A stored check keeps the divisions it was read with, whatever the tape is today; a new one takes today's. */
  readWith(stored: CheckDocument | undefined): void {
    const divisionOf = (line: 'toes' | 'face', usual: number): number => {
      const read = stored?.observations.find((o) => o.line === line && 'resolutionMm' in o);
      return read !== undefined && 'resolutionMm' in read ? (read.resolutionMm ?? usual) : usual;
    };
    const { tapeDivisionMm, ruleDivisionMm } = this.settings.settings().equipment;
    this.divisions.set(
      stored === undefined
        ? null
        : {
            tapeDivisionMm: divisionOf('toes', tapeDivisionMm),
            ruleDivisionMm: divisionOf('face', ruleDivisionMm),
          },
    );
  }

  /** What the hand typed, digit by digit. */
  type(key: FieldKey, text: string): void {
    this.typedFields.update((fields) => ({ ...fields, [key]: text }));
  }

  /** The field is complete: left, or paused at. */
  settle(key: FieldKey): void {
    const text = this.typedFields()[key] ?? '';
    if ((this.settledFields()[key] ?? '') === text) return;
    this.settledFields.update((fields) => ({ ...fields, [key]: text }));
  }

  settleAll(): void {
    this.settledFields.set(this.typedFields());
  }

  showDraft(draft: CheckDraft): void {
    this.show(draft.fields as TypedFields, draft.club, draft.target);
    this.targetLine.set(draft.targetLine ?? this.usualLine());
    this.circumstances.set(draft.circumstances === undefined ? FIRST_CIRCUMSTANCES : draft.circumstances);
    this.rebase.set(draft.rebase ?? null);
    this.method.set(draft.method ?? DEFAULT_METHOD);
  }

  showStored({ document, circumstances, rebase }: CheckView): void {
    this.show(
      fieldsFrom(readingsOf(document)),
      document.club ?? { group: 'mid-iron' },
      document.target ?? {},
    );
    this.targetLine.set(document.targetLine);
    this.readWith(document);
    this.circumstances.set(circumstances);
    this.rebase.set(rebase);
    this.method.set(document.method ?? DEFAULT_METHOD);
  }

  /** A new check: bases, club and target as the last time, circumstances as the last check of the lesson. */
  showUsual(): void {
    const usual = readUsual();
    this.show(usual.bases, usual.club, usual.target);
    this.targetLine.set(this.usualLine());
    this.circumstances.set(this.lesson()?.checks.at(-1)?.circumstances ?? FIRST_CIRCUMSTANCES);
    this.rebase.set(null);
    this.method.set(this.lesson()?.checks.at(-1)?.document.method ?? usual.method ?? DEFAULT_METHOD);
  }

  private usualLine(): CheckDocument['targetLine'] {
    return composeTargetLine(this.settings.targetLineAt(this.lesson()?.placeId ?? null)).targetLine;
  }

  private show(fields: TypedFields, club: CheckDraft['club'], target: CheckDraft['target']): void {
    this.typedFields.set(fields);
    this.settledFields.set(fields);
    this.club.set(club);
    this.target.set(target);
  }
}
