import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { feelOfSquaring, type LineResult, type ResultDocument } from '@lotrecht/contract';
import { Bob } from '../../../ui/bob.ts';
import {
  angleText,
  leanOf,
  LINE_TITLES,
  type LineKey,
  moveText,
  percentText,
  uncertaintyText,
} from '../../../ui/words.ts';

/** What the readings say, for the instructor and for the student who looks over the shoulder. */
@Component({
  selector: 'lo-finding-panel',
  imports: [Bob],
  templateUrl: './finding-panel.html',
  styleUrl: './finding-panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingPanel {
  readonly result = input.required<ResultDocument | null>();
  readonly targetDistanceM = input<number>();

  protected readonly lines = computed(() => {
    const result = this.result();
    return result === null
      ? []
      : Object.entries(result.lines).map(([key, line]) => this.describe(key as LineKey, line));
  });

  /** The line to work on, and how sure it is. */
  protected readonly first = computed(() => {
    const result = this.result();
    const key = result?.fixFirst ?? result?.likelyFirst ?? null;
    const line = key === null ? undefined : result?.lines[key];
    if (result === null || key === null || line === undefined) return null;
    return {
      title: result.fixFirst === null ? `Likely first: ${key}` : `Fix first: ${key}`,
      move: moveText(key, line),
      split: splitText(key, line),
      feel: this.feel(line),
    };
  });

  private describe(key: LineKey, line: LineResult) {
    const lean = leanOf(line);
    return {
      key,
      title: LINE_TITLES[key],
      angle: angleText(line),
      uncertainty: uncertaintyText(line),
      side: line.side,
      lean,
      percent: lean && lean.lean !== 'cannot-tell' ? percentText(lean.probability) : '',
      settle: settleText(line),
    };
  }

  private feel(line: LineResult): string | null {
    const distance = this.targetDistanceM();
    if (distance === undefined || !(distance > 0)) return null;
    const { metres, side } = feelOfSquaring(line, distance);
    return `It will feel aimed ${metres < 10 ? metres.toFixed(1) : Math.round(metres)} m ${side} of where it feels now.`;
  }
}

/** Half by each foot keeps the distance to the ball. */
function splitText(key: LineKey, { move }: LineResult): string | null {
  if ((key !== 'toes' && key !== 'heels') || move === undefined) return null;
  const whole = Math.round(Math.abs(move.mm));
  if (whole < 2) return null;
  const trail = Math.ceil(whole / 2);
  const [trailWay, leadWay] = move.mm < 0 ? ['in', 'back'] : ['back', 'in'];
  return `Or shared: trail ${trail} ${trailWay}, lead ${whole - trail} ${leadWay}.`;
}

function settleText({ wouldSettle }: LineResult): string | null {
  if (wouldSettle === undefined) return null;
  if (wouldSettle.targetLine) return 'Lay the target line again: it alone is too uncertain.';
  const ways = [
    wouldSettle.repeats === null ? null : `${wouldSettle.repeats} readings`,
    wouldSettle.rodMm === null ? null : `a rod of ${wouldSettle.rodMm} mm held across`,
  ].filter((way) => way !== null);
  return ways.length === 0 ? 'More readings would not settle it.' : `Would settle it: ${ways.join(', or ')}.`;
}
