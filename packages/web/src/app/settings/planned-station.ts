import { type ClubGroup, type StationPlan } from '@lotrecht/records';
import { dropFromDevice, keepOnDevice, readOnDevice } from '../device/on-device.ts';

/** What was laid last, for the next check to begin with. No student. */
export interface PlannedStation {
  readonly clubGroup: ClubGroup;
  readonly targetName: string;
  readonly targetDistanceM: number;
  readonly methodId: string;
}

const KEY = 'lotrecht-planned-station';

/** Laid, and not yet begun with. */
export function keepPlannedStation(station: PlannedStation): void {
  keepOnDevice(KEY, JSON.stringify(station));
}

/** What was laid and not yet begun with; null without. */
export function plannedStation(): PlannedStation | null {
  return readOnDevice(KEY) as PlannedStation | null;
}

/** Begun with: the check remembers it from then on. */
export function dropPlannedStation(): void {
  dropFromDevice(KEY);
}

const DRAFT_KEY = 'lotrecht-plan-draft';

/** The plan as it was left on this device. */
export function readPlanDraft(): StationPlan | null {
  return readOnDevice(DRAFT_KEY) as StationPlan | null;
}

/** Kept at every change. */
export function keepPlanDraft(plan: StationPlan): void {
  keepOnDevice(DRAFT_KEY, JSON.stringify(plan));
}
