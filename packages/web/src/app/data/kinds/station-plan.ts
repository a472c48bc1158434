import { type StationPlanInput, type StationPlanView } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { CLUB_GROUPS, HAND_TITLES } from '../../words/words.ts';
import { recordKind } from '../record-kind.ts';

export const STATION_PLAN = recordKind<StationPlanInput, StationPlanView>(
  KIND['station-plan'],
  ({ name, plan }) => [
    { label: 'Name', text: name },
    { label: 'For', text: `${CLUB_GROUPS[plan.clubGroup]}, ${HAND_TITLES[plan.handedness]}` },
    { label: 'Target', text: `${plan.targetName} ${plan.targetDistanceM} m` },
    { label: 'Gate', text: `${plan.gateM} m ahead` },
    { label: 'Laid with', text: `${plan.line ?? 'rod'}, ${plan.rodM} m, slid ${plan.slideAheadM} m` },
    { label: 'Sighted from', text: `${plan.sightFromM} m behind` },
  ],
);
