import { type MethodDocument } from '@lotrecht/records';

/** Shoulders and eye line decide; the feet may stand as they like while the shoulders do not follow them. */
export const SHOULDERS_AND_EYES_RULE: MethodDocument = {
  format: 'lotrecht-method',
  version: 1,
  id: 'shoulders-and-eyes-rule',
  profileVersion: 1,
  name: 'Shoulders and eyes rule',
  summary:
    'Shoulders and eye line decide; the feet may stand as they like while the shoulders do not follow them.',
  order: ['face', 'shoulders', 'eyes', 'hips', 'knees', 'toes'],
  tolerancesDeg: {
    face: [-1.5, 1.5],
    shoulders: [-3, 1],
    eyes: [-3, 2],
    hips: [-3, 3],
    knees: [-4, 4],
    toes: [-15, 15],
    heels: [-15, 15],
  },
  footLine: 'toes',
  feetFree: true,
  referenceLine: 'target-line',
  bodyFollowsPath: false,
  faceReference: 'leading-edge',
  markM: 4,
  routine: [
    { step: 'walkIn' },
    { step: 'face' },
    { step: 'shoulders', cue: 'Shoulders along the line, the rest of the body to fit.' },
    { step: 'look' },
    { step: 'trust' },
    { step: 'go' },
  ],
  routineExpected: { looks: [1, 3], rehearsals: [0, 2], overBallS: [4, 10] },
  ballTable: 'blocks',
  settings: [
    {
      setting: 'mark',
      choice: '4 m ahead',
      reason:
        'Far off, a laying error turns the line least; that the mark seems aside from address has to be trusted.',
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
      setting: 'feet',
      choice: 'free, unless the shoulders follow them',
      reason: 'The club goes where the shoulders go; feet that do not turn the shoulders do no harm.',
    },
    {
      setting: 'flare',
      choice: 'judged by the toes, with the flare known',
      reason:
        'A rod along the toes is what a student can lay alone. With the flare known the heel line follows from it.',
    },
    {
      setting: 'own-side',
      choice: 'toward the own side',
      reason:
        'Shoulders a little open keep the player turned through. Another school says open shoulders bring the club over and pull the ball.',
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
