import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  type ElementRef,
  inject,
  Injector,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import {
  mdiAccountCircleOutline,
  mdiAccountMultipleOutline,
  mdiBookOpenPageVariantOutline,
  mdiClipboardTextOutline,
  mdiFlagVariantOutline,
  mdiHammer,
  mdiHomeCityOutline,
} from '@mdi/js';
import { filter, map, startWith } from 'rxjs';
import { type Mirror } from '../data/mirror.ts';
import { whenSignedOutElsewhere } from '../data/signed-out-elsewhere.ts';
import { type Sender } from '../data/sender.ts';
import { deviceFails } from '../device/on-device.ts';
import { CurrentWorkStore } from '../session/current-work.store.ts';
import { GuideStore } from '../session/guide.store.ts';
import { SessionStore } from '../session/session.store.ts';
import { SettingsStore } from '../settings/settings.store.ts';
import { dayText } from '../words/dates.ts';
import { Icon } from '../ui/icon.ts';
import { AutoLock } from '../session/auto-lock.ts';
import { KeyList } from './key-list.ts';
import { GuideBar } from './guide-bar.ts';
import { LessonStrip } from './lesson-strip.ts';
import { LockScreen } from './lock-screen.ts';
import { focusViews } from './view-focus.ts';

const OF_SOMEBODY = /^\/(students\/[0-9a-f-]{36}(\/progress)?|lessons\/[0-9a-f-]{36})(\/|\?|#|$)/;

/** One of the main places, as the way there is shown. */
interface MainPlace {
  readonly path: string;
  readonly label: string;
  readonly icon: string;
  readonly onWideOnly?: boolean;
}

@Component({
  selector: 'lo-shell',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Icon, KeyList, GuideBar, LessonStrip, LockScreen],
  templateUrl: './shell.html',
  styleUrl: './shell.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shell {
  protected readonly session = inject(SessionStore);
  /** Made with the shell: it watches as long as someone is signed in. */
  protected readonly autoLock = inject(AutoLock);
  private readonly currentWork = inject(CurrentWorkStore);
  protected readonly current = this.currentWork.work;
  protected readonly step = this.currentWork.at;
  protected readonly guide = inject(GuideStore);
  protected readonly dayText = dayText;
  protected readonly deviceFails = deviceFails;

  protected readonly places = computed((): readonly MainPlace[] => [
    { path: '/today', label: 'Today', icon: mdiClipboardTextOutline },
    { path: '/students', label: 'Students', icon: mdiAccountMultipleOutline },
    { path: '/station', label: 'Station', icon: mdiHammer },
    { path: '/places', label: 'Places', icon: mdiFlagVariantOutline },
    ...(this.session.isHead() ? [{ path: '/academy', label: 'Academy', icon: mdiHomeCityOutline }] : []),
    { path: '/account', label: 'Account', icon: mdiAccountCircleOutline },
    // On a phone the row is full: there the handbook is found under Account and from every finding.
    { path: '/handbook', label: 'Handbook', icon: mdiBookOpenPageVariantOutline, onWideOnly: true },
  ]);

  /**
   * Asked to be kept, and not got through. A check says so itself, and has no room for it above its pad. Fetched behind
   * the first page, which does not need it.
   */
  protected readonly waiting = computed(() => (this.atCheck() ? 0 : (this.sender()?.waiting() ?? 0)));
  private readonly sender = signal<Sender | null>(null);
  /** Places, methods and plans are of earlier: the server could not be asked. */
  protected readonly isBehind = computed(() => this.mirror()?.isBehind() ?? false);
  private readonly mirror = signal<Mirror | null>(null);
  private readonly injector = inject(Injector);

  private readonly main = viewChild<ElementRef<HTMLElement>>('main');
  private readonly router = inject(Router);
  private readonly url = toSignal(
    this.router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      map((e) => e.urlAfterRedirects),
      startWith(this.router.url),
    ),
    { requireSync: true },
  );

  /** A page that was opened behind the lock asks for its data only once the lock is open, and stays from then on. */
  protected readonly opened = linkedSignal<boolean, boolean>({
    source: () => !this.session.locked(),
    computation: (isOpen, before) => isOpen || (before?.value ?? false),
  });

  constructor() {
    const document = inject(DOCUMENT);
    focusViews(() => this.main()?.nativeElement ?? null);
    const settings = inject(SettingsStore);
    effect(() => {
      if (this.session.session() === null || this.session.locked()) return;
      // Every page tells places in the set unit. Without a connection metres stand in; pages that change it say so.
      untracked(() => settings.load().subscribe({ error: () => undefined }));
    });
    // Another tab has signed out: what is open here is theirs no more.
    inject(DestroyRef).onDestroy(whenSignedOutElsewhere(() => document.location.assign('/sign-in')));
    void import('../data/sender.ts').then((it) => this.sender.set(this.injector.get(it.Sender)));
    void import('../data/mirror.ts').then((it) => this.mirror.set(this.injector.get(it.Mirror)));
  }

  /** A page that says whose it is. */
  protected readonly isOfSomebody = computed(() => OF_SOMEBODY.test(this.url()));

  /** Check and recorder take the whole of a phone: the way back is in the header. */
  protected readonly atCheck = computed(() => /\/(checks\/|routine$)/.test(this.url()));
}
