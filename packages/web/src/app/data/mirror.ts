import { effect, inject, Injectable, signal } from '@angular/core';
import {
  catchError,
  concat,
  defer,
  distinctUntilChanged,
  EMPTY,
  filter,
  from,
  map,
  type Observable,
  of,
  startWith,
  switchMap,
  tap,
  throwError,
} from 'rxjs';
import { toProblem } from '../api/problem.ts';
import { fromDevice } from '../device/on-device.ts';
import { SessionStore } from '../session/session.store.ts';
import { ChangedElsewhere } from './changed-elsewhere.ts';
import { DeviceStore } from './device-store.ts';
import { isPassing } from './passing-trouble.ts';
import { RecordApi } from './record-api.ts';

/** A kind of the academy's own records in which nobody is named. */
export interface MirroredKind {
  readonly name: string;
  /** Under `/api/`. */
  readonly path: string;
}

/**
 * The academy's own records as this device saw them last: places, methods and plans are there at once, and without a
 * network. What names a person is not mirrored until the device is locked at rest.
 */
@Injectable({ providedIn: 'root' })
export class Mirror {
  /** What is shown may be of earlier: the server could not be asked. */
  readonly isBehind = signal(false);

  private readonly api = inject(RecordApi);
  private readonly store = inject(DeviceStore);
  private readonly session = inject(SessionStore);
  private readonly elsewhere = inject(ChangedElsewhere);
  private wasSignedIn = false;

  constructor() {
    effect(() => {
      const isSignedIn = this.session.session() !== null;
      // Who signs out takes it along.
      if (this.wasSignedIn && !isSignedIn) void fromDevice(this.store.clearMirror(), undefined);
      this.wasSignedIn = isSignedIn;
    });
  }

  /**
   * Every record of a kind: what the device has, what the server has, and again when someone else has changed one. It
   * goes on until it is left. Fails where neither the device nor the server says anything.
   */
  list<View>(kind: MirroredKind): Observable<readonly View[]> {
    return defer(() => from(this.held<View>(kind))).pipe(
      switchMap((held) => {
        const asked = this.elsewhere.kinds.pipe(
          filter((changed) => changed === null || changed.has(kind.name)),
          startWith(null),
          switchMap(() => this.ask<View>(kind, held !== undefined)),
        );
        return held === undefined ? asked : concat(of(held), asked);
      }),
      distinctUntilChanged((before, after) => JSON.stringify(before) === JSON.stringify(after)),
    );
  }

  /** One record: as the server has it, or as this device saw it last where the server cannot be asked. */
  one<View extends { readonly id: string }>(kind: MirroredKind, id: string): Observable<View> {
    return this.api.one<View>(kind, id).pipe(
      catchError((error: unknown) =>
        from(this.held<View>(kind)).pipe(
          map((held) => held?.find((record) => record.id === id)),
          switchMap((found) =>
            found !== undefined && isPassing(toProblem(error)) ? of(found) : throwError(() => error),
          ),
        ),
      ),
    );
  }

  private ask<View>(kind: MirroredKind, isHeld: boolean): Observable<readonly View[]> {
    return this.api.all<View>(kind).pipe(
      tap((records) => {
        this.isBehind.set(false);
        const { academyId } = this;
        if (academyId !== undefined)
          void fromDevice(this.store.mirror({ academyId, kind: kind.name, records }), undefined);
      }),
      catchError((error: unknown) => {
        if (!isHeld || !isPassing(toProblem(error))) return throwError(() => error);
        this.isBehind.set(true);
        return EMPTY;
      }),
    );
  }

  private async held<View>({ name }: MirroredKind): Promise<readonly View[] | undefined> {
    const { academyId } = this;
    if (academyId === undefined) return undefined;
    const held = fromDevice(this.store.mirrored(academyId, name), undefined);
    return (await held) as readonly View[] | undefined;
  }

  private get academyId(): string | undefined {
    return this.session.session()?.academy.id;
  }
}
