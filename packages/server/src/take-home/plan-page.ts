import { type Block, blocksOf, fadingOfPlan, type PlanFading } from '@lotrecht/judging';
import {
  type Drill,
  drillDrawing,
  drillOf,
  type DrillSizes,
  drillSizes,
  ownDrill,
  type DrillUnits,
  PAPER_COLOURS,
  toSvg,
} from '@lotrecht/paper';
import {
  type CheckView,
  type Kept,
  type PlanPage,
  type PlanPageBlock,
  type PracticePlanInput,
} from '@lotrecht/records';
import { BLOCK_WORDS, doseText, fadingSentence, ONE_THING_WORDS, STAGE_HELP } from '@lotrecht/words';
import { type Actor } from '../access/actor.ts';
import { type Queries } from '../database/database.ts';
import { ownDrills, practiceDone, practicePlans } from '../records/index.ts';
import { findSettings } from '../settings/settings-repository.ts';
import { listSelfReads } from './self-reads.ts';
import { type OpenStudentLink } from './student-link-repository.ts';

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' });

function dayText(day: string): string {
  return DAY.format(new Date(`${day}T00:00:00Z`));
}

type StoredPlan = Kept<PracticePlanInput>;

/** The plan that counts: the one that began last. */
export async function newestPlan(
  db: Queries,
  actor: Actor,
  studentId: string,
): Promise<StoredPlan | undefined> {
  return (await practicePlans.list(db, actor, studentId)).at(-1);
}

/** Where a student's plan stands. */
export async function fadingOfStored(
  db: Queries,
  actor: Actor,
  { studentId, startsOn, plan }: StoredPlan,
): Promise<PlanFading> {
  const rows = await listSelfReads(db, actor, { studentId, line: plan.line, since: startsOn });
  return fadingOfPlan({ startsOn, line: plan.line }, rows);
}

/** What a plan's page is made from. */
export interface PlanGround {
  readonly link: OpenStudentLink;
  /** The newest check: sizes and club are its. */
  readonly last: CheckView | undefined;
  readonly calendarPath: string | null;
}

/** A student's plan as their phone leads through it; null where none was made. */
export async function planPage(
  db: Queries,
  actor: Actor,
  { link, last, calendarPath }: PlanGround,
): Promise<PlanPage | null> {
  const stored = await newestPlan(db, actor, link.studentId);
  if (stored === undefined) return null;
  const { id, plan, note } = stored;
  const fading = await fadingOfStored(db, actor, stored);
  const done = await practiceDone.list(db, actor, link.studentId);
  const settings = await findSettings(db, actor);
  const drawn = {
    sizes: sizesOf(link, last),
    units: { length: settings.lengthUnit, distance: settings.distanceUnit },
  };
  const own = (await ownDrills.list(db, actor)).map(ownDrill);
  const [first] = plan.drills;
  const steps = fading.steps.map(({ to, why, read }) => ({ to, why, day: fading.days[read] ?? '' }));
  return {
    id,
    oneThing: ONE_THING_WORDS[plan.oneThing],
    note: note ?? '',
    line: plan.line,
    checkHow: drillOf(first?.id ?? '', own).check.how,
    stage: fading.stage,
    help: STAGE_HELP[fading.stage],
    why: fadingSentence({ stage: fading.stage, steps }, dayText),
    sessions: plan.sessions
      .toSorted((a, b) => a.on.localeCompare(b.on))
      .map(({ id: sessionId, on }) => ({
        id: sessionId,
        on,
        doneOn: done.find(({ practice }) => practice.session?.sessionId === sessionId)?.doneOn ?? null,
      })),
    blocks: blocksOf(plan, fading.stage).map((block) =>
      pageBlock(block, { ...drawn, own, stage: fading.stage, minor: link.minor === 1 }),
    ),
    calendarPath,
  };
}

function sizesOf({ handedness, statureMm }: OpenStudentLink, last: CheckView | undefined): DrillSizes {
  const toes = last?.document.observations.find(({ line, by }) => line === 'toes' && by === 'gaps');
  return drillSizes({
    handedness,
    statureMm,
    club: last?.document.club?.group ?? 'mid-iron',
    stanceM: toes?.by === 'gaps' ? toes.baseMm / 1000 : null,
  });
}

interface BlockGround {
  readonly own: readonly Drill[];
  readonly sizes: DrillSizes;
  readonly units: DrillUnits;
  readonly stage: PlanFading['stage'];
  readonly minor: boolean;
}

function pageBlock(block: Block, { own, sizes, units, stage, minor }: BlockGround): PlanPageBlock {
  const plain = { feel: '', cautions: [], drawing: null };
  switch (block.block) {
    case 'looks':
      return {
        ...plain,
        block: 'looks',
        title: BLOCK_WORDS.looks,
        reps: block.reps,
        dose: `${block.reps} times, without a ball.`,
        steps: ['Walk in from behind on your own side.', 'Look at the target once, and step away.'],
      };
    case 'performance':
      return {
        ...plain,
        block: 'performance',
        title: BLOCK_WORDS.performance,
        reps: block.reps,
        dose: `${block.reps} balls, the whole routine, nothing down.`,
        steps: ['A new target for every ball.', 'Walk in each time as if it counted.'],
        cautions: ['Nobody stands within the club and a rod’s length.'],
      };
    case 'eye':
      return {
        ...plain,
        block: 'eye',
        title: BLOCK_WORDS.eye,
        reps: 1,
        dose: 'Twenty pictures, about two minutes.',
        steps: ['Open “Train the eye” below, and come back.'],
      };
    case 'check':
      return {
        ...plain,
        block: 'check',
        title: BLOCK_WORDS.check,
        reps: 1,
        dose: 'Once, at the end.',
        steps: ['Stand as you would play, then read it below.'],
      };
    case 'drill': {
      const drill: Drill = drillOf(block.drillId, own);
      return {
        block: `drill:${drill.id}`,
        title: drill.name,
        reps: block.reps,
        dose: doseText(block, stage),
        steps: minor ? drill.junior : drill.steps,
        feel: drill.feel,
        cautions: drill.cautions,
        drawing: toSvg(drillDrawing(drill, sizes, units), {
          colour: (ink) => PAPER_COLOURS[ink],
          fontFamily: 'Barlow, sans-serif',
          label: drill.name,
        }),
      };
    }
  }
}
