import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { ReadingImport } from './reading-import.ts';
import { Retention } from './retention.ts';

/** Tables of a file, as they are called. */
const TABLES = [
  ['student', 'Students'],
  ['lesson', 'Lessons'],
  ['setup_check', 'Checks'],
  ['check_version', 'Readings and results'],
  ['measured_line', 'Angles, line by line'],
  ['hand_out', 'Hand-outs'],
  ['self_check', 'Self-checks'],
  ['guardian_consent', 'Consents'],
  ['place', 'Places'],
  ['method_profile', 'Own methods'],
  ['station_plan', 'Station plans'],
  ['instructor', 'Instructors'],
  ['instructor_settings', 'Settings'],
  ['audit_entry', 'Who looked at whom'],
] as const;

/** Everything is free to leave: files to take away, and how the whole is backed up and brought back. */
@Component({
  selector: 'lo-exchange',
  imports: [MatButton, ReadingImport, Retention, RouterLink],
  templateUrl: './exchange.html',
  styleUrl: './exchange.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ExchangePage {
  protected readonly tables = TABLES;
}
