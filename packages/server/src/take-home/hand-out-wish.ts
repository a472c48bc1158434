import { SHIPPED_METHODS } from '@lotrecht/judging';
import {
  type CheckView,
  type HandOutView,
  type InstructorSettings,
  type Kept,
  type MethodDocument,
  type OwnDrillInput,
  type PlaceView,
} from '@lotrecht/records';
import { firstNameOf } from '@lotrecht/words';
import { composeHandOut, drillOf, type HandOutWish, ownDrill, sightOfCheck } from '@lotrecht/paper';
import { type Queries } from '../database/database.ts';
import { type Actor } from '../access/actor.ts';
import { type LessonRow } from '../lessons/lesson-repository.ts';
import { findSettings } from '../settings/settings-repository.ts';
import { methods as ownMethods, ownDrills, places } from '../records/index.ts';

const DAY = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});

/** Everything a hand-out's words and pictures come from. */
export interface HandOutSource {
  readonly handOut: HandOutView;
  readonly check: CheckView;
  readonly lesson: LessonRow;
  readonly studentName: string;
  /** Null: a usual adult stands in. */
  readonly statureMm: number | null;
  readonly academyName: string;
}

/** What the hand-outs of an academy have in common: asked for once, however many there are. */
export interface HandOutGround {
  readonly methods: readonly MethodDocument[];
  readonly ownDrills: readonly Kept<OwnDrillInput>[];
  readonly places: readonly PlaceView[];
  readonly settings: InstructorSettings;
}

export async function findHandOutGround(db: Queries, actor: Actor): Promise<HandOutGround> {
  return {
    methods: [...SHIPPED_METHODS, ...(await ownMethods.list(db, actor)).map(({ method }) => method)],
    ownDrills: await ownDrills.list(db, actor),
    places: await places.list(db, actor),
    settings: await findSettings(db, actor),
  };
}

/** A hand-out with its words and pictures. */
export function handOutWish(source: HandOutSource, ground: HandOutGround): HandOutWish {
  const { handOut, check, lesson, studentName, statureMm, academyName } = source;
  const { methods, settings } = ground;
  const place = ground.places.find(({ id }) => id === lesson.placeId);
  return composeHandOut({
    firstName: firstNameOf(studentName),
    date: DAY.format(new Date(`${lesson.heldOn}T00:00:00Z`)),
    document: check.document,
    result: check.result,
    record: check.record,
    drill: drillOf(handOut.drillId, ground.ownDrills.map(ownDrill)),
    dose: handOut.dose,
    own: handOut.own,
    junior: handOut.junior,
    sight: sightOfCheck(check, { marks: place?.marks ?? [], statureMm, headLifted: false, methods }),
    foot: academyName,
    units: { length: settings.lengthUnit, distance: settings.distanceUnit },
  });
}
