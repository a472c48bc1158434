import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import { type Drill, drillOf, drillsFor } from '@lotrecht/paper';
import { type HandOutInput, type PlaceMark, type PlaceView, type StudentView } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { type Outcome } from '@lotrecht/sync';
import { asideText, leanOf, type LineKey } from '@lotrecht/words';
import { filter, forkJoin } from 'rxjs';
import { type Moment } from '@lotrecht/judging';
import { Caution } from '../../safety/caution.ts';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { PLACE } from '../../data/kinds/place.ts';
import { Mirror } from '../../data/mirror.ts';
import { Sender } from '../../data/sender.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { keepUsualPlace, usualPlace } from '../../settings/usual-place.ts';
import { LandmarkStrip } from '../../ui/landmark-strip.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { StudentField } from '../../ui/student-field.ts';
import { localDay } from '../../words/dates.ts';
import { LINE_TITLES } from '../../words/words.ts';
import {
  atTurn,
  checkOfTurn,
  type Clinic,
  keepClinic,
  MOST_STUDENTS,
  readClinic,
  sharesOf,
  type Turn,
  turnsOf,
  withTurn,
} from './clinic-state.ts';

const LINES: readonly LineKey[] = ['toes', 'shoulders', 'hips', 'knees', 'eyes', 'face'];
/** A look along a rod from behind, degrees. */
const SIGHTING_DEG = 0.5;

/** What is asked to be kept is called so. */
interface NewKey {
  readonly kind: string;
  readonly id: string;
  readonly once?: string;
}

