import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'lo-not-found',
  imports: [RouterLink],
  template: `
    <div class="lo-page">
      <h1>Nothing here</h1>
      <p>This address leads nowhere. <a routerLink="/today">Go to today’s lessons.</a></p>
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NotFound {}
