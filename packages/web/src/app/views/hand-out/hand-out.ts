import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  type CheckView,
  type HandOutView,
  type PlaceView,
  type PrintRequest,
  type StudentView,
  type TakeHomeView,
  USUAL_OF_CLUB,
  USUAL_STATURE_M,
} from '@lotrecht/contract';
import { LIFTED_HEAD_M } from '@lotrecht/core';
import { DRILLS, sidedMetres, sightOfCheck, sightPicture, toSvg, USUAL_DOSE } from '@lotrecht/paper';
import { forkJoin, map, of, switchMap } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { PlaceApi } from '../../api/place-api.ts';
import { PrintApi } from '../../api/print-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { TakeHomeApi } from '../../api/take-home-api.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { dayText } from '../../ui/dates.ts';
import { typesText } from '../../ui/keys.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { saveFile } from '../../ui/save-file.ts';
import { Undo } from '../../ui/undo.ts';
import { SvgDrawing, themeColour } from '../../ui/svg-drawing.ts';
import { dropHandOutDraft, keepHandOutDraft, readHandOutDraft } from './hand-out-draft.ts';
import { cardOf, footprintsOf } from './sheets-of-check.ts';
import { SendLink } from './send-link.ts';

const FAR_MARK_M = 4;
const NEAREST_MARK_M = 1;

