import { type SelfCheckInput, type StudentLinkPage } from '@lotrecht/records';
import { dropFromDevice, keepOnDevice, readOnDevice } from '../../device/on-device.ts';
import { type Practised } from '../../trainer/trainer.ts';
import { type EyeTraining } from '../../sight/eye-training.ts';
import { type Training } from '../../trainer/training.ts';
import { type Session } from '../../practice/session.ts';
import { type TypedSelfCheck } from './typed-self-check.ts';

/** What has not got through yet, and where it goes; its id is the same at every try. */
export type Pending = { readonly id: string } & (
  | { readonly to: 'self-checks'; readonly input: SelfCheckInput }
  | { readonly to: 'practice'; readonly input: Practised['done'] }
);

/** What a student's phone keeps: the page as it was last seen, and what is still to be sent. */
export interface KeptPage {
  readonly token: string;
  readonly page: StudentLinkPage | null;
  readonly pending: readonly Pending[];
  /** Typed and not sent yet; null: nothing. */
  readonly typed: TypedSelfCheck | null;
  /** Walk-ins in the middle of which it was left; null: none. */
  readonly training: Training | null;
  /** Pictures in the middle of which it was left; null: none. */
  readonly eyeTraining: EyeTraining | null;
  /** A session of the plan in the middle of which it was left; null: none. */
  readonly session: Session | null;
}

const KEY = 'lotrecht-take-home';

/** What an earlier version kept: a page without a training, readings without where they go. */
interface KeptEarlier {
  readonly token: string;
  readonly page: Partial<StudentLinkPage> | null;
  readonly pending: readonly (Pending | (Omit<Pending, 'to'> & { readonly to?: undefined }))[];
}

/** What is kept for a link; nothing of another one is shown. */
export function readKept(token: string): KeptPage {
  const empty: KeptPage = {
    token,
    page: null,
    pending: [],
    typed: null,
    training: null,
    eyeTraining: null,
    session: null,
  };
  const kept = readOnDevice(KEY) as KeptEarlier | null;
  if (kept?.token !== token || !Array.isArray(kept.pending)) return empty;
  const pending = kept.pending.map((p) => ({ ...p, to: p.to ?? 'self-checks' }) as Pending);
  // A page of an earlier version comes again from the server; what is to be sent does not.
  const page = kept.page?.plan === undefined ? null : (kept.page as StudentLinkPage);
  return { ...empty, ...kept, page, pending };
}

/** The link that this phone opened last: what is installed here opens without an address of its own. Empty: none. */
export function keptToken(): string {
  const kept = readOnDevice(KEY) as { readonly token?: unknown } | null;
  return typeof kept?.token === 'string' ? kept.token : '';
}

/** Keeps the page and what is to be sent. */
export function keep(kept: KeptPage): void {
  keepOnDevice(KEY, JSON.stringify(kept));
}

/** A link that opens nothing any more leaves nothing behind. */
export function forget(): void {
  dropFromDevice(KEY);
}
