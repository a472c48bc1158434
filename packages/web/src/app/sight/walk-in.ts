import { CdkTrapFocus } from '@angular/cdk/a11y';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import {
  isSighting,
  LIFTED_HEAD_M,
  sideSign,
  sightingShaft,
  standScene,
  type StandWish,
  viewOnTheWay,
} from '@lotrecht/core';
import { sightPicture, type StandOfCheck, toSvg, withClub } from '@lotrecht/paper';
import { type ClubGroup } from '@lotrecht/records';
import { sightSentences } from '@lotrecht/words';
import { SettingsStore } from '../settings/settings.store.ts';
import { HoldKey } from '../ui/hold-key.ts';
import { typesText } from '../ui/keys.ts';
import { themeColour } from '../ui/svg-drawing.ts';
import { CLUB_GROUPS } from '../words/words.ts';
import { atTarget } from './at-target.ts';
import { ChalkPicture } from './chalk-picture.ts';

/** What is shown while a key is held. */
type Held = 'goal' | 'felt' | null;

const LOOKS = ['the ball', 'the mark', 'the target'] as const;
const EYES_FROM = {
  read: 'Eyes as read in this check.',
  stature: 'Eyes from the stature, not read.',
  usual: 'Eyes where they usually are, not measured.',
} as const;
const SHAFT_COVERS = 'From behind, the shaft covers ball, mark and target.';
const [NEAREST_MARK_M, FARTHEST_MARK_M] = [0.06, 5] as const;
const MOST_TURN_DEG = 10;
/** One press of an arrow. */
const [WALK_STEP, TURN_STEP_DEG] = [0.05, 0.5] as const;
/** From behind to address, and from one look to the next, ms. */
const [WALK_MS, LOOK_MS] = [3_000, 600] as const;
const GATE_M = 2;

/**
 * The set-up of a check from the student’s own eyes, to be walked into: in chalk on slate over the whole screen, with the
 * same in words beside it.
 */
