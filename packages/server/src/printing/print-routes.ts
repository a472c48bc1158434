import { validatePrintRequest } from '@lotrecht/records';
import { bodyOf } from '../http/json-body.ts';
import { type Route } from '../http/route.ts';
import { answerPrint, type Printer } from './printer.ts';

/** Sheets that are set from what the browser knows: nothing of them is stored. */
export function printRoutes(printer: Printer): readonly Route[] {
  return [
    {
      name: 'POST /api/print',
      access: 'signed-in',
      audit: { nothing: 'prints what it was sent' },
      handle: (ctx) =>
        answerPrint(ctx, printer, { kind: 'request', request: bodyOf(ctx, validatePrintRequest) }),
    },
  ];
}
