/** One message to one person, about a link that opens something. */
export interface Letter {
  readonly academyId: string;
  /** Whom it is about; it goes with them when they are erased. */
  readonly studentId?: string;
  readonly recipient: string;
  readonly subject: string;
  readonly link: LetterLink;
  /** The text, from the link's whole address. */
  readonly body: (address: string) => string;
}

/** What a letter opens. */
export interface LetterLink {
  readonly opens: 'one-time-link' | 'student-link';
  readonly id: string;
  /** Where it opens, but for the secret at its end. */
  readonly address: string;
}

/** What stands for the secret in what is kept of a letter. */
const UNSAID = '…';

/** The text as it is kept: its secret is made when it goes out. */
export function keptBody({ body, link }: Letter): string {
  return body(`${link.address}${UNSAID}`);
}

/** The text as it goes out. The address stands after names, which may hold anything. */
export function wholeBody(kept: string, address: string, secret: string): string {
  const unsaid = `${address}${UNSAID}`;
  const at = kept.lastIndexOf(unsaid);
  if (at === -1) throw new Error('a letter without its address');
  return `${kept.slice(0, at)}${address}${secret}${kept.slice(at + unsaid.length)}`;
}
