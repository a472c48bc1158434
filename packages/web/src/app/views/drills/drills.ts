import { BreakpointObserver } from '@angular/cdk/layout';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { type Moment, ONE_THINGS, type OneThing } from '@lotrecht/judging';
import { type Drill, drillOf, drillsFor, drillSizes } from '@lotrecht/paper';
import { ONE_THING_WORDS } from '@lotrecht/words';
import { map } from 'rxjs';
import { Caution } from '../../safety/caution.ts';
import { AcademyApi } from '../../api/academy-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { COURSE, type Course } from '../../data/kinds/course.ts';
import { type OwnDrill } from '../../data/kinds/own-drill.ts';
import { RecordApi } from '../../data/record-api.ts';
import { DrillCard } from '../../practice/drill-card.ts';
import { OwnDrillsStore } from '../../practice/own-drills.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Undo } from '../../ui/undo.ts';
import { Courses } from './courses.ts';
import { type DrillToChange, OwnDrillForm } from './own-drill-form.ts';

/** Everything that can be practised: drills by what they help with, the academy’s own, and courses. */
@Component({
  selector: 'lo-drills',
  imports: [
    Caution,
    Courses,
    DrillCard,
    MatButton,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    OwnDrillForm,
    ProblemNote,
  ],
  template: `
    <div class="lo-page">
      <h1>Drills and courses</h1>
      <lo-caution [moments]="cautions" />
      @if (problem(); as p) {
        <lo-problem-note [problem]="p" (retry)="load()" />
      }
      <section aria-labelledby="courses-title">
        <h2 id="courses-title">Courses</h2>
        <lo-courses [courses]="courses()" (changed)="load()" />
      </section>
      @if (changing(); as change) {
        <lo-own-drill-form [toChange]="change" (kept)="done()" (left)="changing.set(null)" />
      }
      <section aria-labelledby="drills-title">
        <h2 id="drills-title">Drills</h2>
        <mat-form-field>
          <mat-label>For</mat-label>
          <mat-select [value]="thing()" (valueChange)="thing.set($event)">
            <mat-option value="all">everything</mat-option>
            @for (one of things; track one) {
              <mat-option [value]="one">{{ words[one] }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        <div class="drills">
          @for (drill of shown(); track drill.id) {
            <lo-drill-card [drill]="drill" [sizes]="sizes" [why]="helpsText(drill)" [folded]="narrow()">
              @if (writtenAs(drill); as own) {
                <p class="row">
                  <button matButton="outlined" type="button" (click)="change(own)">Change</button>
                  <button matButton type="button" (click)="remove(own)">Delete</button>
                </p>
              } @else {
                <p class="row">
                  <button matButton="outlined" type="button" (click)="copy(drill)">Copy and change</button>
                </p>
              }
            </lo-drill-card>
          }
        </div>
      </section>
    </div>
  `,
  styles: `
    section {
      display: grid;
      gap: 8px;
      margin: 12px 0;
    }
    h2,
    p {
      margin: 0;
    }
    mat-form-field {
      max-width: 320px;
    }
    .drills {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
      gap: 12px;
    }
    .row {
      display: flex;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrillsPage {
  private readonly store = inject(OwnDrillsStore);
  private readonly records = inject(RecordApi);
  private readonly api = inject(AcademyApi);
  private readonly undo = inject(Undo);

  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly courses = signal<readonly Course[]>([]);
  protected readonly changing = signal<DrillToChange | null>(null);
  protected readonly thing = signal<OneThing | 'all'>('all');
  protected readonly things = ONE_THINGS;
  protected readonly cautions: readonly Moment[] = ['drills'];
  protected readonly words = ONE_THING_WORDS;
  /** Drawn for a usual adult. */
  protected readonly sizes = drillSizes({ handedness: 'right', club: 'mid-iron', statureMm: null });
  protected readonly shown = computed(() => {
    const thing = this.thing();
    return thing === 'all' ? this.store.all() : drillsFor(thing, this.store.own());
  });

  /** On a phone thirty drawings would be twenty screens. */
  protected readonly narrow = toSignal(
    inject(BreakpointObserver)
      .observe('(max-width: 40em)')
      .pipe(map(({ matches }) => matches)),
    { initialValue: false },
  );

  constructor() {
    this.load();
  }

  protected load(): void {
    this.problem.set(null);
    const error = (failed: unknown): void => this.problem.set(toProblem(failed));
    this.store.load().subscribe({ error });
    this.records.all<Course>(COURSE).subscribe({ next: (all) => this.courses.set(all), error });
  }

  protected helpsText({ helps }: Drill): string {
    return `For: ${helps.map((thing) => ONE_THING_WORDS[thing].toLowerCase()).join(', ')}.`;
  }

  protected writtenAs({ id }: Drill): OwnDrill | null {
    return this.store.written().find((own) => id === `own-${own.id}`) ?? null;
  }

  protected copy(base: Drill): void {
    this.begin({ id: crypto.randomUUID(), kept: null, base });
  }

  protected change(kept: OwnDrill): void {
    this.begin({ id: kept.id, kept, base: drillOf(kept.drill.basedOn) });
  }

  protected done(): void {
    this.changing.set(null);
    this.load();
  }

  protected remove({ id, name }: OwnDrill): void {
    this.api.remove('own-drills', id).subscribe({
      next: () => {
        this.load();
        this.undo.offer(name, 'own-drills', id, () => this.load());
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private begin(change: DrillToChange): void {
    this.changing.set(change);
    window.scrollTo({ top: 0 });
  }
}
