import { type PrintRequest } from '@lotrecht/records';
import { type HandOutWish } from '@lotrecht/paper';

/** What is to be printed, as plain data: it is set and drawn in a thread of its own. */
export type PrintOrder =
  | { readonly kind: 'request'; readonly request: PrintRequest }
  | {
      readonly kind: 'hand-out';
      readonly wish: HandOutWish;
      readonly paper: 'a4' | 'letter';
      readonly format: 'pdf' | 'svg';
    };

/** The file's format. */
export function formatOf(order: PrintOrder): 'pdf' | 'svg' {
  return order.kind === 'request' ? order.request.format : order.format;
}
