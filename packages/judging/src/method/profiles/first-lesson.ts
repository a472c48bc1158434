import { type MethodDocument } from '@lotrecht/records';

/** Toes and face within wide limits, the rest by eye. */
export const FIRST_LESSON: MethodDocument = {
  format: 'lotrecht-method',
  version: 1,
  id: 'first-lesson',
  profileVersion: 1,
  name: 'First lesson',
  summary: 'Toes and face within wide limits, the rest by eye.',
  order: ['toes', 'face'],
  tolerancesDeg: {
    toes: [-4, 4],
    heels: [-4, 4],
    face: [-3, 3],
  },
  footLine: 'toes',
  feetFree: false,
  referenceLine: 'target-line',
  bodyFollowsPath: false,
  faceReference: 'leading-edge',
  markM: 0.25,
  routine: [{ step: 'grip' }, { step: 'face' }, { step: 'posture' }, { step: 'stance' }, { step: 'go' }],
  routineExpected: { overBallS: [3, 15] },
  ballTable: 'blocks',
  settings: [
    {
      setting: 'mark',
      choice: '0.25 m ahead',
      reason: 'A beginner sees club and mark together.',
    },
    {
      setting: 'first',
      choice: 'feet before the face',
      reason: 'A rod along the toes is the first thing that a beginner can check alone.',
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
      choice: 'in blocks of clubs',
      reason: 'Two places are remembered under pressure, six are not.',
    },
    {
      setting: 'motion',
      choice: 'stand still',
      reason: 'What is set is then not moved again.',
    },
  ],
};
