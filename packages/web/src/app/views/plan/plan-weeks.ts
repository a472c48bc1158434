import { dayAfter } from '@lotrecht/core';
import { CdkDrag, type CdkDragDrop, CdkDropList, CdkDropListGroup } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { weeksOf } from './plan-choices.ts';
import { type PracticePlanInput } from '@lotrecht/records';
import { shortDayText, weekdayText } from '../../words/dates.ts';

type Sessions = PracticePlanInput['plan']['sessions'];

const WEEK = 7;

/** Sessions on their days, a row to the week: dragged to another day, or moved there by the arrows. */
@Component({
  selector: 'lo-plan-weeks',
  imports: [CdkDrag, CdkDropList, CdkDropListGroup],
  template: `
    <div class="weeks" cdkDropListGroup>
      @for (day of days(); track day.on) {
        <div
          class="day"
          cdkDropList
          [cdkDropListData]="day.on"
          [attr.aria-label]="day.title"
          role="group"
          (cdkDropListDropped)="drop($event)"
        >
          <span class="on">{{ day.short }}</span>
          @for (session of day.sessions; track session.id) {
            <button
              type="button"
              cdkDrag
              [cdkDragData]="session.id"
              [attr.aria-label]="'Session on ' + day.title + '. Arrows move it.'"
              (keydown.arrowLeft)="move(session.id, -1, $event)"
              (keydown.arrowRight)="move(session.id, 1, $event)"
              (keydown.arrowUp)="move(session.id, -7, $event)"
              (keydown.arrowDown)="move(session.id, 7, $event)"
            >
              <svg viewBox="0 0 20 20" aria-hidden="true"><circle cx="10" cy="10" r="5" /></svg>
              <span>Session</span>
            </button>
          }
        </div>
      }
    </div>
  `,
  styles: `
    .weeks {
      display: grid;
      grid-template-columns: repeat(7, minmax(0, 1fr));
      gap: 4px;
    }
    .day {
      display: grid;
      align-content: start;
      gap: 4px;
      min-height: 64px;
      padding: 4px;
      border: 1px solid var(--lo-line);
    }
    .on {
      font-size: 0.8125rem;
    }
    button {
      min-height: 44px;
      padding: 0 2px;
      border: 2px solid var(--lo-twine);
      border-radius: 4px;
      background: var(--lo-paper);
      color: var(--lo-ink);
      font: inherit;
      font-size: 0.8125rem;
      overflow: hidden;
      cursor: grab;
    }
    svg {
      display: none;
      width: 20px;
      height: 20px;
      fill: none;
      stroke: var(--lo-twine);
      stroke-width: 3;
      vertical-align: middle;
    }
    /* A word has no room in a seventh of a phone. */
    @media (max-width: 40em) {
      span:not(.on) {
        display: none;
      }
      svg {
        display: inline;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanWeeks {
  readonly startsOn = input.required<string>();
  readonly sessions = input.required<Sessions>();
  readonly moved = output<Sessions>();

  protected readonly days = computed(() => {
    const startsOn = this.startsOn();
    return Array.from({ length: weeksOf(startsOn, this.sessions()) * WEEK }, (_, n) => {
      const on = dayAfter(startsOn, n);
      return {
        on,
        title: weekdayText(on),
        short: `${weekdayText(on).slice(0, 2)} ${shortDayText(on)}`,
        sessions: this.sessions().filter((session) => session.on === on),
      };
    });
  });

  protected drop({ item, container }: CdkDragDrop<string>): void {
    this.put(String(item.data), container.data);
  }

  protected move(id: string, byDays: number, event: Event): void {
    event.preventDefault();
    const session = this.sessions().find((one) => one.id === id);
    if (session === undefined) return;
    const on = dayAfter(session.on, byDays);
    // Before a plan begins nothing of it counts.
    if (on >= this.startsOn()) this.put(id, on);
  }

  private put(id: string, on: string): void {
    this.moved.emit(this.sessions().map((session) => (session.id === id ? { ...session, on } : session)));
  }
}
