import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { ThemeStore } from './device/theme.store.ts';

@Component({
  selector: 'lo-app',
  imports: [RouterOutlet],
  template: '<router-outlet />',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {
  // Made here so that the look is right before the first view.
  protected readonly theme = inject(ThemeStore);
}
