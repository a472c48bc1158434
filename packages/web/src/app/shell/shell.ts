import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import {
  mdiAccountCircleOutline,
  mdiAccountMultipleOutline,
  mdiClipboardTextOutline,
  mdiHomeCityOutline,
} from '@mdi/js';
import { filter, map, startWith } from 'rxjs';
import { CurrentWorkStore } from '../session/current-work.store.ts';
import { SessionStore } from '../session/session.store.ts';
import { dayText } from '../ui/dates.ts';
import { Icon } from '../ui/icon.ts';
import { AutoLock } from '../session/auto-lock.ts';
import { KeyList } from './key-list.ts';
import { LockScreen } from './lock-screen.ts';

@Component({
  selector: 'lo-shell',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Icon, KeyList, LockScreen],
  templateUrl: './shell.html',
  styleUrl: './shell.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shell {
  protected readonly session = inject(SessionStore);
  /** Made with the shell: it watches as long as someone is signed in. */
  protected readonly autoLock = inject(AutoLock);
  protected readonly current = inject(CurrentWorkStore).work;
  protected readonly dayText = dayText;

  protected readonly places = computed(() => [
    { path: '/today', label: 'Today', icon: mdiClipboardTextOutline },
    { path: '/students', label: 'Students', icon: mdiAccountMultipleOutline },
    ...(this.session.isHead() ? [{ path: '/academy', label: 'Academy', icon: mdiHomeCityOutline }] : []),
    { path: '/account', label: 'Account', icon: mdiAccountCircleOutline },
  ]);

  private readonly router = inject(Router);
  private readonly url = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      map((e) => e.urlAfterRedirects),
      startWith(this.router.url),
    ),
    { requireSync: true },
  );

  /** The check takes the whole of a phone: the way back is in its own header. */
  protected readonly atCheck = computed(() => /\/checks\//.test(this.url()));
}
