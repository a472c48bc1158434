import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { type LessonView, type UsualMissInput } from '@lotrecht/records';
import { missText } from '@lotrecht/words';
import { switchMap } from 'rxjs';
import { loaded } from '../../data/loaded.ts';
import { USUAL_MISS, type UsualMiss as Kept } from '../../data/kinds/usual-miss.ts';
import { RecordApi } from '../../data/record-api.ts';
import { stored } from '../../data/stored-record.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { dayText } from '../../words/dates.ts';
import { CLUB_GROUPS } from '../../words/words.ts';

type Miss = UsualMissInput['miss'];

/** The usual miss, asked when a lesson begins: where balls start, how they bend, with which clubs and where. */
@Component({
  selector: 'lo-usual-miss',
  imports: [
    MatButtonToggle,
    MatButtonToggleGroup,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    ProblemNote,
    RecordTrouble,
  ],
  template: `
    @if (said.problem(); as p) {
      <lo-problem-note [problem]="p" (retry)="said.again()" />
    }
    <lo-record-trouble [record]="record" (kept)="show($event)" (taken)="show($event)" />
    @if (ready()) {
      <div class="row">
        <span id="miss-start">They start</span>
        <mat-button-toggle-group
          aria-labelledby="miss-start"
          hideSingleSelectionIndicator
          [value]="miss().start ?? null"
          (change)="say({ start: $event.value })"
        >
          @for (side of starts; track side) {
            <mat-button-toggle [value]="side">{{ side === 'over' ? 'on line' : side }}</mat-button-toggle>
          }
        </mat-button-toggle-group>
        <span id="miss-bend">They bend</span>
        <mat-button-toggle-group
          aria-labelledby="miss-bend"
          hideSingleSelectionIndicator
          [value]="miss().bend ?? null"
          (change)="say({ bend: $event.value })"
        >
          @for (bend of bends; track bend) {
            <mat-button-toggle [value]="bend">{{ bend === 'none' ? 'not at all' : bend }}</mat-button-toggle>
          }
        </mat-button-toggle-group>
      </div>
      @if (miss().start || miss().bend) {
        <div class="row">
          <mat-form-field>
            <mat-label>With</mat-label>
            <mat-select [value]="miss().clubGroup ?? ''" (valueChange)="sayClubs($event)">
              <mat-option value="">any club</mat-option>
              @for (g of groups; track g[0]) {
                <mat-option [value]="g[0]">{{ g[1] }}</mat-option>
              }
            </mat-select>
          </mat-form-field>
          <mat-button-toggle-group
            aria-label="Where"
            hideSingleSelectionIndicator
            [value]="miss().where"
            (change)="say({ where: $event.value })"
          >
            <mat-button-toggle value="range">range</mat-button-toggle>
            <mat-button-toggle value="course">course</mat-button-toggle>
          </mat-button-toggle-group>
        </div>
      }
      @if (before(); as b) {
        <p class="lo-soft">{{ b }}</p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      align-content: start;
      gap: 8px;
      min-height: 48px;
      margin-bottom: 18px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UsualMiss {
  readonly lesson = input.required<LessonView>();

  protected readonly record = stored(USUAL_MISS);
  protected readonly miss = signal<Miss>({ where: 'course' });
  private readonly records = inject(RecordApi);
  private readonly lessonId = computed(() => this.lesson().id);
  /** Asked for again with another lesson, and not at everything that is kept of this one. */
  protected readonly said = loaded({
    of: this.lessonId,
    from: (lessonId) =>
      this.records
        .all<Kept>(USUAL_MISS, { student: this.lesson().studentId })
        .pipe(switchMap((all) => this.open(all, lessonId))),
  });
  /** It was asked what is kept: before, nothing is said over it. */
  protected readonly ready = computed(() => this.said.value() !== undefined);
  private readonly others = computed(() =>
    (this.said.value() ?? []).filter(
      ({ lessonId, saidOn }) => lessonId !== this.lessonId() && saidOn <= this.lesson().heldOn,
    ),
  );

  protected readonly starts = ['left', 'over', 'right'] as const;
  protected readonly bends = ['left', 'none', 'right'] as const;
  protected readonly groups = Object.entries(CLUB_GROUPS);
  /** What they said the last time. */
  protected readonly before = computed(() => {
    const last = this.others().at(-1);
    return last === undefined ? null : `${dayText(last.saidOn)}: ${missText(last.miss)}`;
  });

  protected show({ miss }: Kept): void {
    this.miss.set(miss);
  }

  protected say(part: Partial<Miss>): void {
    this.miss.update((miss) => ({ ...miss, ...part }));
    this.keep();
  }

  protected sayClubs(clubGroup: Miss['clubGroup'] | ''): void {
    this.miss.update(({ clubGroup: _before, ...miss }) => ({ ...miss, ...(clubGroup && { clubGroup }) }));
    this.keep();
  }

  private keep(): void {
    const { id: lessonId, studentId, heldOn: saidOn } = this.lesson();
    const revision = this.record.stored()?.revision ?? 0;
    this.record.save({ revision, studentId, lessonId, saidOn, miss: this.miss() }).subscribe();
  }

  /** What is kept of this lesson, with what was typed over it here. @returns all of the student’s */
  private async open(all: readonly Kept[], id: string): Promise<readonly Kept[]> {
    const own = all.find(({ lessonId }) => lessonId === id) ?? null;
    const { studentId } = this.lesson();
    const isIt = ({ lessonId }: UsualMissInput): boolean => lessonId === id;
    const typed =
      own === null
        ? await this.record.beginNew(crypto.randomUUID(), { isIt, studentId })
        : await this.record.begin(own.id, own, studentId);
    if (id !== this.lessonId()) return all;
    this.miss.set((typed?.input ?? own)?.miss ?? { where: 'course' });
    return all;
  }
}
