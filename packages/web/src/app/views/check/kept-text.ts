import { type KeptState } from '../../data/stored-record.ts';
import { clockText } from '../../words/dates.ts';

/** Where a check is kept, as its page says it. */
export function keptText(
  state: KeptState,
  {
    savedAt,
    retryInS,
    deviceFails,
  }: {
    /** ISO; null: the server does not have it. */
    readonly savedAt: string | null;
    /** Seconds until the next try; null: it is tried now. */
    readonly retryInS: number | null;
    /** This device keeps nothing. */
    readonly deviceFails: boolean;
  },
): string {
  switch (state) {
    case 'as-stored':
      return 'Nothing typed yet';
    case 'saving':
      return 'Keeping …';
    case 'waiting':
      return `Not reached. Kept on this device; trying again${retryInS === null ? '' : ` in ${retryInS} s`}`;
    case 'conflict':
      return 'Changed elsewhere too, only on this device';
    case 'kept':
      return savedAt === null ? 'Kept' : `Kept ${clockText(savedAt)}`;
    case 'on-this-device':
      if (deviceFails) return 'Only on the screen: this device keeps nothing. Keep the check now';
      return savedAt === null ? 'On this device' : 'Changed, only on this device';
  }
}
