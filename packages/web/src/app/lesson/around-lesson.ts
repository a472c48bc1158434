import { inject, Injectable } from '@angular/core';
import {
  type LessonView,
  type PlaceView,
  type StudentView,
  type BallView,
  type CheckDocument,
  type EarlierView,
  type LastTimeView,
  type PriorDocument,
  type StudentKnownView,
} from '@lotrecht/records';
import { catchError, map, type Observable, of } from 'rxjs';
import { AcademyApi } from '../api/academy-api.ts';
import { type Club, CLUB } from '../data/kinds/club.ts';
import { PLACE } from '../data/kinds/place.ts';
import { type UsualMiss } from '../data/kinds/usual-miss.ts';
import { Mirror } from '../data/mirror.ts';
import { RecordApi } from '../data/record-api.ts';

/** What is known of a student before a lesson. */
export interface KnownBefore {
  /** How differently they step in and stand from day to day, as it was learned; what is absent is as anyone’s. */
  readonly spreads: Pick<CheckDocument, 'readdressSdDeg' | 'daySdDeg'>;
  /** Cold checks before the lesson, oldest first. */
  readonly earlier: readonly EarlierView[];
  /** What the academy’s own students say of who comes; null: the shipped prior. */
  readonly prior: PriorDocument | null;
  /** What was set up the last time with each group of clubs, newest first. */
  readonly lastTimes: readonly LastTimeView[];
  /** Ball and stance of cold set-ups before the lesson, newest first. */
  readonly balls: readonly BallView[];
}

/** A lesson with everything that a check of it begins from. */
export interface LessonAtHand extends KnownBefore {
  readonly lesson: LessonView;
  readonly student: StudentView;
  readonly place: PlaceView | null;
  /** The student’s own clubs. */
  readonly bag: readonly Club[];
  /** What the student has said of where their balls go, up to this lesson; null: nothing. */
  readonly miss: UsualMiss['miss'] | null;
}

const NOTHING_KNOWN: KnownBefore = {
  spreads: {},
  earlier: [],
  prior: null,
  lastTimes: [],
  balls: [],
};

/** What stands around a lesson: its student and their past, their clubs, the place. */
@Injectable({ providedIn: 'root' })
export class AroundLesson {
  private readonly api = inject(AcademyApi);
  private readonly records = inject(RecordApi);
  private readonly mirror = inject(Mirror);

  of(lessonId: string): Observable<LessonAtHand> {
    return this.api
      .around(lessonId)
      .pipe(map(({ known, clubs, ...around }) => ({ ...around, bag: clubs, ...knownBefore(known) })));
  }

  /** What is known of the student before the lesson; without a connection, nothing. */
  before({ studentId, heldOn }: Pick<LessonView, 'studentId' | 'heldOn'>): Observable<KnownBefore> {
    return this.api.known(studentId, heldOn).pipe(
      map(knownBefore),
      catchError(() => of(NOTHING_KNOWN)),
    );
  }

  /** What is seen from there; without a place, or a connection, the target is typed. */
  place(placeId: string | null): Observable<PlaceView | null> {
    return placeId === null
      ? of(null)
      : this.mirror.one<PlaceView>(PLACE, placeId).pipe(catchError(() => of(null)));
  }

  /** The student’s own clubs; without a connection, the groups alone. */
  bag(student: string): Observable<readonly Club[]> {
    return this.records.all<Club>(CLUB, { student }).pipe(catchError(() => of([])));
  }
}

/** An answer that an older version kept on this device knows of no days. */
type KeptKnown = Omit<StudentKnownView, 'day'> & Partial<Pick<StudentKnownView, 'day'>>;

function knownBefore({ readdress, day, ...known }: KeptKnown): KnownBefore {
  return {
    ...known,
    spreads: {
      ...(readdress.learned && { readdressSdDeg: readdress.sdDeg }),
      ...(day?.learned === true && { daySdDeg: day.sdDeg }),
    },
  };
}
