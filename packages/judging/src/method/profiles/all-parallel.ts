import { type MethodDocument } from '@lotrecht/records';

/** Every line parallel to the target line, face first. */
export const ALL_PARALLEL: MethodDocument = {
  format: 'lotrecht-method',
  version: 1,
  id: 'all-parallel',
  profileVersion: 1,
  name: 'All parallel',
  summary: 'Every line parallel to the target line, face first.',
  order: ['face', 'toes', 'knees', 'hips', 'shoulders', 'eyes'],
  tolerancesDeg: {
    face: [-1.5, 1.5],
    toes: [-2, 2],
    heels: [-2, 2],
    knees: [-3, 3],
    hips: [-2.5, 2.5],
    shoulders: [-2, 2],
    eyes: [-3, 3],
  },
  footLine: 'toes',
  feetFree: false,
  referenceLine: 'target-line',
  bodyFollowsPath: false,
  faceReference: 'leading-edge',
  markM: 0.4,
  routine: [
    { step: 'sight' },
    { step: 'mark' },
    { step: 'walkIn' },
    { step: 'face' },
    { step: 'stance' },
    { step: 'grip' },
    { step: 'checkLines' },
    { step: 'look' },
    { step: 'go' },
  ],
  routineExpected: { looks: [1, 3], rehearsals: [0, 2], overBallS: [6, 12], moving: false },
  ballTable: 'graded',
  settings: [
    {
      setting: 'mark',
      choice: 'near end of the target rod, 0.4 m ahead',
      reason: 'It is seen with the face at one glance, and a rod end can be checked from behind.',
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
