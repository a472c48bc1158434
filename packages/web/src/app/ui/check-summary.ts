import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { toldChecks } from '@lotrecht/judging';
import { type CheckView } from '@lotrecht/records';
import { LINE_NAMES } from '@lotrecht/core';
import { circumstancesText } from '../words/circumstance-words.ts';
import { clockText } from '../words/dates.ts';
import { markColour } from '../words/series.ts';
import { LineSummary } from './line-summary.ts';
import { CLUB_GROUPS } from '../words/words.ts';

/** A stored check in a list: what was read with which club at which target, and what it said. */
@Component({
  selector: 'lo-check-summary',
  imports: [RouterLink, LineSummary],
  template: `
    <a [routerLink]="['/lessons', check().lessonId, 'checks', check().id]">
      <span class="club">{{ club() }}</span>
      <span class="lo-soft">{{ target() }}</span>
      <span class="lo-soft">{{ clock() }} {{ made() }}</span>
      @if (check().reason === 'corrected') {
        <span class="lo-soft">corrected, {{ check().revision }} versions</span>
      }
      @if (check().reason === 'hand-corrected') {
        <span class="lo-soft">computed again for the other hand</span>
      }
    </a>
    <div class="lines">
      @if (waits()) {
        <p class="lo-soft">{{ place() }}. It is shown when the whole series is revealed.</p>
      }
      @for (line of lines(); track line) {
        <lo-line-summary [key]="line" [result]="check().result" [document]="check().document" />
      }
      @if (!waits()) {
        <a class="home" [routerLink]="['/lessons', check().lessonId, 'checks', check().id, 'hand-out']"
          >Sight picture and hand-out</a
        >
      }
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(150px, 1fr) 3fr;
      gap: 4px 24px;
      padding: 8px 0;
      border-top: 1px solid var(--lo-line);
    }
    a {
      display: grid;
      align-content: start;
      gap: 2px;
      padding: 6px 0;
      min-height: 44px;
      text-decoration: none;
    }
    .home {
      min-height: 32px;
      font-size: 0.9375rem;
      text-decoration: underline;
      text-underline-offset: 4px;
    }
    .club {
      font-weight: 600;
      text-decoration: underline;
      text-decoration-thickness: 1px;
      text-underline-offset: 4px;
    }
    @media (max-width: 40em) {
      :host {
        grid-template-columns: 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CheckSummary {
  readonly check = input.required<CheckView>();
  /** The checks of its lesson. */
  readonly among = input.required<readonly CheckView[]>();

  /** Its series is not revealed yet. */
  protected readonly waits = computed(() => !toldChecks(this.among()).includes(this.check()));

  protected readonly place = computed(() => {
    const { place = 1, of = 1 } = this.check().record?.series ?? {};
    return `Set-up ${place} of ${of}, ${markColour(place)} marks`;
  });

  protected readonly club = computed(() => {
    const club = this.check().document.club;
    return club === undefined ? 'Club not noted' : (club.name ?? CLUB_GROUPS[club.group]);
  });

  protected readonly target = computed(() => {
    const { name, distanceM } = this.check().document.target ?? {};
    return [name, distanceM === undefined ? undefined : `${distanceM} m`].filter(Boolean).join(', ');
  });

  /** Under which circumstances. */
  protected readonly made = computed(() => {
    const circumstances = this.check().circumstances;
    return circumstances === null ? '' : circumstancesText(circumstances);
  });

  protected readonly clock = computed(() => clockText(this.check().createdAt));

  protected readonly lines = computed(() =>
    LINE_NAMES.filter((key) => !this.waits() && this.check().result.lines[key] !== undefined),
  );
}
