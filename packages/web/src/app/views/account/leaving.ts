import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { LeftHere, type LeftThing } from '../../data/left-here.ts';
import { SessionStore } from '../../session/session.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { saveFile } from '../../ui/save-file.ts';
import { clockText, dayText } from '../../words/dates.ts';

/** The way out: what is only on this device is sent, saved as a file or let go first, and nothing of it stays. */
@Component({
  selector: 'lo-leaving',
  imports: [MatButton, ProblemNote, RouterLink],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" [canRetry]="false" />
    }
    @if (left().length > 0) {
      <div class="left" role="group" aria-labelledby="left-title">
        <h3 #title id="left-title" tabindex="-1">
          {{ left().length === 1 ? 'One thing is' : left().length + ' things are' }} only on this device
        </h3>
        <ul>
          @for (thing of left(); track $index) {
            <li>
              @if (thing.opens; as address) {
                <a [routerLink]="address">{{ thing.what }}{{ whenTyped(thing) }}</a
                >: open it to keep it.
              } @else {
                {{ thing.what }}{{ whenTyped(thing) }}
              }
            </li>
          }
        </ul>
        <p>
          Others use this device: after the sign-out nothing stays on it.
          {{ sends() ? 'Send it, save it as a file, or let it go.' : 'Save it as a file, or let it go.' }}
        </p>
        <p role="status">{{ said() }}</p>
        <div class="actions">
          @if (sends()) {
            <button matButton="filled" type="button" [disabled]="busy()" (click)="send()">Send</button>
          }
          <button matButton="outlined" type="button" [disabled]="busy()" (click)="save()">
            Save as a file, and sign out
          </button>
          <button matButton="outlined" type="button" [disabled]="busy()" (click)="leave()">
            Let go, and sign out
          </button>
          <button matButton type="button" (click)="left.set([])">Stay</button>
        </div>
      </div>
    } @else {
      <p class="lo-soft">
        Nothing that you typed stays on this device: it asks first about what is not kept.
      </p>
      <div class="actions">
        <button matButton="outlined" type="button" [disabled]="busy()" (click)="ask(false)">
          Sign out here
        </button>
        <button matButton type="button" [disabled]="busy()" (click)="ask(true)">
          Sign out on every device
        </button>
        <button matButton type="button" (click)="file.click()">Bring back a saved file</button>
        <input
          #file
          hidden
          type="file"
          accept=".json,application/json"
          aria-label="A file of what was left on a device"
          (change)="bringBack(file)"
        />
      </div>
      <p role="status">{{ said() }}</p>
    }
  `,
  styles: `
    .left {
      display: grid;
      gap: 8px;
      padding: 12px;
      border-left: 5px solid var(--lo-now);
      background: var(--lo-board);
    }
    h3,
    p,
    ul {
      margin: 0;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Leaving {
  protected readonly left = signal<readonly LeftThing[]>([]);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly busy = signal(false);
  protected readonly said = signal('');
  private everywhere = false;

  private readonly title = viewChild<ElementRef<HTMLElement>>('title');
  private readonly injector = inject(Injector);
  private readonly here = inject(LeftHere);
  private readonly session = inject(SessionStore);
  private readonly router = inject(Router);

  protected sends(): boolean {
    return this.left().some(({ sends }) => sends);
  }

  protected whenTyped({ typedAt }: LeftThing): string {
    return typedAt === null ? '' : `, typed ${dayText(typedAt.slice(0, 10))} ${clockText(typedAt)}`;
  }

  protected async ask(everywhere: boolean): Promise<void> {
    this.everywhere = everywhere;
    this.said.set('');
    this.left.set(await this.here.things());
    if (this.left().length === 0) await this.leave();
    else afterNextRender(() => this.title()?.nativeElement.focus(), { injector: this.injector });
  }

  protected async send(): Promise<void> {
    this.busy.set(true);
    const before = this.left().length;
    this.left.set(await this.here.send());
    this.busy.set(false);
    if (this.left().length === 0) await this.leave();
    else {
      const sent = before - this.left().length;
      this.said.set(`${sent} of ${before} sent. What is left is not finished, or the network is away.`);
    }
  }

  protected async save(): Promise<void> {
    saveFile('lotrecht-left-here.json', 'application/json', await this.here.file());
    await this.leave();
  }

  protected async leave(): Promise<void> {
    const instructorId = this.session.session()?.instructor.id ?? '';
    this.busy.set(true);
    this.problem.set(null);
    try {
      await firstValueFrom(this.session.signOut(this.everywhere), { defaultValue: null });
      await this.router.navigate(['/sign-in']);
      // After the pages have gone: none of them writes any more.
      await this.here.letGo(instructorId);
    } catch (error) {
      this.problem.set(toProblem(error));
    } finally {
      this.busy.set(false);
    }
  }

  protected async bringBack(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    if (file === undefined) return;
    const back = await this.here.bringBack(await file.text());
    field.value = '';
    this.said.set(
      typeof back === 'string' ? back : `${back === 1 ? 'One thing is' : `${back} things are`} here again.`,
    );
  }
}
