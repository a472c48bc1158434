import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type Circumstances as CircumstancesOf } from '@lotrecht/records';
import { formatDistance } from '@lotrecht/words';
import { MethodStore } from '../../../methods/method.store.ts';
import { SettingsStore } from '../../../settings/settings.store.ts';
import { ClubAndTarget } from '../../../ui/club-and-target.ts';
import { CLUB_GROUPS } from '../../../words/words.ts';
import { CheckBall } from '../ball/check-ball.ts';
import { CheckGround } from '../check-ground.ts';
import { FIRST_CIRCUMSTANCES } from '../draft-content.ts';
import { circumstancesText, HELPS, PHASES } from '../../../words/circumstance-words.ts';
import { checkLineText } from './line-text.ts';

/** Club, target and ground of a check: kept from the last one, changed with one tap. */
@Component({
  selector: 'lo-circumstances',
  imports: [ClubAndTarget],
  templateUrl: './circumstances.html',
  styleUrl: './circumstances.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Circumstances {
  protected readonly ground = inject(CheckGround);
  private readonly settings = inject(SettingsStore);
  private readonly methods = inject(MethodStore);
  private readonly ball = inject(CheckBall);
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);
  /** All of it, as before the student stands; else one line that opens the ground. */
  readonly open = input(false);
  /** The ground is open already: it needs no way there. */
  readonly inGround = input(false);

  /** The ground is to be looked at: target line, circumstances, re-base. */
  readonly groundAsked = output();

  protected readonly presets = [
    { name: 'phase', title: 'When', words: Object.entries(PHASES) },
    { name: 'help', title: 'Help', words: Object.entries(HELPS) },
  ] as const;
  protected readonly summary = computed(() => {
    const { name, distanceM } = this.ground.target();
    const target = [name, distanceM === undefined ? undefined : formatDistance(distanceM, this.unit())]
      .filter(Boolean)
      .join(' ');
    const club = this.ground.club();
    return `${club.name ?? CLUB_GROUPS[club.group]}, ${target || 'no target named'}`;
  });
  private readonly noted = computed(() => {
    const circumstances = this.ground.circumstances();
    return circumstances === null ? 'circumstances not noted' : circumstancesText(circumstances);
  });
  protected readonly groundText = computed(
    () =>
      `${this.noted()} · line ${checkLineText(this.ground.targetLine())}${startText(this.ground.startLineDeg())}`,
  );

  protected chooseClub(club: ReturnType<CheckGround['club']>): void {
    this.ground.set('club', club);
    this.ground.set('judged', this.methods.forClubs(this.ground.judged(), club.group));
    this.ball.judgeAnew();
  }

  protected note(name: 'phase' | 'help', value: string): void {
    const circumstances = this.ground.circumstances() ?? FIRST_CIRCUMSTANCES;
    this.ground.set('circumstances', { ...circumstances, [name]: value } as CircumstancesOf);
  }
}

/** Judged against a start line, it is said with the line that was laid. */
function startText(deg = 0): string {
  return deg === 0 ? '' : ` · judged from ${Math.abs(deg).toFixed(1)}° ${deg < 0 ? 'left' : 'right'}`;
}
