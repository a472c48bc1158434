/** One reason why a document or a request was refused. */
export interface Refusal {
  /** Stable, for branching and translation. */
  readonly code: string;
  /** JSON pointer (RFC 6901) of the field, `''` for the document itself. */
  readonly path: string;
  /** What was read, what is wrong and what to type. */
  readonly message: string;
}

/** A document that does not fit its format, or readings that cannot be a measurement. */
export class DocumentRefused extends Error {
  override readonly name = 'DocumentRefused';

  /** @param refusals at least one */
  constructor(readonly refusals: readonly Refusal[]) {
    super(refusals.map((r) => `${r.path || '(document)'}: ${r.message}`).join('; '));
  }

  /** The same refusals seen from an outer document, e.g. `/document`. */
  under(prefix: string): DocumentRefused {
    return new DocumentRefused(this.refusals.map((r) => ({ ...r, path: `${prefix}${r.path}` })));
  }
}
