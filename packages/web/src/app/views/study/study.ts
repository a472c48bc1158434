import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { landmarkKey, landmarkStudy, rodAcrossMm } from '@lotrecht/judging';
import { LANDMARK_UNCERTAINTY, LINE_NAMES, millimetresFromMetres, ROD_M, SWAY_M } from '@lotrecht/core';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { NumberField } from '../../ui/number-field.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { LINE_TITLES, type LineKey } from '../../words/words.ts';
import { keepStudy, readStudy } from './study-draft.ts';

const ON_THE_GROUND: readonly LineKey[] = ['toes', 'heels', 'face'];
/** Of an instructor who has not said which rods they have. */
const USUAL_ROD_MM = millimetresFromMetres(ROD_M);

/** How repeatably an instructor finds the points of a line: read an unchanged set-up again and again. */
@Component({
  selector: 'lo-study',
  imports: [MatButton, MatFormField, MatLabel, MatOption, MatSelect, NumberField, ProblemNote, RouterLink],
  templateUrl: './study.html',
  styleUrls: ['../../ui/plain-fields.scss', './study.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudyPage {
  private readonly store = inject(SettingsStore);
  private readonly draft = signal(readStudy());

  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly kept = signal('');
  protected readonly lead = signal<number | null>(null);
  protected readonly trail = signal<number | null>(null);
  protected readonly unit = computed(() => this.store.settings().lengthUnit);
  protected readonly lines = LINE_NAMES.map((line) => ({ line, title: LINE_TITLES[line] }));
  protected readonly line = computed(() => this.draft().line);
  protected readonly rod = computed(() => this.draft().rod);

  /** What is read, numbered as it was read. */
  protected readonly setups = computed(() =>
    this.draft().setups.map((readings, i) => ({
      name: `Set-up ${i + 1}`,
      isLast: i === this.draft().setups.length - 1,
      readings: readings.map((r, n) => ({
        name: `${n + 1}.`,
        text: `lead ${r.leadGapMm} mm, trail ${r.trailGapMm} mm`,
      })),
    })),
  );

  protected readonly study = computed(() => {
    const { line, rod, setups } = this.draft();
    const { tapeDivisionMm, ruleDivisionMm } = this.store.settings().equipment;
    return landmarkStudy(setups, {
      line,
      rodMm: rod ? this.rodMm() : null,
      resolutionMm: line === 'face' ? ruleDivisionMm : tapeDivisionMm,
      plumbMm: ON_THE_GROUND.includes(line) ? 0 : millimetresFromMetres(SWAY_M.calm),
    });
  });

  protected readonly found = computed(() => {
    const study = this.study();
    if (study === null) return 'Read one unchanged set-up at least twice.';
    const [low, high] = study.endSdIntervalMm;
    return `One end: ${study.endSdMm.toFixed(1)} mm (${low.toFixed(1)} to ${high.toFixed(1)}), of which ${study.landmarkMm.toFixed(1)} mm is ${this.rod() ? 'one contact of the rod' : 'finding the point'}; shipped ${study.shippedMm} mm.`;
  });

  /** Between the bobs at the rod’s ends; what the study says of a contact depends on it. */
  protected readonly rodMm = computed(() => rodAcrossMm(this.store.settings().equipment) ?? USUAL_ROD_MM);

  /** Every line with its value in use, own or shipped. */
  protected readonly inUse = computed(() => {
    const own = this.store.settings().landmarksMm ?? {};
    return LINE_NAMES.map((line) => ({
      line,
      title: LINE_TITLES[line],
      ways: (LANDMARK_UNCERTAINTY[line].contactM === null ? [false] : [false, true]).map((rod) => {
        const shipped = LANDMARK_UNCERTAINTY[line];
        const key = landmarkKey(line, rod);
        const ownMm = own[key];
        return {
          key,
          own: ownMm !== undefined,
          text: `${ownMm ?? millimetresFromMetres((rod ? shipped.contactM : shipped.bareM) ?? 0)} mm`,
        };
      }),
    }));
  });

  constructor() {
    this.store.load().subscribe({ error: (error: unknown) => this.problem.set(toProblem(error)) });
    effect(() => keepStudy(this.draft()));
  }

  /** Another line is another study. */
  protected choose(change: { readonly line?: LineKey; readonly rod?: boolean }): void {
    this.draft.update((draft) => ({ ...draft, ...change, setups: [[]] }));
  }

  protected add(): void {
    const [leadGapMm, trailGapMm] = [this.lead(), this.trail()];
    if (leadGapMm === null || trailGapMm === null) return;
    this.draft.update((draft) => ({
      ...draft,
      setups: [...draft.setups.slice(0, -1), [...(draft.setups.at(-1) ?? []), { leadGapMm, trailGapMm }]],
    }));
    this.lead.set(null);
    this.trail.set(null);
  }

  protected another(): void {
    this.draft.update((draft) => ({ ...draft, setups: [...draft.setups, []] }));
  }

  protected takeBack(): void {
    this.draft.update(({ setups, ...draft }) => {
      const last = setups.at(-1) ?? [];
      const before = setups.slice(0, -1);
      if (last.length > 0) return { ...draft, setups: [...before, last.slice(0, -1)] };
      return { ...draft, setups: before.length === 0 ? [[]] : before };
    });
  }

  protected use(): void {
    const study = this.study();
    if (study === null || study.stillWanted > 0) return;
    const key = landmarkKey(this.line(), this.rod());
    this.keep({ ...this.store.settings().landmarksMm, [key]: Number(study.landmarkMm.toFixed(1)) });
  }

  protected useShipped(key: string): void {
    const { [key]: _own, ...others } = this.store.settings().landmarksMm ?? {};
    this.keep(others);
  }

  private keep(landmarksMm: Record<string, number>): void {
    this.problem.set(null);
    this.store.keep({ landmarksMm }).subscribe({
      next: () => this.kept.set('Kept: the next checks are read with it, those before stay as they are.'),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
