import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import { USUAL_STATURE_M } from '@lotrecht/judging';
import {
  type ClubGroup,
  type PlaceView,
  type PrintRequest,
  type StationPlan,
  type StationPlanView,
  type StudentView,
} from '@lotrecht/records';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { formatDistance, formatLength } from '@lotrecht/words';
import { RefusedInput, stationLayout } from '@lotrecht/core';
import { type PlanWords, stationOfMethod, stationPlan, toSvg } from '@lotrecht/paper';
import { AcademyApi } from '../../api/academy-api.ts';
import { PrintApi } from '../../api/print-api.ts';
import { toProblem } from '../../api/problem.ts';
import { STATION_PLAN } from '../../data/kinds/station-plan.ts';
import { Mirror } from '../../data/mirror.ts';
import { stored } from '../../data/stored-record.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { keepPlanDraft, keepPlannedStation, readPlanDraft } from '../../settings/planned-station.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { keepUsualPlace } from '../../settings/usual-place.ts';
import { NumberField } from '../../ui/number-field.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { saveFile } from '../../ui/save-file.ts';
import { SvgDrawing, themeColour } from '../../ui/svg-drawing.ts';
import { Undo } from '../../ui/undo.ts';
import { CLUB_GROUPS } from '../../words/words.ts';

const SHOE_M = 0.29;
const USUAL_LEAN_DEG = 10;
const SHEET_FONT_SHARE = 0.52;

const FIRST_PLAN: StationPlan = {
  methodId: 'all-parallel',
  clubGroup: 'mid-iron',
  handedness: 'right',
  targetName: '',
  targetDistanceM: 150,
  gateM: 2,
  slideAheadM: 0.4,
  rodM: 1.22,
  sightFromM: 2.5,
};

