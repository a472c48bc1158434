import { inject, Injectable } from '@angular/core';
import { catchError, map, type Observable, throwError } from 'rxjs';
import { AcademyApi } from '../api/academy-api.ts';
import { toProblem } from '../api/problem.ts';
import { keepUsualPlace, usualPlace } from '../settings/usual-place.ts';

/** A lesson begun in one tap: at the place of the last one, unless that has gone meanwhile. */
@Injectable({ providedIn: 'root' })
export class LessonStart {
  private readonly api = inject(AcademyApi);

  /** @returns the new lesson's id once the server has it */
  start(studentId: string, heldOn: string): Observable<string> {
    const lessonId = crypto.randomUUID();
    const save = (placeId: string | null): Observable<string> =>
      this.api
        .saveLesson(lessonId, { revision: 0, studentId, heldOn, notes: '', placeId })
        .pipe(map(() => lessonId));
    const placeId = usualPlace();
    return save(placeId).pipe(
      catchError((error: unknown) => {
        if (placeId === null || toProblem(error).status !== 404) return throwError(() => error);
        keepUsualPlace(null);
        return save(null);
      }),
    );
  }
}
