import { isCold, toldChecks } from '@lotrecht/judging';
import { type LessonView } from '@lotrecht/records';
import { firstReadOf, type LineKey } from './words.ts';

/** The six steps of a lesson, in the order in which they are usually gone. */
const LESSON_STEPS = {
  line: 'Line',
  blind: 'Blind',
  finding: 'Finding',
  work: 'Work',
  balls: 'Balls',
  home: 'Home',
} as const;

export type LessonStep = keyof typeof LESSON_STEPS;

/** A step that a set-up is begun in. */
export type BegunStep = 'blind' | 'work' | 'balls';

/** A step as the strip shows it. */
export interface StepState {
  readonly step: LessonStep;
  readonly title: string;
  /** In a word or two. */
  readonly state: string;
  /** Where it is; null while there is nothing to go to. */
  readonly path: string | null;
}

/** Which step a set-up belongs to, by what is noted of it. */
export function stepOf(
  circumstances: LessonView['checks'][number]['circumstances'],
  covered: boolean,
): LessonStep {
  switch (circumstances?.phase) {
    case 'coached':
      return 'work';
    case 'after-balls':
      return 'balls';
    default:
      return covered ? 'blind' : 'finding';
  }
}

/** What each step of a lesson has come to, and where it is. */
export function lessonSteps({
  id,
  placeId,
  nextOn,
  checks,
}: Pick<LessonView, 'id' | 'placeId' | 'nextOn' | 'checks'>): readonly StepState[] {
  const at = `/lessons/${id}`;
  const count = (n: number): string => (n === 0 ? 'to do' : `${n} read`);
  const blind = checks.filter(({ circumstances }) => isCold(circumstances));
  const inPhase = (phase: string): number =>
    checks.filter(({ circumstances }) => circumstances?.phase === phase).length;
  const told = toldChecks(checks);
  const found = blind.findLast((check) => told.includes(check)) ?? told.at(-1);
  const newest = told.at(-1);
  const step = (name: LessonStep, state: string, path: string | null): StepState => ({
    step: name,
    title: LESSON_STEPS[name],
    state,
    path,
  });
  return [
    step('line', placeId === null ? 'to do' : 'noted', at),
    step('blind', told.length < checks.length ? 'covered' : count(blind.length), `${at}/begin/blind`),
    step('finding', found === undefined ? 'not yet' : 'ready', found ? `${at}/checks/${found.id}` : null),
    step('work', count(inPhase('coached')), `${at}/begin/work`),
    step('balls', count(inPhase('after-balls')), `${at}/balls`),
    step(
      'home',
      nextOn === null ? 'to do' : 'day set',
      newest ? `${at}/checks/${(found ?? newest).id}/hand-out` : null,
    ),
  ];
}

/**
 * The line that is worked on: the instructor's choice, or what came first in the newest cold set-up, whichever is newer.
 * A set-up that was coached reads one line and says nothing of the others, so that work stays where it is.
 */
export function workedOn(lesson: Pick<LessonView, 'checks'> | null): LineKey | null {
  const told = toldChecks(lesson?.checks ?? []).findLast(
    ({ record, circumstances }) => record?.priority !== undefined || isCold(circumstances),
  );
  return told === undefined ? null : (told.record?.priority ?? firstReadOf(told.result));
}
