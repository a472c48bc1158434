import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import {
  type HandOutInput,
  type HandOutView,
  type LessonView,
  type PlaceView,
  type StudentView,
  type TakeHomeView,
} from '@lotrecht/records';
import { drillsFor, DRILLS, ORDER_DRILL, USUAL_DOSE } from '@lotrecht/paper';
import { loaded } from '../../data/loaded.ts';
import { SinceLast } from '../../practice/since-last.ts';
import { OwnDrillsStore } from '../../practice/own-drills.store.ts';
import { forkJoin, map, type Observable, of, switchMap } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { TakeHomeApi } from '../../api/take-home-api.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { dayText } from '../../words/dates.ts';
import { lessonSteps, workedOn } from '../../words/lesson-steps.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { saveFile } from '../../ui/save-file.ts';
import { Undo } from '../../ui/undo.ts';
import { type HandOutDraft, takeEarlierHandOut } from '../../data/earlier-drafts.ts';
import { HAND_OUT } from '../../data/kinds/hand-out.ts';
import { PLACE } from '../../data/kinds/place.ts';
import { RecordApi } from '../../data/record-api.ts';
import { stored } from '../../data/stored-record.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { NextDay } from './next-day.ts';
import { OwnEyes } from './own-eyes.ts';
import { PocketSheets } from './pocket-sheets.ts';
import { SendLink } from './send-link.ts';

/** What is fetched for it. */
interface GoesHome {
  readonly lesson: LessonView;
  readonly student: StudentView;
  readonly home: TakeHomeView;
  readonly place: PlaceView | null;
}