@Component({
  selector: 'lo-walk-in',
  imports: [
    CdkTrapFocus,
    ChalkPicture,
    HoldKey,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatCheckbox,
    MatFormField,
    MatLabel,
    MatOption,
    MatSelect,
    MatSlider,
    MatSliderThumb,
  ],
  templateUrl: './walk-in.html',
  styleUrl: './walk-in.scss',
  host: { '(keydown)': 'down($event)', '(keyup)': 'up($event)', '(window:blur)': 'held.set(null)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WalkIn {
  readonly stand = input.required<StandOfCheck>();
  readonly statureMm = input<number | null>(null);
  readonly closed = output();

  protected readonly walk = signal(0);
  protected readonly look = signal(1);
  /** What is to be looked at; the look goes there along the line. */
  protected readonly wantedLook = signal(1);
  protected readonly lifted = signal(false);
  protected readonly held = signal<Held>(null);
  /** Turned by hand; null: as it is. */
  protected readonly turned = signal<number | null>(null);
  protected readonly markSet = signal<number | null>(null);
  protected readonly clubSet = signal<ClubGroup | null>(null);
  protected readonly targetSet = signal<string | null>(null);
  protected readonly gate = signal(false);
  protected readonly forStudent = signal(false);

  protected readonly looks = LOOKS;
  protected readonly clubs = Object.entries(CLUB_GROUPS) as readonly (readonly [ClubGroup, string])[];
  protected readonly mostTurn = MOST_TURN_DEG;

  private readonly settings = inject(SettingsStore);
  private moving = 0;

  private readonly base = computed((): StandWish => {
    const { now, goal, felt } = this.stand();
    const held = this.held();
    return held === 'goal' ? goal : held === 'felt' && felt !== null ? felt : now;
  });
  protected readonly wish = computed((): StandWish => {
    const club = this.clubSet();
    const wish = club === null ? this.base() : withClub(this.base(), club, this.statureMm());
    const turned = this.held() === null ? this.turned() : null;
    return atTarget(
      {
        ...wish,
        markM: this.markSet() ?? wish.markM,
        liftedM: this.lifted() ? LIFTED_HEAD_M : 0,
        gateM: this.gate() ? GATE_M : null,
        ...(turned !== null && { bodyTurnDeg: turned }),
      },
      this.targetSet(),
    );
  });
  /** Behind the ball the shaft is held up before the eye. */
  private readonly sights = computed(() => isSighting(this.walk()));
  private readonly stood = computed(() => standScene(this.wish()));
  protected readonly scene = computed(() => {
    const scene = this.stood();
    return this.sights() ? { ...scene, cords: [...scene.cords, sightingShaft(this.wish())] } : scene;
  });
  protected readonly view = computed(() =>
    viewOnTheWay(this.wish(), { walk: this.walk(), look: this.look() }),
  );
  protected readonly targets = computed(() => {
    const { target, landmarks } = this.stand().now;
    return [target.name, ...landmarks.map(({ name }) => name)];
  });
  protected readonly sentences = computed(() => {
    const wish = this.wish();
    const { numbers } = this.stood();
    return sightSentences(
      { ...numbers, markM: wish.markM },
      {
        unit: this.settings.settings().distanceUnit,
        target: wish.target.name,
        landmarks: wish.landmarks,
      },
    );
  });
  protected readonly title = computed(() => {
    const held = this.held();
    if (held === 'goal') return 'As it should be';
    if (held === 'felt') return 'As it feels';
    return this.turned() === null ? 'As it is' : 'Turned by hand';
  });
  /** One line at a time, so that the picture keeps its height. */
  protected readonly besides = computed(() =>
    this.sights() ? SHAFT_COVERS : EYES_FROM[this.stand().eyesFrom],
  );
  protected readonly turnDeg = computed(() => this.turned() ?? this.stand().now.bodyTurnDeg);
  /** Even steps of the slider are even shares of the mark’s distance. */
  protected readonly markStep = computed(
    () => 100 * (Math.log(this.wish().markM / NEAREST_MARK_M) / Math.log(FARTHEST_MARK_M / NEAREST_MARK_M)),
  );
  protected readonly flatSvg = computed(() =>
    toSvg(sightPicture(this.wish()).sheet, {
      colour: themeColour,
      fontFamily: 'Barlow, sans-serif',
      label: this.title(),
    }),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => cancelAnimationFrame(this.moving));
  }

  protected walkIn(): void {
    this.go(this.walk, 1, WALK_MS * (1 - this.walk()));
  }

  protected lookAt(look: number): void {
    this.wantedLook.set(look);
    this.go(this.look, look, LOOK_MS * Math.abs(look - this.look()));
  }

  protected setMark(step: number): void {
    this.markSet.set(NEAREST_MARK_M * (FARTHEST_MARK_M / NEAREST_MARK_M) ** (step / 100));
  }

  protected metres(step: number): string {
    const m = NEAREST_MARK_M * (FARTHEST_MARK_M / NEAREST_MARK_M) ** (step / 100);
    return `${m.toFixed(m < 1 ? 2 : 1)} m`;
  }

  protected asItIs(): void {
    this.turned.set(null);
    this.markSet.set(null);
    this.clubSet.set(null);
    this.targetSet.set(null);
    this.lifted.set(false);
  }

  protected readonly moved = computed(
    () =>
      this.turned() !== null ||
      this.markSet() !== null ||
      this.clubSet() !== null ||
      this.targetSet() !== null ||
      this.lifted(),
  );

  /** Keys of the page below do nothing while this is open. */
  protected down(event: KeyboardEvent): void {
    if (event.key === 'Tab') return;
    event.stopPropagation();
    if (event.key === 'Escape') this.closed.emit();
    if (typesText(event)) return;
    const act = this.acts(event.key);
    if (act === undefined) return;
    event.preventDefault();
    act();
  }

  protected up(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'h' || event.key === 'f') this.held.set(null);
  }

  private acts(key: string): (() => void) | undefined {
    const acts: Readonly<Record<string, () => void>> = {
      ArrowUp: () => this.walk.update((walk) => Math.min(1, walk + WALK_STEP)),
      ArrowDown: () => this.walk.update((walk) => Math.max(0, walk - WALK_STEP)),
      ArrowLeft: () => this.turnBy(-TURN_STEP_DEG),
      ArrowRight: () => this.turnBy(TURN_STEP_DEG),
      '1': () => this.lookAt(0),
      '2': () => this.lookAt(1),
      '3': () => this.lookAt(2),
      l: () => this.lifted.update((lifted) => !lifted),
      h: () => this.held.set('goal'),
      f: () => this.held.set(this.stand().felt === null ? null : 'felt'),
      w: () => this.walkIn(),
    };
    return acts[key];
  }

  /** To the right as the student sees it, whatever the hand. */
  private turnBy(rightDeg: number): void {
    const side = sideSign(this.stand().now.handedness);
    const turned = this.turnDeg() + side * rightDeg;
    this.turned.set(Math.max(-MOST_TURN_DEG, Math.min(MOST_TURN_DEG, turned)));
  }

  /** Evenly from where it is; at once for who wants nothing to move. */
  private go(what: typeof this.walk, to: number, ms: number): void {
    cancelAnimationFrame(this.moving);
    const still = globalThis.matchMedia?.('(prefers-reduced-motion: reduce)').matches;
    if (still || ms < 1) {
      what.set(to);
      return;
    }
    const [from, begun] = [what(), performance.now()];
    const step = (now: number): void => {
      const share = Math.max(0, Math.min(1, (now - begun) / ms));
      what.set(share < 1 ? from + share * (to - from) : to);
      if (share < 1) this.moving = requestAnimationFrame(step);
    };
    this.moving = requestAnimationFrame(step);
  }
}
