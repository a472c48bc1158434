import { type StandWish } from '@lotrecht/core';

/** Another target of the place: what is seen beside it is told from there. */
export function atTarget(wish: StandWish, name: string | null): StandWish {
  const other = wish.landmarks.find((landmark) => landmark.name === name);
  if (other === undefined) return wish;
  const before = { ...wish.target, bearingDeg: 0 };
  return {
    ...wish,
    target: { name: other.name, distanceM: other.distanceM, heightM: other.heightM },
    landmarks: [before, ...wish.landmarks.filter((landmark) => landmark !== other)].map((landmark) => ({
      ...landmark,
      bearingDeg: landmark.bearingDeg - other.bearingDeg,
    })),
  };
}
