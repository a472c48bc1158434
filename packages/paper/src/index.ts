/** Drawings that go on the ground and home: laid out in millimetres, shown as SVG, printed as PDF by the server. */

// Drawing
export { Flow, type TextStyle, wrapped } from './drawing/flow.ts';
export { MARGIN_MM, page, PAPER_MM, type PaperSize, type Printing, rulerBar } from './drawing/page.ts';
export {
  type CircleShape,
  type Ink,
  type Measure,
  moved,
  type PathShape,
  type Place,
  type Shape,
  type Sheet,
  type TextShape,
} from './drawing/shape.ts';
export { PAPER_COLOURS, type SvgStyle, toSvg } from './drawing/svg.ts';

// What the student sees
export { goalTurnDeg, type SightGround, type SightOfCheck, sightOfCheck } from './sight/sight-of-check.ts';
export {
  type StandOfCheck,
  standOfCheck,
  type UsualStand,
  usualStand,
  withClub,
} from './sight/stand-of-check.ts';
export { type PicturedSight, sidedMetres, type SightPicture, sightPicture } from './sight/sight-picture.ts';

// What goes on the ground
export { footprintMap } from './station/footprint-map.ts';
export { type StationGround, stationOfMethod } from './station/station-of-method.ts';
export { type PlanWords, scaleFor, stationPlan } from './station/station-plan.ts';

// What goes into a pocket
export { type CardBase, type CardWish, degreeCard, degreesOf, millimetresOf } from './card/degree-card.ts';
export { partnerCard } from './card/partner-card.ts';

// What goes home
export { boardDrawing } from './hand-out/board.ts';
export { composeHandOut, type HandOutGround } from './hand-out/compose-hand-out.ts';
export { handOut, type HandOutWish } from './hand-out/hand-out.ts';

// What is practised
export { type Drill, type Need, type Piece } from './practice/drill.ts';
export { drillDrawing, type DrillUnits } from './practice/drill-drawing.ts';
export { type DrillSizes, drillSizes, type KnownSizes } from './practice/drill-sizes.ts';
export {
  drillOf,
  DRILLS,
  drillsFor,
  isPlayedAt,
  howOf,
  ORDER_DRILL,
  ownDrill,
  USUAL_DOSE,
  type WrittenDrill,
} from './practice/drills.ts';
