// Chance
export { type Dice, diceOf } from './dice.ts';

// The student
export { endsOf, type LinePlace, PLACES, type Point, type SimulatedLine } from './body.ts';

// The ball
export { hitBall, type SimulatedBall, type SimulatedSwing } from './balls.ts';

// The ground
export { besideString, type LaidString, type Laying, layString, readTape } from './ground.ts';

// The instructor
export {
  FOUND_MM,
  readFaceRod,
  readGaps,
  readPointsAt,
  readSquare,
  type SimulatedFaceRod,
  type SimulatedGaps,
  type SimulatedPointsAt,
  type SimulatedSquare,
  type Tools,
} from './instructor.ts';
