/** From such a probability on, something probable is said as it is; from the other side of it, its opposite. */
export const TOLD_FROM = 0.8;
