import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { ThemeStore } from './device/theme.store.ts';
import { FetchTrouble } from './shell/fetch-trouble.ts';

@Component({
  selector: 'lo-app',
  imports: [FetchTrouble, RouterOutlet],
  template: '<router-outlet /><lo-fetch-trouble />',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {
  // Made here so that the look is right before the first view.
  protected readonly theme = inject(ThemeStore);
}
