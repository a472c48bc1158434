/** Drawings that go on the ground and home: laid out in millimetres, shown as SVG, printed as PDF by the server. */

// Drawing
export { type Printing } from './drawing/page.ts';
export { type Ink, type Measure, type Shape, type Sheet } from './drawing/shape.ts';
export { PAPER_COLOURS, toSvg } from './drawing/svg.ts';

// What the student sees
export { goalTurnDeg, sightOfCheck } from './sight/sight-of-check.ts';
export { type StandOfCheck, standOfCheck, usualStand, withClub } from './sight/stand-of-check.ts';
export { sidedMetres, type SightPicture, sightPicture } from './sight/sight-picture.ts';

// What goes on the ground
export { footprintMap } from './station/footprint-map.ts';
export { stationOfMethod } from './station/station-of-method.ts';
export { type PlanWords, stationPlan } from './station/station-plan.ts';

// What goes into a pocket
export { degreeCard } from './card/degree-card.ts';
export { partnerCard } from './card/partner-card.ts';

// What goes home
export { composeHandOut } from './hand-out/compose-hand-out.ts';
export { handOut, type HandOutWish } from './hand-out/hand-out.ts';

// What is practised
export { type Drill } from './practice/drill.ts';
export { drillDrawing, type DrillUnits } from './practice/drill-drawing.ts';
export { type DrillSizes, drillSizes } from './practice/drill-sizes.ts';
export {
  drillOf,
  DRILLS,
  drillsFor,
  isPlayedAt,
  ORDER_DRILL,
  ownDrill,
  USUAL_DOSE,
} from './practice/drills.ts';