/** What is drawn for the student: the sight picture, one page to take home, and the link. */
@Component({
  selector: 'lo-hand-out',
  imports: [MatButton, ProblemNote, RouterLink, SendLink, SvgDrawing],
  templateUrl: './hand-out.html',
  styleUrls: ['../../ui/plain-fields.scss', './hand-out.scss'],
  host: { '(document:keydown)': 'down($event)', '(document:keyup)': 'up($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOutViewPage {
  readonly lessonId = input.required<string>();
  readonly checkId = input.required<string>();

  private readonly academy = inject(AcademyApi);
  private readonly api = inject(TakeHomeApi);
  private readonly print = inject(PrintApi);
  private readonly places = inject(PlaceApi);
  private readonly current = inject(CurrentWorkStore);
  private readonly methods = inject(MethodStore);
  private readonly session = inject(SessionStore);
  private readonly settings = inject(SettingsStore);
  private readonly undo = inject(Undo);

  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly student = signal<StudentView | null>(null);
  protected readonly check = signal<CheckView | null>(null);
  private readonly place = signal<PlaceView | null>(null);
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
  protected readonly paper = signal<'a4' | 'letter'>('a4');

  /** Held: as it should be. */
  protected readonly asItShouldBe = signal(false);
  protected readonly lifted = signal(false);
  protected readonly dayText = dayText;

  private readonly sight = computed(() => {
    const check = this.check();
    if (check === null) return null;
    const { statureMm = null } = this.student() ?? {};
    const method = this.methods.all().find((m) => m.id === check.document.method?.id);
    const markM = method?.markM ?? FAR_MARK_M;
    const target = this.place()?.marks.find((m) => m.name === check.document.target?.name);
    return sightOfCheck(check.document, check.result, {
      record: check.record,
      ground: {
        statureM: statureMm === null ? USUAL_STATURE_M : statureMm / 1000,
        markM: markM < NEAREST_MARK_M ? FAR_MARK_M : markM,
        rodM: (this.settings.settings().equipment.rodsMm[0] ?? 1220) / 1000,
        headLifted: this.lifted(),
        landmarks:
          target === undefined
            ? []
            : (this.place()?.marks ?? [])
                .filter((m) => m.id !== target.id)
                .map(({ name, distanceM, bearingDeg }) => ({
                  name,
                  distanceM,
                  bearingDeg: bearingDeg - target.bearingDeg,
                })),
      },
    });
  });

  protected readonly picture = computed(() => {
    const sight = this.sight();
    if (sight === null) return null;
    const wish = this.asItShouldBe() ? { ...sight, bodyTurnDeg: 0, liftedM: 0, feltDeg: null } : sight;
    const { sheet, numbers } = sightPicture(wish);
    const label = this.asItShouldBe() ? 'Sight picture as it should be' : 'Sight picture as it is';
    return {
      svg: toSvg(sheet, { colour: themeColour, fontFamily: 'Barlow, sans-serif', label }),
      sentences: [
        `The mark ${wish.markM} m ahead seems ${sidedMetres(numbers.markSeemsM)}, ${degrees(numbers.markSeemsDeg)}.`,
        `The body points ${sidedMetres(numbers.bodyPointsM)}, ${degrees(numbers.bodyPointsDeg)}.`,
        ...(numbers.feltM === null ? [] : [`Felt aimed ${sidedMetres(numbers.feltM)}.`]),
        `Eyes ${wish.eyesInsideM.toFixed(2)} m inside the line${wish.liftedM > 0 ? `, ${LIFTED_HEAD_M} m more with the head lifted` : ''}: ${this.student()?.statureMm === null ? 'usual, not measured' : 'from the stature, not read'}.`,
      ],
    };
  });

  constructor() {
    this.methods.load();
    this.settings.load().subscribe({ error: (error: unknown) => this.problem.set(toProblem(error)) });
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
          this.place.set(place);
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

  protected keep(then?: (kept: HandOutView) => void): void {
    const before = this.handOut();
    const id = before?.id ?? crypto.randomUUID();
    this.problem.set(null);
    this.api
      .saveHandOut(id, {
        revision: before?.revision ?? 0,
        checkId: this.checkId(),
        drillId: this.drillId(),
        dose: this.dose(),
        own: this.own(),
        junior: this.junior(),
      })
      .subscribe({
        next: (kept) => {
          this.handOut.set(kept);
          this.kept.set(true);
          dropHandOutDraft(this.checkId());
          then?.(kept);
        },
        error: (error: unknown) => this.problem.set(toProblem(error)),
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

  protected sheet(
    kind: 'footprints' | 'degree-card' | 'partner-card',
    format: 'pdf' | 'svg',
    stands: 'goal' | 'now' = 'goal',
  ): void {
    const request = this.requestFor(kind, format, stands);
    if (request === null) return;
    this.problem.set(null);
    this.print.print(request).subscribe({
      next: (blob) => saveFile(`lotrecht-${kind}.${format}`, blob.type, blob),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private requestFor(
    kind: 'footprints' | 'degree-card' | 'partner-card',
    format: 'pdf' | 'svg',
    stands: 'goal' | 'now',
  ): PrintRequest | null {
    const [check, student] = [this.check(), this.student()];
    if (check === null || student === null) return null;
    const paper = this.paper();
    const foot = this.session.academyName();
    const firstName = student.name.trim().split(/\s+/)[0] ?? student.name;
    const { handedness } = student;
    if (kind === 'partner-card') return { kind, format, paper, wish: { handedness, foot } };
    const method =
      this.methods.all().find((m) => m.id === check.document.method?.id) ?? this.methods.all()[0];
    if (method === undefined) return null;
    const usual = USUAL_OF_CLUB[check.document.club?.group ?? 'mid-iron'];
    if (kind === 'degree-card') {
      const rodsMm = this.settings.settings().equipment.rodsMm;
      return {
        kind,
        format,
        paper,
        wish: { ...cardOf(check.document, method, rodsMm), firstName, handedness, foot },
      };
    }
    return {
      kind,
      format,
      paper,
      wish: footprintsOf(check, { usual, stands, shoeMm: student.shoeMm }),
      words: {
        title: `Footprints of ${firstName}, ${stands === 'now' ? 'as they were' : 'as they should be'}`,
        ground: check.document.club?.name ?? 'usual stance',
        foot,
      },
    };
  }

  protected remove(): void {
    const kept = this.handOut();
    if (kept === null) return;
    this.academy.remove('hand-outs', kept.id).subscribe({
      next: () => {
        this.handOut.set(null);
        this.kept.set(false);
        this.undo.offer('Hand-out', 'hand-outs', kept.id, () => this.handOut.set(kept));
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected typed(): void {
    keepHandOutDraft(this.checkId(), {
      drillId: this.drillId(),
      dose: this.dose(),
      own: this.own(),
      junior: this.junior(),
    });
    this.kept.set(false);
  }

  protected down(event: KeyboardEvent): void {
    if (event.key === 'h' && !typesText(event)) this.asItShouldBe.set(true);
  }

  protected up(event: KeyboardEvent): void {
    if (event.key === 'h') this.asItShouldBe.set(false);
  }

  protected changedHome(home: TakeHomeView): void {
    this.home.set(home);
  }
}

function degrees(deg: number): string {
  return `${Math.abs(deg).toFixed(1)}°`;
}
