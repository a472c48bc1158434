import { type MethodDocument } from '@lotrecht/records';

/** The face is set with the feet together and the shaft upright between the toes; steps give stance and ball. */
export const FEET_TOGETHER: MethodDocument = {
  format: 'lotrecht-method',
  version: 1,
  id: 'feet-together',
  profileVersion: 1,
  name: 'Feet together',
  summary:
    'The face is set with the feet together and the shaft upright between the toes; steps give stance and ball.',
  order: ['face', 'toes', 'hips', 'shoulders'],
  tolerancesDeg: {
    face: [-2, 2],
    toes: [-2, 2],
    heels: [-2, 2],
    hips: [-2, 2],
    shoulders: [-2, 2],
  },
  footLine: 'toes',
  feetFree: false,
  referenceLine: 'target-line',
  bodyFollowsPath: false,
  faceReference: 'leading-edge',
  markM: 0.7,
  routine: [
    { step: 'sight' },
    { step: 'mark' },
    { step: 'face' },
    { step: 'feetTogether' },
    { step: 'grip' },
    { step: 'leadStep' },
    { step: 'trailStep' },
    { step: 'flare' },
    { step: 'look' },
    { step: 'go' },
  ],
  routineExpected: { looks: [1, 3], rehearsals: [0, 2], overBallS: [4, 12], moving: false },
  ballTable: 'graded',
  settings: [
    {
      setting: 'mark',
      choice: '0.7 m ahead',
      reason: 'Still in the picture of the club head when the feet are together.',
    },
    {
      setting: 'first',
      choice: 'face before feet',
      reason: 'Feet that are placed first pull the face round to them.',
    },
    {
      setting: 'grip',
      choice: 'after the face is set',
      reason: 'Gripping a face that already points where it shall keeps it there.',
    },
    {
      setting: 'flare',
      choice: 'judged by the toes, with the flare known',
      reason:
        'A rod along the toes is what a student can lay alone. With the flare known the heel line follows from it.',
    },
    {
      setting: 'own-side',
      choice: 'to neither side',
      reason: 'Parallel is the picture that can be laid with a rod and checked by anyone.',
    },
    {
      setting: 'shape',
      choice: 'by the start line',
      reason: 'A shape moves the line that everything is built on, the set-up stays the same.',
    },
    {
      setting: 'face-reference',
      choice: 'leading edge',
      reason: 'It is the edge that lies on the ground and can be measured.',
    },
    {
      setting: 'ball-table',
      choice: 'graded by club',
      reason: 'The lowest point of the swing moves little by little as clubs get longer.',
    },
    {
      setting: 'motion',
      choice: 'stand still',
      reason: 'What is set is then not moved again.',
    },
  ],
};
