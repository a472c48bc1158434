/** What core refuses of a swing. */
export interface RefusedSwing {
  readonly field: string;
  readonly least?: number | undefined;
  readonly most?: number | undefined;
}

/**
 * What cannot be of a swing, with what can.
 *
 * @example refusedText({ field: 'carryM', least: 25.4, most: 206.8 }, 290) // 'Carry: read 290 m. With this club type 26 to 206 m.'
 */
export function refusedText({ field, least = 0, most = 0 }: RefusedSwing, carryM: number): string {
  if (field === 'carryM')
    return `Carry: read ${carryM} m. With this club type ${Math.ceil(least)} to ${Math.floor(most)} m.`;
  if (field.startsWith('wind')) return 'Nobody plays in such a wind. Choose another one.';
  return 'No ball bends so far there. Choose less curve.';
}
