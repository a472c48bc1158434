import { inject, Injectable, signal } from '@angular/core';
import { SHIPPED_METHODS } from '@lotrecht/judging';
import { type ClubGroup, type MethodDocument, type MethodView } from '@lotrecht/records';
import { type Subscription } from 'rxjs';
import { METHOD } from '../data/kinds/method.ts';
import { Mirror } from '../data/mirror.ts';
import { type Judged, judgedByMethod } from './judged.ts';
import { SessionStore } from '../session/session.store.ts';

/** Methods that can judge: the shipped ones, and the academy's own. */
@Injectable({ providedIn: 'root' })
export class MethodStore {
  private readonly mirror = inject(Mirror);
  private following?: Subscription;
  private readonly session = inject(SessionStore);
  private readonly ownMethods = signal<readonly MethodView[]>([]);
  private loadedFor = '';

  readonly own = this.ownMethods.asReadonly();

  /** Every method, the shipped ones first. */
  all(): readonly MethodDocument[] {
    return [...SHIPPED_METHODS, ...this.ownMethods().map((m) => m.method)];
  }

  /**
   * What judges with other clubs: an own method may have limits of its own for them. One that is here in another version,
   * or not at all, stays as it was spelled out.
   */
  forClubs(judged: Judged, clubGroup: ClubGroup): Judged {
    const { ownMethod } = judged;
    const own = this.all().find((m) => m.id === ownMethod?.id && m.profileVersion === ownMethod.version);
    return own?.clubLimits === undefined ? judged : judgedByMethod(own, clubGroup);
  }

  /** Followed from then on, once per academy; shipped methods serve without. */
  load(): void {
    const academyId = this.session.session()?.academy.id ?? '';
    if (this.loadedFor === academyId && academyId !== '') return;
    this.following?.unsubscribe();
    this.loadedFor = academyId;
    this.following = this.mirror.list<MethodView>(METHOD).subscribe({
      next: (methods) => this.ownMethods.set(methods),
      // Without a connection a check is judged by the method it already names.
      error: () => {
        this.loadedFor = '';
        this.ownMethods.set([]);
      },
    });
  }

  /** One that was just kept. */
  take(saved: MethodView): void {
    this.ownMethods.update((all) => [...all.filter(({ id }) => id !== saved.id), saved]);
  }

  /** Asks the server again, as after a deletion was taken back. */
  reload(): void {
    this.loadedFor = '';
    this.load();
  }
}
