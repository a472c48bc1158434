import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import {
  type CheckView,
  type HandOutView,
  type PlaceMark,
  type StudentView,
  type TakeHomeView,
} from '@lotrecht/contract';
import { DRILLS, USUAL_DOSE } from '@lotrecht/paper';
import { forkJoin, map, of, switchMap } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { PlaceApi } from '../../api/place-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { TakeHomeApi } from '../../api/take-home-api.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { dayText } from '../../ui/dates.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { saveFile } from '../../ui/save-file.ts';
import { Undo } from '../../ui/undo.ts';
import { dropHandOutDraft, keepHandOutDraft, readHandOutDraft } from '../../drafts/hand-out-draft.ts';
import { OwnEyes } from './own-eyes.ts';
import { PocketSheets } from './pocket-sheets.ts';
import { SendLink } from './send-link.ts';

/** What a check sends home: the sight picture, one page, sheets for the pocket, and the link. */
@Component({
  selector: 'lo-hand-out',
  imports: [MatButton, MatCheckbox, OwnEyes, PocketSheets, ProblemNote, RouterLink, SendLink],
  templateUrl: './hand-out.html',
  styleUrls: ['../../ui/plain-fields.scss', './hand-out.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOutOfCheck {
  readonly lessonId = input.required<string>();
  readonly checkId = input.required<string>();

  private readonly academy = inject(AcademyApi);
  private readonly api = inject(TakeHomeApi);
  private readonly places = inject(PlaceApi);
  private readonly current = inject(CurrentWorkStore);
  private readonly undo = inject(Undo);
  /** Chosen once, so that a save that is sent again makes no second hand-out. */
  private newId = crypto.randomUUID();

  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly student = signal<StudentView | null>(null);
  protected readonly check = signal<CheckView | null>(null);
  protected readonly marks = signal<readonly PlaceMark[]>([]);
  protected readonly home = signal<TakeHomeView | null>(null);
  protected readonly handOut = signal<HandOutView | null>(null);
  protected readonly heldOn = signal('');

  protected readonly drills = DRILLS;
  protected readonly usualDose = USUAL_DOSE;
  protected readonly drillId = signal(DRILLS[0]?.id ?? '');
  protected readonly dose = signal('');
  protected readonly own = signal('');
  protected readonly junior = signal(false);
  protected readonly kept = signal(false);
  protected readonly busy = signal(false);
  protected readonly paper = signal<'a4' | 'letter'>('a4');
  protected readonly dayText = dayText;

  constructor() {
    inject(MethodStore).load();
    inject(SettingsStore)
      .load()
      .subscribe({ error: (error: unknown) => this.problem.set(toProblem(error)) });
    effect(() => {
      const [lessonId, checkId] = [this.lessonId(), this.checkId()];
      untracked(() => this.load(lessonId, checkId));
    });
  }

  protected load(lessonId: string, checkId: string): void {
    this.problem.set(null);
    this.academy
      .lesson(lessonId)
      .pipe(
        switchMap((lesson) =>
          forkJoin({
            lesson: of(lesson),
            student: this.academy.student(lesson.studentId).pipe(map(({ student }) => student)),
            home: this.api.of(lesson.studentId),
            place: lesson.placeId === null ? of(null) : this.places.place(lesson.placeId),
          }),
        ),
      )
      .subscribe({
        next: ({ lesson, student, home, place }) => {
          this.student.set(student);
          this.marks.set(place?.marks ?? []);
          this.home.set(home);
          this.heldOn.set(lesson.heldOn);
          this.check.set(lesson.checks.find((c) => c.id === checkId) ?? null);
          this.show(home.handOuts.find((h) => h.checkId === checkId) ?? null, student);
          this.current.show({
            studentId: student.id,
            studentName: student.name,
            handedness: student.handedness,
            lessonId,
            heldOn: lesson.heldOn,
          });
        },
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }

  private show(handOut: HandOutView | null, student: StudentView): void {
    this.handOut.set(handOut);
    // What was typed and not kept stands over what is kept.
    const typed = readHandOutDraft(this.checkId()) ?? handOut;
    this.junior.set(typed?.junior ?? student.minor);
    if (typed === null) return;
    this.drillId.set(typed.drillId);
    this.dose.set(typed.dose);
    this.own.set(typed.own);
  }

  /** @param then with what the server has kept */
  protected keep(then?: (kept: HandOutView) => void): void {
    if (this.busy()) return;
    const before = this.handOut();
    this.busy.set(true);
    this.problem.set(null);
    this.api
      .saveHandOut(before?.id ?? this.newId, {
        revision: before?.revision ?? 0,
        checkId: this.checkId(),
        ...this.filled(),
      })
      .subscribe({
        next: (kept) => {
          this.busy.set(false);
          this.handOut.set(kept);
          this.kept.set(true);
          dropHandOutDraft(this.checkId());
          then?.(kept);
        },
        error: (error: unknown) => {
          this.busy.set(false);
          this.problem.set(toProblem(error));
        },
      });
  }

  /** What is printed is what is kept: first the one, then the other. */
  protected file(format: 'pdf' | 'svg'): void {
    this.keep(({ id }) =>
      this.api.handOutFile(id, format, this.paper()).subscribe({
        next: (blob) => saveFile(`lotrecht-hand-out.${format}`, blob.type, blob),
        error: (error: unknown) => this.problem.set(toProblem(error)),
      }),
    );
  }

  protected remove(): void {
    const kept = this.handOut();
    if (kept === null) return;
    this.academy.remove('hand-outs', kept.id).subscribe({
      next: () => {
        this.handOut.set(null);
        this.kept.set(false);
        // The id of what was deleted stays its own.
        this.newId = crypto.randomUUID();
        this.undo.offer('Hand-out', 'hand-outs', kept.id, () => this.handOut.set(kept));
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected typed(): void {
    const studentId = this.student()?.id;
    keepHandOutDraft(this.checkId(), { ...this.filled(), ...(studentId !== undefined && { studentId }) });
    this.kept.set(false);
  }

  private filled() {
    return { drillId: this.drillId(), dose: this.dose(), own: this.own(), junior: this.junior() };
  }
}
