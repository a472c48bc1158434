import { type PrintRequest, validatePrintRequest } from '@lotrecht/contract';
import { footprints, stationLayout } from '@lotrecht/core';
import {
  degreeCard,
  footprintMap,
  partnerCard,
  type Printing,
  type Sheet,
  stationPlan,
} from '@lotrecht/paper';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { type Route } from '../http/route.ts';
import { measureText, toPdf } from './pdf.ts';
import { toSvgFile } from './svg-file.ts';

/** Answers a sheet as a file to be kept. */
export async function answerSheet(ctx: AppContext, sheet: Sheet, format: 'pdf' | 'svg'): Promise<void> {
  ctx.attachment(`lotrecht.${format}`);
  ctx.type = format === 'pdf' ? 'application/pdf' : 'image/svg+xml';
  ctx.body = format === 'pdf' ? await toPdf(sheet) : toSvgFile(sheet);
}

function sheetOf(request: PrintRequest): Sheet {
  const printing: Printing = { paper: request.paper, measure: measureText };
  switch (request.kind) {
    case 'station-plan':
      return stationPlan(stationLayout(request.wish), request.words, printing);
    case 'footprints':
      return footprintMap(footprints(request.wish), request.words, printing);
    case 'degree-card':
      return degreeCard(request.wish, printing);
    case 'partner-card':
      return partnerCard(request.wish, printing);
  }
}

/** Sheets that are set from what the browser knows: nothing of them is stored. */
export function printRoutes(): readonly Route[] {
  return [
    {
      method: 'post',
      path: '/api/print',
      access: 'signed-in',
      handle: async (ctx) => {
        const request = bodyOf(ctx, validatePrintRequest);
        await answerSheet(ctx, sheetOf(request), request.format);
      },
    },
  ];
}
