// Chance
export { type Dice, diceOf } from './dice.ts';

// The student
export { type LinePlace, PLACES } from './body.ts';

// The ball
export { hitBall, type SimulatedSwing } from './balls.ts';

// The ground
export { type LaidString, layString } from './ground.ts';

// The instructor
export { readGaps, readSquare } from './instructor.ts';
