import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { type PlanPage, type PracticeDoneInput } from '@lotrecht/records';
import { Voice } from '../trainer/voice.ts';
import { OddScale } from '../ui/odd-scale.ts';
import { SvgDrawing } from '../ui/svg-drawing.ts';
import { localDay, weekdayText } from '../words/dates.ts';
import {
  aimedAnew,
  begunSession,
  blockOf,
  type Felt,
  pastBlock,
  practiceOfSession,
  type Session,
  sessionFor,
  tickedOff,
} from './session.ts';

const FELT: readonly { readonly felt: Felt; readonly title: string }[] = [
  { felt: 'left', title: 'Left' },
  { felt: 'on', title: 'On' },
  { felt: 'right', title: 'Right' },
];
/** Blocks in which something is aimed at. */
const AIMED: ReadonlySet<string> = new Set(['looks', 'performance']);

/** A session of a plan on a student’s phone: block by block with big keys, or ticked off in two taps. */
@Component({
  selector: 'lo-session-keys',
  imports: [
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatFormField,
    MatInput,
    MatLabel,
    OddScale,
    SvgDrawing,
  ],
  templateUrl: './session-keys.html',
  styleUrl: './session-keys.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SessionKeys {
  readonly plan = input.required<PlanPage>();
  /** What can be aimed at, by name. */
  readonly targets = input.required<readonly string[]>();
  /** One that was begun here earlier; null: none. */
  readonly session = input.required<Session | null>();
  /** At every key: kept by who asked. Null: given up. */
  readonly changed = output<Session | null>();
  readonly practised = output<Omit<PracticeDoneInput, 'studentId' | 'revision'>>();

  private readonly voice = inject(Voice);
  protected readonly hasVoice = this.voice.has;
  /** Asked to be ticked off: the next tap keeps it. */
  protected readonly ticking = signal(false);
  protected readonly felts = FELT;
  protected readonly here = location.origin;

  private readonly today = localDay(new Date());
  protected readonly next = computed(() => sessionFor(this.plan(), this.today));
  protected readonly doneCount = computed(
    () => this.plan().sessions.filter(({ doneOn }) => doneOn !== null).length,
  );
  protected readonly nextText = computed(() => {
    const next = this.next();
    if (next === null) return 'Every session is done.';
    if (next.on === this.today) return 'Today is a session.';
    return `${next.on < this.today ? 'Still open, of' : 'Next,'} ${weekdayText(next.on)}.`;
  });
  protected readonly block = computed(() => {
    const session = this.session();
    return session === null ? null : blockOf(session);
  });
  /** Where the part begins comes back into sight with each key. */
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly injector = inject(Injector);

  protected readonly aims = computed(() => AIMED.has(this.block()?.block ?? ''));

  protected begin(): void {
    const next = this.next();
    if (next !== null) this.emit(begunSession(this.plan(), next.id, Date.now()));
  }

  /** Practised without the phone: said in two taps. */
  protected tickOff(): void {
    const next = this.next();
    if (next === null) return;
    const now = Date.now();
    this.ticking.set(false);
    this.practised.emit(practiceOfSession(tickedOff(begunSession(this.plan(), next.id, now), now)));
  }

  protected past(wasDone: boolean): void {
    const session = this.session();
    if (session !== null) this.emit(pastBlock(session, wasDone, Date.now()));
  }

  protected aim(): void {
    const session = this.session();
    if (session !== null) this.changed.emit(aimedAnew(session, this.targets(), Math.random()));
  }

  protected say(change: Partial<Pick<Session, 'oddness' | 'felt' | 'question'>>): void {
    const session = this.session();
    if (session !== null) this.changed.emit({ ...session, ...change });
  }

  protected speak(): void {
    const block = this.block();
    if (block !== null) this.voice.say([block.title, block.dose, ...block.steps].join('. ')).subscribe();
  }

  protected keep(): void {
    const session = this.session();
    if (session !== null) this.practised.emit(practiceOfSession(session));
  }

  /** A block in which something is aimed at begins with a target. */
  private emit(session: Session): void {
    const block = blockOf(session)?.block ?? '';
    this.changed.emit(AIMED.has(block) ? aimedAnew(session, this.targets(), Math.random()) : session);
    afterNextRender(() => this.host.scrollIntoView({ block: 'start' }), { injector: this.injector });
  }
}