/** What to lay where, to scale: chosen, looked at, printed, kept for a place, and begun with. */
@Component({
  selector: 'lo-station-planner',
  imports: [
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    NumberField,
    RecordTrouble,
    SvgDrawing,
  ],
  templateUrl: './station-planner.html',
  styleUrls: ['../../ui/plain-fields.scss', './station-planner.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StationPlanner {
  readonly places = input.required<readonly PlaceView[]>();
  readonly placeId = input.required<string>();

  private readonly academy = inject(AcademyApi);
  private readonly printing = inject(PrintApi);
  private readonly methods = inject(MethodStore);
  private readonly router = inject(Router);
  private readonly session = inject(SessionStore);
  private readonly settings = inject(SettingsStore);
  private readonly undo = inject(Undo);

  protected readonly record = stored(STATION_PLAN);
  protected readonly problem = this.record.problem;
  protected readonly kept = signal('');
  protected readonly plans = signal<readonly StationPlanView[]>([]);
  protected readonly clubs = Object.entries(CLUB_GROUPS) as readonly (readonly [ClubGroup, string])[];
  protected readonly format = formatDistance;
  protected readonly round = Math.round;
  protected readonly usualLeanDeg = USUAL_LEAN_DEG;
  protected readonly lengthUnit = computed(() => this.settings.settings().lengthUnit);
  protected readonly distanceUnit = computed(() => this.settings.settings().distanceUnit);
  protected readonly paper = signal<'a4' | 'letter'>('a4');
  private readonly opened = signal<StationPlanView | null>(null);
  protected readonly name = linkedSignal(() => this.opened()?.name ?? '');
  protected readonly plan = linkedSignal<StationPlan>(
    () => this.opened()?.plan ?? readPlanDraft() ?? FIRST_PLAN,
  );
  protected readonly methodChoices = computed(() => this.methods.all().map(({ id, name }) => ({ id, name })));
  protected readonly targets = computed(() => {
    const place = this.places().find((p) => p.id === this.placeId());
    return place?.marks.filter((m) => m.kind === 'target') ?? [];
  });

  private readonly layout = computed(() => {
    const plan = this.plan();
    const method = this.methods.all().find((m) => m.id === plan.methodId) ?? this.methods.all()[0];
    if (method === undefined) return null;
    const { handedness, clubGroup, rodM, gateM, sightFromM, slideAheadM } = plan;
    const { line = 'rod', gateLeanDeg = USUAL_LEAN_DEG } = plan;
    const ground = { handedness, clubGroup, rodM, line, gateM, gateLeanDeg, sightFromM, slideAheadM };
    const statureM = plan.statureMm === undefined ? USUAL_STATURE_M : plan.statureMm / 1000;
    const shoeLengthM =
      plan.shoeMm === undefined ? (SHOE_M * statureM) / USUAL_STATURE_M : plan.shoeMm / 1000;
    const wish = stationOfMethod(method, { ...ground, statureM, shoeLengthM });
    try {
      return { method, wish, layout: stationLayout(wish) };
    } catch (error) {
      // A number that no station has was refused in its own field; the last drawing goes.
      if (error instanceof RefusedInput) return null;
      throw error;
    }
  });

  private readonly words = computed((): PlanWords => {
    const { clubGroup, handedness, targetName, targetDistanceM, statureMm } = this.plan();
    const name = this.layout()?.method.name ?? '';
    const target = [targetName, formatDistance(targetDistanceM, this.distanceUnit())]
      .filter(Boolean)
      .join(', ');
    return {
      title: this.name() === '' ? `Station: ${name}` : this.name(),
      ground: `${name}, ${CLUB_GROUPS[clubGroup].toLowerCase()}, ${handedness}-handed, to ${target}; ${this.lengthsOf(statureMm)}`,
      foot: this.session.academyName(),
    };
  });

  /** The student under way, where they were measured: their station is planned with a tap. */
  protected readonly measured = signal<StudentView | null>(null);

  private lengthsOf(statureMm: number | undefined): string {
    return statureMm === undefined
      ? 'usual lengths, not measured'
      : `for ${formatLength(statureMm, this.lengthUnit())} tall`;
  }

  protected readonly drawing = computed(() => {
    const laid = this.layout();
    if (laid === null) return '';
    const printing = {
      paper: this.paper(),
      measure: (text: string, sizeMm: number) => text.length * sizeMm * SHEET_FONT_SHARE,
    };
    const sheet = stationPlan(laid.layout, this.words(), printing);
    return toSvg(sheet, { colour: themeColour, fontFamily: 'Barlow, sans-serif', label: this.words().title });
  });

  constructor() {
    this.methods.load();
    effect(() => keepPlanDraft(this.plan()));
    const underWay = inject(CurrentWorkStore).work()?.studentId;
    if (underWay !== undefined) {
      this.academy.student(underWay).subscribe({
        next: ({ student }) => this.measured.set(student.statureMm === null ? null : student),
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
    }
    inject(Mirror)
      .list<StationPlanView>(STATION_PLAN)
      .pipe(takeUntilDestroyed())
      .subscribe({
        next: (plans) => this.plans.set(plans),
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }

  protected change(change: Partial<StationPlan>): void {
    this.plan.update((plan) => ({ ...plan, ...change }));
    this.kept.set('');
  }

  /** As the student under way was measured. */
  protected measuredAs({ statureMm, shoeMm, handedness }: StudentView): void {
    const { statureMm: _stature, shoeMm: _shoe, ...plan } = this.plan();
    this.plan.set({
      ...plan,
      handedness,
      ...(statureMm !== null && { statureMm }),
      ...(shoeMm !== null && { shoeMm }),
    });
    this.kept.set('');
  }

  /** Usual again. */
  protected usual(what: 'statureMm' | 'shoeMm'): void {
    const { [what]: _gone, ...plan } = this.plan();
    this.plan.set(plan);
    this.kept.set('');
  }

  protected aim(id: string): void {
    const target = this.targets().find((t) => t.id === id);
    if (target !== undefined) this.change({ targetName: target.name, targetDistanceM: target.distanceM });
  }

  protected openPlan(id: string): void {
    this.opened.set(this.plans().find((p) => p.id === id) ?? null);
    this.kept.set('');
  }

  protected keep(): void {
    const before = this.opened();
    this.kept.set('');
    const input = {
      revision: before?.revision ?? 0,
      name: this.name().trim(),
      placeId: this.placeId() === '' ? null : this.placeId(),
      plan: this.plan(),
    };
    void this.record
      .begin(before?.id ?? crypto.randomUUID(), before)
      .then(() => this.record.save(input).subscribe((saved) => this.keptAs(saved)));
  }

  protected keptAs(saved: StationPlanView): void {
    this.shown(saved);
    this.kept.set('Kept.');
  }

  protected shown(saved: StationPlanView): void {
    this.plans.update((all) => [...all.filter(({ id }) => id !== saved.id), saved]);
    this.opened.set(saved);
  }

  protected remove(): void {
    const plan = this.opened();
    if (plan === null) return;
    this.academy.remove('station-plans', plan.id).subscribe({
      next: () => {
        this.plans.update((all) => all.filter((p) => p.id !== plan.id));
        this.opened.set(null);
        this.undo.offer(plan.name, 'station-plans', plan.id, () => {
          this.plans.update((all) => [...all, plan]);
          this.opened.set(plan);
        });
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  protected readonly openedId = computed(() => this.opened()?.id ?? '');
  protected readonly aimedId = computed(
    () => this.targets().find(({ name }) => name === this.plan().targetName)?.id ?? '',
  );

  protected print(format: 'pdf' | 'svg'): void {
    const laid = this.layout();
    if (laid === null) return;
    const request: PrintRequest = {
      kind: 'station-plan',
      format,
      paper: this.paper(),
      wish: laid.wish,
      words: this.words(),
    };
    this.problem.set(null);
    this.printing.print(request).subscribe({
      next: (blob) => saveFile(`lotrecht-station.${format}`, blob.type, blob),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  /** The next check begins with this club, target and method, at this place. */
  protected begin(): void {
    const { clubGroup, targetName, targetDistanceM, methodId } = this.plan();
    keepPlannedStation({ clubGroup, targetName, targetDistanceM, methodId });
    if (this.placeId() !== '') keepUsualPlace(this.placeId());
    void this.router.navigate(['/today']);
  }
}
