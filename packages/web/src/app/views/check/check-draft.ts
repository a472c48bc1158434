import { inject, Injectable } from '@angular/core';
import { type DraftContent } from './draft-content.ts';
import { CheckGround } from './check-ground.ts';
import { HeldSetUp } from './held-set-up.ts';
import { CheckReadings } from './check-readings.ts';

/** All that is typed of a check, as one: taken for the device, and shown again. */
@Injectable()
export class CheckDraft {
  readonly ground = inject(CheckGround);
  readonly held = inject(HeldSetUp);
  readonly readings = inject(CheckReadings);

  snapshot(): DraftContent {
    return {
      ...this.ground.snapshot(),
      entries: this.readings.entries(),
      record: this.held.record(),
      run: this.held.run(),
    };
  }

  show({ entries, record, run, ...ground }: DraftContent): void {
    this.readings.begin(entries);
    this.ground.show(ground);
    this.held.show({ record, run });
  }
}
