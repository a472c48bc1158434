import { computed, inject, Injectable, signal } from '@angular/core';
import { type Drill, DRILLS, ownDrill } from '@lotrecht/paper';
import { tap, type Observable } from 'rxjs';
import { OWN_DRILL, type OwnDrill } from '../data/kinds/own-drill.ts';
import { RecordApi } from '../data/record-api.ts';

/** Drills to choose from: the academy’s own, and those that are shipped. */
@Injectable({ providedIn: 'root' })
export class OwnDrillsStore {
  private readonly records = inject(RecordApi);
  private readonly kept = signal<readonly OwnDrill[]>([]);

  /** As they were written. */
  readonly written = this.kept.asReadonly();
  readonly own = computed((): readonly Drill[] => this.kept().map(ownDrill));
  readonly all = computed((): readonly Drill[] => [...this.own(), ...DRILLS]);

  load(): Observable<readonly OwnDrill[]> {
    return this.records.all<OwnDrill>(OWN_DRILL).pipe(tap((all) => this.kept.set(all)));
  }
}
