import { type SeriesPlace, timesOf } from '@lotrecht/judging';
import { type CheckView } from '@lotrecht/records';
import { groundOfNext } from '../../lesson/lesson-ground.ts';
import { readUsual } from '../../lesson/usual-readings.ts';
import { dropPlannedStation } from '../../settings/planned-station.ts';
import { type SettingsStore } from '../../settings/settings.store.ts';
import { type BegunStep, workedOn } from '../../words/lesson-steps.ts';
import { type LineKey } from '../../words/words.ts';
import { type CheckContent } from './check-content.ts';
import { contentOf, type DraftContent, usualContent } from './draft-content.ts';
import { linesOfPlan, spreadOverHolds } from './holds/plan.ts';
import { NOT_BEGUN } from './holds/run.ts';
import { isUnread } from './readings/entry.ts';

/** A new check: what the lesson goes on with, circumstances as its last one, the lines and ways of the last time. */
export function beginUsual(content: CheckContent, settings: SettingsStore, step?: BegunStep): void {
  const [usual, lesson] = [readUsual(), content.lesson()];
  const ground = groundOfNext(lesson, content.lastTimes());
  dropPlannedStation();
  content.show(
    usualContent({
      ground,
      series: usual.series,
      step,
      lesson,
      placeKind: content.placeKind(),
      unit: settings.settings().lengthUnit,
      targetLine: settings.targetLineAt(lesson?.placeId ?? null),
    }),
  );
  content.run.update((run) => ({ ...run, alone: usual.alone }));
  const [{ order }, footLine] = [content.rules(), content.footLine()];
  // Work is read by the one line that is worked on, and quickly.
  const lines: readonly LineKey[] =
    step === 'work'
      ? [workedOn(lesson) ?? footLine]
      : linesOfPlan(usual.plan, { order, footLine, own: usual.lines });
  content.begin(
    spreadOverHolds(
      lines.map((line) => content.plan.entryOf(line)),
      order,
      timesOf(content.tools()),
    ),
  );
}

/** The next set-up of a series: read as the one before it, its ball and marks fresh. */
export function beginNextOfSeries(content: CheckContent, before: DraftContent, series: SeriesPlace): void {
  const run = { ...NOT_BEGUN, pace: before.run.pace, alone: before.run.alone ?? false };
  content.show({ ...before, entries: [], record: { series }, run });
  content.begin(
    before.entries.map(({ id, line, by, rod, hold, look }) => ({
      ...content.plan.entryOf(line, { by, rod }),
      id,
      hold,
      look,
    })),
  );
}

/** What was typed here earlier. Bases that were read since are offered in what nobody has typed into yet. */
export function beginFromDraft(content: CheckContent, draft: DraftContent): void {
  content.show(draft);
  if ((draft.record.series?.place ?? 1) === 1) return;
  content.begin(
    draft.entries.map((entry) =>
      isUnread(entry, draft.unit)
        ? { ...content.plan.entryOf(entry.line, entry), id: entry.id, hold: entry.hold, look: entry.look }
        : entry,
    ),
  );
}

/** A check as it is stored, with what it was answered from. */
export function beginFromStored(content: CheckContent, check: CheckView): void {
  content.readdressSdDeg.set(check.document.readdressSdDeg);
  content.keptKnown.set(check.document);
  content.show(contentOf(check));
}
