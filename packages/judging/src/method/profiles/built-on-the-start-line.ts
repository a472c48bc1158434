import { type MethodDocument } from '@lotrecht/records';

/** Face and body are turned together onto the line on which the ball shall start. The string is laid along it. */
export const BUILT_ON_THE_START_LINE: MethodDocument = {
  format: 'lotrecht-method',
  version: 1,
  id: 'built-on-the-start-line',
  profileVersion: 1,
  name: 'Built on the start line',
  summary:
    'Face and body are turned together onto the line on which the ball shall start. The string is laid along it.',
  order: ['face', 'toes', 'knees', 'hips', 'shoulders'],
  tolerancesDeg: {
    face: [-1.5, 1.5],
    toes: [-2, 2],
    heels: [-2, 2],
    knees: [-3, 3],
    hips: [-2.5, 2.5],
    shoulders: [-2, 2],
  },
  footLine: 'toes',
  feetFree: false,
  referenceLine: 'start-line',
  bodyFollowsPath: false,
  faceReference: 'leading-edge',
  markM: 0.4,
  routine: [
    { step: 'grip' },
    { step: 'face', cue: 'Aim the face at the start line.' },
    { step: 'feet' },
    { step: 'knees' },
    { step: 'hips' },
    { step: 'shoulders' },
    { step: 'go' },
  ],
  routineExpected: { looks: [1, 3], rehearsals: [0, 2], overBallS: [4, 12], moving: false },
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
      choice: 'before aiming',
      reason: 'Hands that find the club first turn the face least when they close.',
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
      choice: 'face and body turned together',
      reason:
        'One set-up is learned once and turned as a whole. Left of the target for a fade, right of it for a draw, for a right-hander.',
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
