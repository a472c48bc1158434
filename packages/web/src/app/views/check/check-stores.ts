import { type Provider } from '@angular/core';
import { ByHand } from './by-hand.ts';
import { CheckAnswers } from './check-answers.ts';
import { CheckDraft } from './check-draft.ts';
import { CheckGround } from './check-ground.ts';
import { CheckReadings } from './check-readings.ts';
import { HeldSetUp } from './held-set-up.ts';

/** What holds a check while it is open: one of each a page. */
export const CHECK_STORES: Provider = [
  ByHand,
  CheckAnswers,
  CheckDraft,
  CheckGround,
  CheckReadings,
  HeldSetUp,
];
