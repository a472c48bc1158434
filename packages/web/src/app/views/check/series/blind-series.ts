import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import { type SeriesPlace } from '@lotrecht/judging';
import { checksHere } from '../../../data/checks-on-device.ts';
import { Sender } from '../../../data/sender.ts';
import { SessionStore } from '../../../session/session.store.ts';
import { markColour } from '../../../words/series.ts';
import { CheckGround } from '../check-ground.ts';
import { HeldSetUp } from '../held-set-up.ts';
import { CheckStore } from '../check.store.ts';
import { type DraftContent, firstOfSeries } from '../draft-content.ts';

/** A set-up of the series as its list shows it. */
export interface SetUp {
  readonly place: number;
  /** Null while it was not begun. */
  readonly checkId: string | null;
  readonly state: 'to do' | 'marked' | 'read';
  readonly colour: string;
}

/**
 * Several blind set-ups in a row: held one after the other, then read by the tape one after the other, and revealed
 * together. Each is a check of its own; what was begun lies on the device like any other check.
 */
@Injectable()
export class BlindSeries {
  private readonly ground = inject(CheckGround);
  private readonly held = inject(HeldSetUp);
  private readonly store = inject(CheckStore);
  private readonly sender = inject(Sender);
  private readonly session = inject(SessionStore);
  private readonly router = inject(Router);
  /** Set-ups that were begun and not kept, by their place. */
  private readonly begun = signal<ReadonlyMap<number, string>>(new Map());
  private checkId = '';

  /** The series that is under way; null outside of one, and once it was revealed. */
  readonly mine = computed((): SeriesPlace | null =>
    this.held.covered() ? (this.held.series() ?? null) : null,
  );

  readonly setUps = computed((): readonly SetUp[] => {
    const series = this.mine();
    if (series === null) return [];
    const kept = new Map(
      (this.ground.lesson()?.checks ?? []).flatMap(({ id, record }) =>
        record?.series?.id === series.id ? [[record.series.place, id] as const] : [],
      ),
    );
    const begun = this.begun();
    return Array.from({ length: series.of }, (_, index): SetUp => {
      const place = index + 1;
      const colour = markColour(place);
      const isHere = place === series.place;
      if (kept.has(place) || (isHere && this.store.stored() !== null))
        return { place, checkId: kept.get(place) ?? this.checkId, state: 'read', colour };
      const checkId = isHere ? this.checkId : (begun.get(place) ?? null);
      const isMarked = isHere ? this.held.run().hold > 0 : checkId !== null;
      return { place, checkId, state: isMarked ? 'marked' : 'to do', colour };
    });
  });

  /** Every other set-up of the series is read: with this one it is revealed. */
  readonly isLast = computed(() => {
    const series = this.mine();
    return (
      series === null || this.setUps().every(({ place, state }) => place === series.place || state === 'read')
    );
  });

  /** The set-up that is held next; null where all were. */
  readonly toHold = computed(() => {
    const series = this.mine();
    if (series === null) return null;
    return this.setUps().find(({ place, state }) => place !== series.place && state === 'to do') ?? null;
  });

  /** Before anything was held it is chosen how many set-ups there are. */
  readonly canChoose = computed(
    () =>
      this.held.covered() &&
      !this.ground.stored() &&
      this.held.run().hold === 0 &&
      (this.mine()?.place ?? 1) === 1 &&
      this.begun().size === 0,
  );

  /** What else lies on the device of this lesson. */
  async open(lessonId: string, checkId: string): Promise<void> {
    this.checkId = checkId;
    this.begun.set(new Map());
    const drafts = await checksHere(this.sender, lessonId);
    const id = this.held.series()?.id;
    const begun = drafts.flatMap((draft) => {
      const { series } = (draft.content as DraftContent).record;
      const isOther = draft.checkId !== checkId && series?.id === id;
      return series !== undefined && isOther ? [[series.place, draft.checkId] as const] : [];
    });
    this.begun.set(new Map(begun));
  }

  choose(of: number): void {
    this.held.chooseSeries(of === 1 ? undefined : firstOfSeries(of));
  }

  /** After a hold: the next set-up that is to be held. */
  holdNext(): void {
    const next = this.toHold();
    if (next === null) return;
    // This one is held: when it is opened again its marks are read.
    this.held.toTape();
    this.goTo(next);
  }

  /** After the last hold the tape comes out; it begins with the marks of the first set-up. */
  toTape(): void {
    const series = this.mine();
    this.held.toTape();
    const first = this.setUps().find(({ state }) => state === 'marked');
    if (series !== null && first !== undefined && first.place < series.place) this.goTo(first);
  }

  /** After one is read: the next whose marks are down, or that is still to be held. */
  readNext(): void {
    const others = this.setUps().filter(({ place }) => place !== this.mine()?.place);
    const next =
      others.find(({ state }) => state === 'marked') ?? others.find(({ state }) => state === 'to do');
    if (next !== undefined) this.goTo(next);
  }

  private goTo({ checkId, place }: SetUp): void {
    const series = this.mine();
    const lessonId = this.ground.lesson()?.id;
    if (series === null || lessonId === undefined) return;
    void this.router.navigate(['/lessons', lessonId, 'checks', checkId ?? crypto.randomUUID()], {
      queryParams: checkId === null ? { step: 'blind', series: series.id, place } : {},
    });
  }
}
