import { Injectable } from '@angular/core';
import { Subject } from 'rxjs';

/** Says when something of a check was changed by hand: it goes to the device. */
@Injectable()
export class ByHand {
  private readonly changes = new Subject<void>();
  readonly changed = this.changes.asObservable();

  touch(): void {
    this.changes.next();
  }
}
