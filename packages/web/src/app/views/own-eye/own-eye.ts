import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { RouterLink } from '@angular/router';
import { ENOUGH_OF_EACH, screenRecord, teeBesideScreen } from '@lotrecht/judging';
import { usualStand } from '@lotrecht/paper';
import { type PlaceView } from '@lotrecht/records';
import { screenSentence, teeSentence } from '@lotrecht/words';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { EYE_ON_SCREEN, type EyeOnScreen } from '../../data/kinds/eye-on-screen.ts';
import { PLACE } from '../../data/kinds/place.ts';
import { Mirror } from '../../data/mirror.ts';
import { RecordApi } from '../../data/record-api.ts';
import { EyeStore } from '../../settings/eye.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Why } from '../../ui/why.ts';
import { KeptPictures } from './kept-pictures.ts';

type Hand = 'right' | 'left';

/** The instructor’s own eye trained on pictures from behind; what it says stands apart from what it says on the tee. */
@Component({
  selector: 'lo-own-eye',
  imports: [KeptPictures, MatButtonToggle, MatButtonToggleGroup, ProblemNote, RouterLink, Why],
  template: `
    <div class="page">
      <h1>Train your own eye</h1>
      <p class="lo-soft">
        A student from behind, as rods on trestles: each line turned by an angle that is known.
        <lo-why [about]="['eye-trained']" />
      </p>
      @if (problem(); as p) {
        <lo-problem-note [problem]="p" (retry)="load()" />
      }
      @if (wish(); as w) {
        @if (!answering()) {
          <div class="choices">
            @if (grounds().length > 1) {
              <mat-button-toggle-group
                aria-label="At which place"
                hideSingleSelectionIndicator
                [value]="ground()?.id"
                (change)="placeId.set($event.value)"
              >
                @for (place of grounds(); track place.id) {
                  <mat-button-toggle [value]="place.id">{{ place.name }}</mat-button-toggle>
                }
              </mat-button-toggle-group>
            }
            <mat-button-toggle-group
              aria-label="The student’s hand"
              hideSingleSelectionIndicator
              [value]="hand()"
              (change)="hand.set($event.value)"
            >
              <mat-button-toggle value="right">Right-handed</mat-button-toggle>
              <mat-button-toggle value="left">Left-handed</mat-button-toggle>
            </mat-button-toggle-group>
          </div>
        }
        @if (trained()) {
          <p role="status">Kept for you alone.</p>
        }
        @for (id of [current()]; track id) {
          <lo-kept-pictures
            [id]="id"
            [wish]="w"
            [unit]="unit()"
            (answering)="answering.set($event)"
            (trained)="end($event)"
          />
        }
        <section aria-labelledby="screen-title">
          <h2 id="screen-title">On pictures and on the tee</h2>
          @for (sentence of told(); track sentence) {
            <p>{{ sentence }}</p>
          }
          <p class="lo-soft">Pictures never widen or narrow a reading. Nobody but you sees them.</p>
        </section>
      } @else if (grounds().length === 0 && fetched()) {
        <p>Note a place with a target first: pictures are aimed at it. <a routerLink="/places">Places</a></p>
      } @else if (problem() === null) {
        <p class="lo-soft">Fetching the places …</p>
      }
      <p><a routerLink="/account">To the account</a></p>
    </div>
  `,
  styles: `
    .page {
      max-width: 1000px;
      padding: 14px 16px 28px;
      display: grid;
      gap: 12px;
    }
    .choices {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
    h1,
    h2,
    p {
      margin: 0;
    }
    section {
      display: grid;
      gap: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnEyePage {
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly current = signal<string>(crypto.randomUUID());
  protected readonly answering = signal(false);
  protected readonly trained = signal(false);
  protected readonly fetched = signal(false);
  protected readonly placeId = signal<string | null>(null);
  protected readonly hand = signal<Hand>('right');
  private readonly places = signal<readonly PlaceView[]>([]);
  private readonly all = signal<readonly EyeOnScreen[]>([]);

  private readonly mirror = inject(Mirror);
  private readonly records = inject(RecordApi);
  private readonly eye = inject(EyeStore);
  private readonly destroyed = inject(DestroyRef);
  private readonly settings = inject(SettingsStore);
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);

  /** Where there is something to aim at. */
  protected readonly grounds = computed(() => this.places().filter(({ marks }) => marks.some(isTarget)));
  protected readonly ground = computed(
    () => this.grounds().find(({ id }) => id === this.placeId()) ?? this.grounds()[0] ?? null,
  );
  protected readonly wish = computed(() => {
    const marks = this.ground()?.marks ?? [];
    const target = marks.find(isTarget);
    if (target === undefined) return null;
    return usualStand({
      handedness: this.hand(),
      club: 'mid-iron',
      target,
      marks: [...marks],
      statureMm: null,
    });
  });

  protected readonly told = computed(() => {
    const record = screenRecord(this.all().map(({ pictures }) => pictures));
    if (record === null) return ['Too few pictures yet to say how your eye sees them.'];
    const at = { unit: this.unit(), carryM: this.wish()?.target.distanceM ?? USUAL_CARRY_M };
    const tee = this.eye.eye();
    if (tee === null) return [screenSentence(record, at)];
    const counts = { tee: tee.count, screen: record.count, enough: ENOUGH_OF_EACH };
    return [screenSentence(record, at), teeSentence(teeBesideScreen(record, tee), counts, at)];
  });

  constructor() {
    this.load();
  }

  protected load(): void {
    this.problem.set(null);
    const failed = (error: unknown): void => this.problem.set(toProblem(error));
    this.mirror
      .list<PlaceView>(PLACE)
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe({
        next: (places) => {
          this.places.set(places);
          this.fetched.set(true);
        },
        error: failed,
      });
    this.records
      .all<EyeOnScreen>(EYE_ON_SCREEN)
      .subscribe({ next: (all) => this.all.set(all), error: failed });
    this.eye.load();
  }

  /** It is asked to be kept: it stands here at once, and goes out from the device. */
  protected end(done: EyeOnScreen): void {
    this.all.update((all) => [...all, done]);
    this.trained.set(true);
    this.current.set(crypto.randomUUID());
  }
}

const USUAL_CARRY_M = 150;

function isTarget({ kind }: PlaceView['marks'][number]): boolean {
  return kind === 'target';
}
