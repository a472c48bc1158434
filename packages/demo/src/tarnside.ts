/** A club with its group, as a check names it. */
export interface DemoClub {
  readonly group: 'wedge' | 'short-iron' | 'mid-iron' | 'long-iron' | 'fairway-wood' | 'driver';
  readonly name: string;
}

/** The moored rafts of Tarnside, with their bearings from the rim, right positive. */
export const RAFTS = [
  { name: 'Heron', distanceM: 85, bearingDeg: -9 },
  { name: 'Kiln', distanceM: 120, bearingDeg: 6.5 },
  { name: 'Barge', distanceM: 150, bearingDeg: 0 },
  { name: 'Lantern', distanceM: 190, bearingDeg: -4 },
  { name: 'Weir', distanceM: 230, bearingDeg: 10 },
] as const;

/** What else is seen over the water and never aimed at. */
export const LANDMARKS = [
  { name: 'Crane', distanceM: 320, bearingDeg: -16, heightM: 18 },
  { name: 'Chimney', distanceM: 410, bearingDeg: 3, heightM: 30 },
  { name: 'Boathouse', distanceM: 260, bearingDeg: 17 },
] as const;

/** Clubs in play, each with the raft it is hit at. */
export const CLUBS: readonly (DemoClub & { readonly raft: number })[] = [
  { group: 'wedge', name: 'Pitching wedge', raft: 0 },
  { group: 'short-iron', name: '8-iron', raft: 1 },
  { group: 'mid-iron', name: '7-iron', raft: 2 },
  { group: 'fairway-wood', name: '3-wood', raft: 3 },
  { group: 'driver', name: 'Driver', raft: 4 },
];

/** The two instructors; the first is the head. */
export const INSTRUCTORS = [
  { name: 'Marit Oswin', email: 'marit@tarnside.example', role: 'head' },
  { name: 'Teo Halvard', email: 'teo@tarnside.example', role: 'instructor' },
] as const;
