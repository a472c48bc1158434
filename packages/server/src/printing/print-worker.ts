import { type PrintRequest } from '@lotrecht/records';
import { footprints, stationLayout } from '@lotrecht/core';
import {
  degreeCard,
  footprintMap,
  handOut,
  partnerCard,
  type Printing,
  type Sheet,
  stationPlan,
} from '@lotrecht/paper';
import { measureText, toPdf } from './pdf.ts';
import { formatOf, type PrintOrder } from './print-order.ts';
import { toSvgFile } from './svg-file.ts';

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

/** Sets and draws a sheet. Runs in a worker thread: a page of letters takes as long as many requests. */
export async function print(order: PrintOrder): Promise<Uint8Array> {
  const sheet =
    order.kind === 'request'
      ? sheetOf(order.request)
      : handOut(order.wish, { paper: order.paper, measure: measureText });
  return formatOf(order) === 'pdf' ? toPdf(sheet) : Buffer.from(toSvgFile(sheet));
}
