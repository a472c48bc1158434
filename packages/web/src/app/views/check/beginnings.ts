import { type SeriesPlace, timesOf } from '@lotrecht/judging';
import { type CheckView } from '@lotrecht/records';
import { groundOfNext } from '../../lesson/lesson-ground.ts';
import { readUsual } from '../../lesson/usual-readings.ts';
import { dropPlannedStation } from '../../settings/planned-station.ts';
import { type SettingsStore } from '../../settings/settings.store.ts';
import { type BegunStep, workedOn } from '../../words/lesson-steps.ts';
import { type LineKey } from '../../words/words.ts';
import { type CheckDraft } from './check-draft.ts';
import { contentOf, type DraftContent, usualContent } from './draft-content.ts';
import { linesOfPlan, spreadOverHolds } from './holds/plan.ts';
import { NOT_BEGUN } from './holds/run.ts';
import { isUnread } from './readings/entry.ts';

/** A new check: what the lesson goes on with, circumstances as its last one, the lines and ways of the last time. */
export function beginUsual(check: CheckDraft, settings: SettingsStore, step?: BegunStep): void {
  const { ground, held, readings } = check;
  const [usual, lesson] = [readUsual(), ground.lesson()];
  // A station that was laid for this lesson says it, and is let go of then.
  const goesOn = groundOfNext(lesson, ground.lastTimes());
  dropPlannedStation();
  check.show(
    usualContent({
      ground: goesOn,
      series: usual.series,
      step,
      lesson,
      placeKind: ground.placeKind(),
      unit: settings.settings().lengthUnit,
      targetLine: settings.targetLineAt(lesson?.placeId ?? null),
    }),
  );
  held.beAlone(usual.alone);
  const [{ order }, footLine] = [ground.rules(), ground.footLine()];
  // Work is read by the one line that is worked on, and quickly.
  const lines: readonly LineKey[] =
    step === 'work'
      ? [workedOn(lesson) ?? footLine]
      : linesOfPlan(usual.plan, { order, footLine, own: usual.lines });
  readings.begin(
    spreadOverHolds(
      lines.map((line) => readings.plan.entryOf(line)),
      order,
      timesOf(held.tools()),
    ),
  );
}

/** The next set-up of a series: read as the one before it, its ball and marks fresh. */
export function beginNextOfSeries(check: CheckDraft, before: DraftContent, series: SeriesPlace): void {
  const { readings } = check;
  const run = { ...NOT_BEGUN, pace: before.run.pace, alone: before.run.alone ?? false };
  check.show({ ...before, entries: [], record: { series }, run });
  readings.begin(
    before.entries.map(({ id, line, by, rod, hold, look }) => ({
      ...readings.plan.entryOf(line, { by, rod }),
      id,
      hold,
      look,
    })),
  );
}

/** What was typed here earlier. Bases that were read since are offered in what nobody has typed into yet. */
export function beginFromDraft(check: CheckDraft, draft: DraftContent): void {
  const { readings } = check;
  check.show(draft);
  if ((draft.record.series?.place ?? 1) === 1) return;
  readings.begin(
    draft.entries.map((entry) =>
      isUnread(entry, draft.unit)
        ? { ...readings.plan.entryOf(entry.line, entry), id: entry.id, hold: entry.hold, look: entry.look }
        : entry,
    ),
  );
}

/** A check as it is stored, with what it was answered from. */
export function beginFromStored(check: CheckDraft, stored: CheckView): void {
  check.ground.keepKnown(stored.document);
  check.show(contentOf(stored));
}
