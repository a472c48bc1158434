import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type PracticeDoneInput, type SelfCheckInput, type StudentLinkPage } from '@lotrecht/records';
import { type Moment } from '@lotrecht/judging';
import { catchError, firstValueFrom, map, of } from 'rxjs';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { dayText } from '../../words/dates.ts';
import { walkInsText } from '../../words/practice-words.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { SvgDrawing } from '../../ui/svg-drawing.ts';
import { type Practised, Trainer } from '../../trainer/trainer.ts';
import { type Training } from '../../trainer/training.ts';
import { type Session } from '../../practice/session.ts';
import { SessionKeys } from '../../practice/session-keys.ts';
import { type EyeTraining } from '../../sight/eye-training.ts';
import { Caution } from '../../safety/caution.ts';
import { EyeAtHome } from './eye-at-home.ts';
import { openOffline } from './offline.ts';
import { forget, keep, keptToken, type Pending, readKept } from './kept-on-phone.ts';
import { sendFromPhone } from './send-from-phone.ts';
import { SelfCheckForm } from './self-check-form.ts';
import { emptySelfCheck, type TypedSelfCheck } from './typed-self-check.ts';
import { Wire } from '../../api/wire.ts';

/** A student's own page: hand-outs, and a way to send what was read at home. Works on a phone without a network. */
@Component({
  selector: 'lo-take-home',
  imports: [Caution, EyeAtHome, MatButton, ProblemNote, SelfCheckForm, SessionKeys, SvgDrawing, Trainer],
  templateUrl: './take-home.html',
  styleUrls: ['../../ui/plain-fields.scss', './take-home.scss'],
  host: { '(window:online)': 'sendWaiting()', '(window:hashchange)': 'open()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TakeHomePage {
  private readonly wire = inject(Wire);
  private token = '';
  private sending = false;

  protected readonly page = signal<StudentLinkPage | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly waiting = signal<readonly Pending[]>([]);
  protected readonly said = signal('');
  protected readonly cautions: readonly Moment[] = ['walk-in'];
  protected readonly dayText = dayText;

  /** What stands in the fields of the self-check; kept on this phone until it is sent. */
  protected readonly typed = signal(emptySelfCheck(null));
  protected readonly asItShouldBe = signal(false);
  /** Walk-ins that are being trained; kept on this phone at every step. */
  protected readonly training = signal<Training | null>(null);
  protected readonly trains = signal(false);
  /** Pictures that are being answered; kept on this phone at every answer. */
  protected readonly eyeTraining = signal<EyeTraining | null>(null);
  protected readonly eyeTrains = signal(false);
  protected readonly eyeTrained = signal('');
  /** A session of the plan; kept on this phone at every key. */
  protected readonly session = signal<Session | null>(null);
  protected readonly sessionDone = signal('');
  /** What was trained just now. */
  protected readonly trained = signal('');
  private readonly self = viewChild<ElementRef<HTMLElement>>('self');

  protected readonly handOuts = computed(() => this.page()?.handOuts ?? []);
  protected readonly until = computed(() => {
    const page = this.page();
    return page === null ? '' : dayText(page.expiresAt.slice(0, 10));
  });

  constructor() {
    const retry = setInterval(() => void this.sendWaiting(), 15_000);
    const manifest = this.installable();
    inject(DestroyRef).onDestroy(() => {
      clearInterval(retry);
      manifest.remove();
    });
    this.open();
  }

  /** Only this page is put on a phone’s first screen by itself: the application of the tee is another one. */
  private installable(): HTMLLinkElement {
    const link = inject(DOCUMENT).createElement('link');
    link.rel = 'manifest';
    link.href = '/h.webmanifest';
    inject(DOCUMENT).head.append(link);
    return link;
  }

  /** The secret stands behind the #: it never leaves the phone but in a header. */
  protected open(): void {
    this.token = location.hash.slice(1) || keptToken();
    const { page, pending, typed, training, eyeTraining, session } = readKept(this.token);
    this.session.set(session);
    this.eyeTraining.set(eyeTraining);
    this.eyeTrains.set(eyeTraining !== null);
    this.training.set(training);
    this.trains.set(training !== null);
    this.page.set(page);
    this.typed.set(typed ?? emptySelfCheck(page?.baseMm ?? null));
    this.waiting.set(pending);
    this.problem.set(null);
    this.wire.ask('GET /api/take-home', { headers: this.headers() }).subscribe({
      next: (fresh) => {
        this.page.set(withPending(fresh, this.waiting()));
        this.typed.update((typed) => ({ ...typed, base: typed.base ?? fresh.baseMm }));
        this.keep();
        void openOffline();
        void this.sendWaiting();
      },
      error: (error: unknown) => {
        const problem = toProblem(error);
        // Without a network the page stands as it was last seen; a link that opens nothing leaves nothing.
        if (problem.code === 'link-over') {
          forget();
          this.page.set(null);
          this.waiting.set([]);
        }
        if (this.page() === null) this.problem.set(problem);
        else
          this.said.set(
            'No connection: this is as it was last seen. What you send is kept and goes out later.',
          );
      },
    });
  }

  protected keepTyped(typed: TypedSelfCheck): void {
    this.typed.set(typed);
    this.keep();
  }

  protected send(input: SelfCheckInput): void {
    this.typed.update(({ base, way }) => ({ ...emptySelfCheck(base), way }));
    this.sendLater({ id: crypto.randomUUID(), to: 'self-checks', input });
  }

  /** At every step: a phone that is put away in the middle goes on there. */
  protected keepTraining(training: Training | null): void {
    this.training.set(training);
    this.keep();
  }

  protected keepPractised({ done, then }: Practised): void {
    this.training.set(null);
    this.trains.set(false);
    this.trained.set(`${walkInsText(done.practice)}: kept.`);
    this.sendLater({ id: crypto.randomUUID(), to: 'practice', input: done });
    if (then === 'self-check') this.self()?.nativeElement.scrollIntoView();
  }

  protected keepEye(training: EyeTraining | null): void {
    this.eyeTraining.set(training);
    this.keep();
  }

  protected keepEyeDone(done: Omit<PracticeDoneInput, 'studentId' | 'revision'>): void {
    this.eyeTraining.set(null);
    this.eyeTrains.set(false);
    this.eyeTrained.set(`${walkInsText(done.practice)}: kept.`);
    this.sendLater({ id: crypto.randomUUID(), to: 'practice', input: done });
  }

  protected keepSession(session: Session | null): void {
    this.session.set(session);
    this.keep();
  }

  /** It stands as done at once: without a network the page learns nothing from the server. */
  protected keepSessionDone(done: Omit<PracticeDoneInput, 'studentId' | 'revision'>): void {
    this.session.set(null);
    this.sessionDone.set('Kept. Your instructor sees it before the next lesson.');
    this.sendLater({ id: crypto.randomUUID(), to: 'practice', input: done });
    this.page.update((page) => page && withPending(page, this.waiting()));
    this.keep();
  }

  private sendLater(pending: Pending): void {
    this.waiting.update((all) => [...all, pending]);
    this.keep();
    this.said.set('Kept on this phone; it goes out as soon as there is a connection.');
    void this.sendWaiting();
  }

  /** Nothing is lost between two tries. */
  protected async sendWaiting(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    const [token, headers] = [this.token, this.headers()];
    try {
      await sendFromPhone({
        // Another link has been opened meanwhile: what that one has goes by its own.
        pending: () => (token === this.token ? this.waiting() : []),
        drop: (id) => {
          this.waiting.update((pending) => pending.filter((p) => p.id !== id));
          this.keep();
        },
        send: ({ id, to, input }) =>
          firstValueFrom(
            this.wire.ask(`PUT /api/take-home/${to}/:id` as const, { at: { id }, body: input, headers }).pipe(
              map(() => null),
              catchError((error: unknown) => of(toProblem(error))),
            ),
          ),
        told: (problem) => this.tell(problem),
      });
    } finally {
      this.sending = false;
    }
  }

  /** A reading that cannot be is given back; anything else waits for the next try. */
  private tell(problem: ApiProblem | null): void {
    if (problem === null) this.said.set('Sent.');
    else if (problem.status === 422)
      this.said.set(`Not kept: ${problem.errors[0]?.message ?? problem.title}`);
    else if (problem.status === 409 || problem.code === 'enough-for-a-day') this.said.set(problem.title);
  }

  private keep(): void {
    keep({
      token: this.token,
      page: this.page(),
      pending: this.waiting(),
      typed: this.typed(),
      training: this.training(),
      eyeTraining: this.eyeTraining(),
      session: this.session(),
    });
  }

  private headers(): Readonly<Record<string, string>> {
    return { Authorization: `Bearer ${this.token}` };
  }
}

/** Sessions that are kept here and not sent yet are done all the same. */
function withPending(page: StudentLinkPage, waiting: readonly Pending[]): StudentLinkPage {
  const { plan } = page;
  if (plan === null) return page;
  const sent = waiting.flatMap((pending) => (pending.to === 'practice' ? [pending.input] : []));
  const sessions = plan.sessions.map((one) => ({
    ...one,
    doneOn: one.doneOn ?? sent.find(({ practice }) => practice.session?.sessionId === one.id)?.doneOn ?? null,
  }));
  return { ...page, plan: { ...plan, sessions } };
}