/** A group on one station, in turn: one line each, read the quickest way; one thing, a drill and a card for each. */
@Component({
  selector: 'lo-clinic',
  imports: [
    Caution,
    LandmarkStrip,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    ProblemNote,
    RouterLink,
    StudentField,
  ],
  templateUrl: './clinic.html',
  styleUrl: './clinic.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClinicPage {
  protected readonly cautions: readonly Moment[] = ['clinic', 'touch'];
  private readonly api = inject(AcademyApi);
  private readonly sender = inject(Sender);
  /** This page: it hears of what it has asked. */
  private readonly by = crypto.randomUUID();
  private readonly mirror = inject(Mirror);
  private readonly destroyed = inject(DestroyRef);
  private readonly settings = inject(SettingsStore);
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);

  private readonly today = localDay(new Date());
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly most = MOST_STUDENTS;
  protected readonly lines = LINES;
  protected readonly titles = LINE_TITLES;
  protected readonly sightingDeg = SIGHTING_DEG;

  // Before it begins
  protected readonly places = signal<readonly PlaceView[]>([]);
  protected readonly placeId = signal(usualPlace());
  protected readonly line = signal<LineKey>('toes');
  protected readonly known = signal<readonly StudentView[]>([]);
  protected readonly chosen = signal<readonly StudentView[]>([]);
  /** Where there is something to aim at. */
  protected readonly grounds = computed(() =>
    this.places().filter(({ marks }) => marks.some(({ kind }) => kind === 'target')),
  );
  /** The usual place, else a range: a rod that points at a net says little. */
  protected readonly ground = computed(() => {
    const all = this.grounds();
    return (
      all.find(({ id }) => id === this.placeId()) ??
      all.find(({ kind }) => kind === 'range') ??
      all[0] ??
      null
    );
  });

  private readonly targetName = signal<string | null>(null);
  protected readonly aims = computed(() => targetsOf(this.ground()));
  /** The one that was chosen, else the one most nearly straight ahead. */
  protected readonly aim = computed(
    () => this.aims().find(({ name }) => name === this.targetName()) ?? this.aims()[0] ?? null,
  );

  // While it runs
  protected readonly clinic = signal<Clinic | null>(null);
  private readonly people = signal<ReadonlyMap<string, StudentView>>(new Map());
  protected readonly marks = computed((): readonly PlaceMark[] => this.ground()?.marks ?? []);
  protected readonly target = computed(() => {
    const name = this.clinic()?.target.name;
    return this.aims().find((mark) => mark.name === name) ?? null;
  });
  protected readonly at = computed(() => {
    const clinic = this.clinic();
    const n = clinic === null ? -1 : atTurn(clinic);
    const turn = clinic?.turns[n];
    const student = turn && this.people().get(turn.studentId);
    return turn === undefined || student === undefined ? null : { turn, student, n };
  });

  /** Who was read, and what it came to. */
  protected readonly read = computed(() => {
    const clinic = this.clinic();
    if (clinic === null) return [];
    return clinic.turns.flatMap((turn) => {
      const student = this.people().get(turn.studentId);
      const check = student && this.checkOf(clinic, turn, student);
      if (student === undefined || check === null || check === undefined) return [];
      const drills = drillsFor(clinic.line);
      const drill = turn.drillId === null ? drills[0] : drillOf(turn.drillId);
      const lean = leanOf(check.result, clinic.line);
      const told = { unit: this.unit(), carryM: clinic.target.distanceM };
      const aside = asideText(turn.fromTargetDeg ?? 0, told);
      return [
        {
          turn,
          student,
          result: check.result,
          drills,
          drill,
          steps: (student.minor ? drill?.junior : drill?.steps)?.join(' ') ?? '',
          says: `${LINE_TITLES[clinic.line]}: ${aside}. ${lean?.words ?? 'No limit in this method'}.`,
        },
      ];
    });
  });
  protected readonly shares = computed(() => {
    const clinic = this.clinic();
    return clinic === null
      ? []
      : sharesOf(
          this.read().map(({ result }) => result),
          clinic.line,
        );
  });
  protected readonly unsaved = computed(() => this.read().filter(({ turn }) => !turn.saved).length);
  /** Kept, and without a card. */
  protected readonly uncarded = computed(
    () => this.read().filter(({ turn }) => turn.saved && !turn.carded).length,
  );
  protected readonly allCarded = computed(() => this.read().every(({ turn }) => turn.carded));
  /** What is on its way, by its id. */
  private readonly asked = signal<ReadonlySet<string>>(new Set());
  /** Readings that were taken back: one that arrives all the same is taken away. */
  private readonly slips = new Set<string>();
  protected readonly keeping = computed(() => this.asked().size > 0);

  constructor() {
    const failed = (error: unknown): void => this.problem.set(toProblem(error));
    this.sender.outcomes
      .pipe(
        filter(({ by }) => by === this.by),
        takeUntilDestroyed(),
      )
      .subscribe((outcome) => this.hear(outcome));
    this.mirror
      .list<PlaceView>(PLACE)
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe({ next: (all) => this.places.set(all), error: failed });
    this.api.students().subscribe({ next: ({ students }) => this.known.set(students), error: failed });
    const begun = readClinic(this.today);
    if (begun !== null) this.goOn(begun);
  }

  protected name(student: StudentView | null): void {
    if (student === null) return;
    this.chosen.update((all) => {
      const without = all.filter(({ id }) => id !== student.id);
      if (without.length < all.length) return without;
      return all.length < MOST_STUDENTS ? [...all, student] : all;
    });
  }

  protected placeOf(student: StudentView): number {
    return this.chosen().findIndex(({ id }) => id === student.id) + 1;
  }

  protected aimAt(name: string): void {
    this.targetName.set(name);
  }

  protected begin(): void {
    const [ground, target, students] = [this.ground(), this.aim(), this.chosen()];
    if (ground === null || target === null || students.length === 0) return;
    keepUsualPlace(ground.id);
    this.people.set(new Map(students.map((student) => [student.id, student])));
    const { name, distanceM, bearingDeg } = target;
    this.keep({
      heldOn: this.today,
      placeId: ground.id,
      placeKind: ground.kind,
      target: { name, distanceM, bearingDeg },
      line: this.line(),
      turns: turnsOf(students),
    });
  }

  /** Read: kept on the device at once, on the server behind it; the next one steps in. */
  protected take({ pointed }: LandmarkStrip): void {
    const [at, target, bearing] = [this.at(), this.target(), pointed()];
    if (at === null || target === null || bearing === null) return;
    pointed.set(null);
    this.change(at.turn, { fromTargetDeg: Number((bearing - target.bearingDeg).toFixed(2)) });
    this.send();
  }

  /** A slip goes from the record too, also where it was still on its way. */
  protected again(turn: Turn): void {
    this.slips.add(turn.checkId);
    void this.sender.change({ kind: KIND.check.name, id: turn.checkId }, { is: 'forgotten' });
    if (turn.saved) this.takeAway(turn.checkId);
    this.change(turn, { fromTargetDeg: null, saved: false, checkId: crypto.randomUUID() });
  }

  private takeAway(checkId: string): void {
    this.api.remove('checks', checkId).subscribe({
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected choose(turn: Turn, drill: Drill): void {
    this.change(turn, { drillId: drill.id, carded: false });
  }

  /** What is not on the server yet: lesson and check of each, which goes out from the device. */
  protected send(): void {
    const clinic = this.clinic();
    if (clinic === null) return;
    const { heldOn, placeId } = clinic;
    for (const { turn, student } of this.read().filter((one) => !one.turn.saved)) {
      const check = this.checkOf(clinic, turn, student);
      if (check === null) continue;
      const { revision: _revision, ...said } = check.input;
      const lesson = { studentId: student.id, heldOn, notes: 'In a group.', placeId };
      this.ask(turn, { kind: KIND.lesson.name, id: turn.lessonId }, lesson);
      // Every try of one reading carries the same key.
      this.ask(turn, { kind: KIND.check.name, id: turn.checkId, once: turn.checkId }, said);
    }
    void this.sender.send();
  }

  /** A card for each: what goes home, in junior wording for those who are not of age. */
  protected keepCards(): void {
    for (const { turn, student, drill } of this.read().filter((one) => one.turn.saved && !one.turn.carded)) {
      const card: Omit<HandOutInput, 'revision'> = {
        checkId: turn.checkId,
        drillId: drill?.id ?? '',
        dose: '',
        own: '',
        junior: student.minor,
      };
      this.ask(turn, { kind: KIND['hand-out'].name, id: turn.handOutId }, card);
    }
    void this.sender.send();
  }

  protected over(): void {
    keepClinic(null);
    this.clinic.set(null);
    this.chosen.set([]);
  }

  /** An answer takes a while: of a reading that stands it is made once. */
  private readonly made = new Map<string, ReturnType<typeof checkOfTurn>>();

  private checkOf(clinic: Clinic, turn: Turn, student: StudentView): ReturnType<typeof checkOfTurn> {
    const key = `${turn.checkId} ${turn.fromTargetDeg}`;
    const made = this.made.get(key) ?? checkOfTurn(clinic, turn, student);
    this.made.set(key, made);
    return made;
  }

  private ask({ studentId, lessonId }: Turn, key: NewKey, said: object): void {
    this.problem.set(null);
    this.asked.update((all) => new Set([...all, key.id]));
    const { kind, id, ...once } = key;
    void this.sender.askNew({ kind, id }, said, { by: this.by, of: { studentId, lessonId }, ...once });
  }

  /** What came of it. One who cannot be kept, for want of a guardian’s consent, holds up nobody else. */
  private hear({ key: { kind, id }, answer, entry, view }: Outcome): void {
    this.asked.update((all) => new Set([...all].filter((one) => one !== id)));
    if (this.slips.has(id) && view !== null) this.takeAway(id);
    const turn = this.clinic()?.turns.find((one) => [one.lessonId, one.checkId, one.handOutId].includes(id));
    if (turn === undefined) return;
    if (entry?.trouble?.what === 'conflict') {
      // A lesson that somebody has written into meanwhile is there: that is all it was asked for.
      void this.sender.change({ kind, id }, { is: 'theirs-chosen' }).then(() => this.sender.send());
      return;
    }
    if (view !== null && kind === KIND.check.name) this.change(turn, { saved: true });
    if (view !== null && kind === KIND['hand-out'].name) this.change(turn, { carded: true });
    if (answer.is === 'kept' || answer.is === 'conflict') return;
    const { name } = this.people().get(turn.studentId) ?? { name: '' };
    const problem = answer.problem as ApiProblem;
    // Trouble on the way is nobody’s.
    this.problem.set(answer.is === 'refused' ? { ...problem, title: `${name}: ${problem.title}` } : problem);
  }

  private change({ studentId }: Turn, change: Partial<Turn>): void {
    const clinic = this.clinic();
    const turn = clinic?.turns.find((one) => one.studentId === studentId);
    if (clinic && turn) this.keep(withTurn(clinic, turn.checkId, change));
  }

  private keep(clinic: Clinic): void {
    this.clinic.set(clinic);
    keepClinic(clinic);
  }

  /** A page that is opened again: who they are is asked anew, since no name is kept here. */
  private goOn(clinic: Clinic): void {
    this.placeId.set(clinic.placeId);
    forkJoin(clinic.turns.map(({ studentId }) => this.api.student(studentId))).subscribe({
      next: (cards) => {
        this.people.set(new Map(cards.map(({ student }) => [student.id, student])));
        this.clinic.set(clinic);
        this.send();
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}

function targetsOf(place: PlaceView | null): readonly PlaceMark[] {
  return (place?.marks ?? [])
    .filter(({ kind }) => kind === 'target')
    .toSorted((a, b) => Math.abs(a.bearingDeg) - Math.abs(b.bearingDeg));
}
