import { type CheckDocument } from '../generated/types.ts';

/** Groups that clubs are compared within. */
export type ClubGroup = NonNullable<CheckDocument['club']>['group'];
