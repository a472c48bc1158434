/** Whose students may be seen: everybody's of the academy, one instructor's, or one student alone. */
export type Sees = 'all' | { readonly studentsOf: string } | { readonly student: string };

/** What may be seen. Every query of an academy's data carries one. */
export interface Scope {
  readonly academyId: string;
  readonly sees: Sees;
}

/** A whole academy: what the server does by itself, for nobody's eyes. */
export function wholeAcademy(academyId: string): Scope {
  return { academyId, sees: 'all' };
}
