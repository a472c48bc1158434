import { requireMethodDocument, requireMethodInput } from '@lotrecht/judging';
import { KIND, type MethodDocument, type MethodInput, type MethodView } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/**
 * Own methods belong to the academy: what one instructor has made, the others can judge by. The shipped ones are in
 * judging, and an own one can never be taken for one of them: its id begins otherwise. Its version rises with every
 * change.
 */
export const METHOD: Kind<MethodInput, MethodView> = {
  ...KIND.method,
  require: requireMethodInput,
  toRow: (id, { revision, method }) => ({
    name: method.name,
    document: { ...method, id: `own-${id}`, profileVersion: revision + 1 },
  }),
  toView: ({ id, revision, ...said }) => ({
    id,
    revision,
    method: said['document'] as MethodDocument,
  }),
  toInput: ({ revision, method }) => ({ revision, method }),
  content: (said) => ({ ...(said['document'] as MethodDocument), profileVersion: 0 }),
  inFiles: { field: 'document', require: ({ document }) => requireMethodDocument(document) },
};