/** What a check sends home: the sight picture, one page, sheets for the pocket, and the link. */
@Component({
  selector: 'lo-hand-out',
  imports: [
    MatButton,
    MatCheckbox,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    NextDay,
    OwnEyes,
    PocketSheets,
    ProblemNote,
    RecordTrouble,
    RouterLink,
    SendLink,
    SinceLast,
  ],
  templateUrl: './hand-out.html',
  styleUrls: ['../../ui/plain-fields.scss', './hand-out.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOutOfCheck {
  readonly lessonId = input.required<string>();
  readonly checkId = input.required<string>();

  private readonly academy = inject(AcademyApi);
  private readonly api = inject(TakeHomeApi);
  private readonly records = inject(RecordApi);
  private readonly current = inject(CurrentWorkStore);
  private readonly undo = inject(Undo);

  /** The lesson of the check with whose it is, and what is kept of it for home. */
  protected readonly opened = loaded({
    of: () => `${this.lessonId()} ${this.checkId()}`,
    from: () => this.fetch(this.lessonId()).pipe(switchMap((home) => this.begin(home))),
  });
  protected readonly problem = this.opened.problem;
  protected readonly student = computed(() => this.opened.value()?.student ?? null);
  protected readonly lesson = computed(() => this.opened.value()?.lesson ?? null);
  protected readonly home = computed(() => this.opened.value()?.home ?? null);
  protected readonly marks = computed(() => this.opened.value()?.place?.marks ?? []);
  protected readonly check = computed(
    () => this.lesson()?.checks.find(({ id }) => id === this.checkId()) ?? null,
  );
  protected readonly record = stored(HAND_OUT);
  protected readonly handOut = this.record.stored;

  protected changed(change: Partial<GoesHome>): void {
    this.opened.change((goesHome) => ({ ...goesHome, ...change }));
  }

  private readonly ownDrills = inject(OwnDrillsStore);
  protected readonly drills = this.ownDrills.all;
  protected readonly usualDose = USUAL_DOSE;
  protected readonly drillId = signal(DRILLS[0]?.id ?? '');
  protected readonly dose = signal('');
  protected readonly own = signal('');
  protected readonly junior = signal(false);
  protected readonly kept = computed(() => this.record.state() === 'kept');
  protected readonly busy = computed(() => ['saving', 'waiting'].includes(this.record.state()));
  protected readonly paper = signal<'a4' | 'letter'>('a4');
  protected readonly dayText = dayText;

  constructor() {
    inject(MethodStore).load();
    this.ownDrills.load().subscribe({ error: this.opened.failed });
    inject(SettingsStore).load().subscribe({ error: this.opened.failed });
  }

  private fetch(lessonId: string): Observable<GoesHome> {
    return this.academy.lesson(lessonId).pipe(
      switchMap((lesson) =>
        forkJoin({
          lesson: of(lesson),
          student: this.academy.student(lesson.studentId).pipe(map(({ student }) => student)),
          home: this.api.of(lesson.studentId),
          place: lesson.placeId === null ? of(null) : this.records.one<PlaceView>(PLACE, lesson.placeId),
        }),
      ),
    );
  }

  private show(handOut: HandOutView | null, student: StudentView, lesson: LessonView): void {
    this.junior.set(handOut?.junior ?? student.minor);
    if (handOut === null) this.suggestDrill(lesson);
    else this.fill(handOut);
  }

  /** Until another is chosen: the order’s where that is the one thing, else the first of the line that is worked on. */
  private suggestDrill(lesson: LessonView): void {
    const check = lesson.checks.find(({ id }) => id === this.checkId());
    if (check?.record?.routineFirst !== undefined) {
      this.drillId.set(ORDER_DRILL);
      return;
    }
    const line = workedOn(lesson);
    const [first] = line === null ? [] : drillsFor(line);
    if (first !== undefined) this.drillId.set(first.id);
  }

  /** What is sent is what is kept. */
  protected readonly keepFirst = (then: () => void): void => {
    if (this.handOut() !== null && this.record.state() !== 'on-this-device') then();
    else this.keep(() => then());
  };

  /** What was typed and not kept stands over what is kept, before there is a field to type into. */
  private async begin(goesHome: GoesHome): Promise<GoesHome> {
    const { lesson, student, home } = goesHome;
    const checkId = this.checkId();
    const handOut = home.handOuts.find((h) => h.checkId === checkId) ?? null;
    const isIt = (input: HandOutInput): boolean => input.checkId === checkId;
    const earlier =
      handOut === null
        ? await this.record.beginNew(crypto.randomUUID(), { isIt, studentId: student.id })
        : await this.record.begin(handOut.id, handOut, student.id);
    if (checkId !== this.checkId()) return goesHome;
    this.show(handOut, student, lesson);
    const typed = earlier?.input ?? takeEarlierHandOut(checkId);
    if (typed !== null) this.fill(typed);
    this.current.show({
      studentId: student.id,
      studentName: student.name,
      handedness: student.handedness,
      lessonId: lesson.id,
      heldOn: lesson.heldOn,
      steps: lessonSteps(lesson),
    });
    this.current.showStep('home');
    return goesHome;
  }

  protected fill({ drillId, dose, own, junior }: HandOutDraft): void {
    this.drillId.set(drillId);
    this.dose.set(dose);
    this.own.set(own);
    this.junior.set(junior);
  }

  /** @param then with what the server has kept */
  protected keep(then?: (kept: HandOutView) => void): void {
    if (!this.busy()) this.record.save(this.filled()).subscribe((kept) => then?.(kept));
  }

  /** What is printed is what is kept: first the one, then the other. */
  protected file(format: 'pdf' | 'svg'): void {
    this.keep(({ id }) =>
      this.api.handOutFile(id, format, this.paper()).subscribe({
        next: (blob) => saveFile(`lotrecht-hand-out.${format}`, blob.type, blob),
        error: this.opened.failed,
      }),
    );
  }

  protected remove(): void {
    const kept = this.handOut();
    if (kept === null) return;
    this.academy.remove('hand-outs', kept.id).subscribe({
      next: () => {
        this.record.forget();
        // The id of what was deleted stays its own.
        void this.record.begin(crypto.randomUUID(), null, kept.studentId);
        this.undo.offer(
          'Hand-out',
          'hand-outs',
          kept.id,
          () => void this.record.begin(kept.id, kept, kept.studentId),
        );
      },
      error: this.opened.failed,
    });
  }

  protected typed(): void {
    this.record.typed(this.filled());
  }

  private filled(): HandOutInput {
    return {
      revision: this.handOut()?.revision ?? 0,
      checkId: this.checkId(),
      drillId: this.drillId(),
      dose: this.dose(),
      own: this.own(),
      junior: this.junior(),
    };
  }
}
