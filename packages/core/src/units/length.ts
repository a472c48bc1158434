/** Millimetres → metres. @example metresFromMillimetres(571) // 0.571 */
export function metresFromMillimetres(millimetres: number): number {
  return millimetres / 1000;
}

/** Metres → millimetres. @example millimetresFromMetres(0.031) // 31 */
export function millimetresFromMetres(metres: number): number {
  return metres * 1000;
}
