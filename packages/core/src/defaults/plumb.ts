/** Sway of a bob that hangs from the body, m: in calm air and in wind. On the ground there is none. */
export const SWAY_M = { calm: 0.003, windy: 0.006 } as const;
