import { type MethodDocument } from '@lotrecht/records';

/** The trail foot goes in square before anything else; both feet are judged by the heels. */
export const TRAIL_FOOT_FIRST: MethodDocument = {
  format: 'lotrecht-method',
  version: 1,
  id: 'trail-foot-first',
  profileVersion: 2,
  name: 'Trail foot first',
  summary: 'The trail foot goes in square before anything else; both feet are judged by the heels.',
  order: ['face', 'heels', 'hips', 'shoulders', 'eyes'],
  tolerancesDeg: {
    face: [-2.5, 2.5],
    toes: [-2.5, 2.5],
    heels: [-2.5, 2.5],
    hips: [-2.5, 2.5],
    shoulders: [-3, 1],
    eyes: [-2.5, 2.5],
  },
  footLine: 'heels',
  feetFree: false,
  referenceLine: 'target-line',
  bodyFollowsPath: false,
  faceReference: 'leading-edge',
  markM: 1,
  routine: [
    { step: 'trailFoot' },
    { step: 'face' },
    { step: 'look' },
    { step: 'leadStep' },
    { step: 'trailBack' },
    { step: 'checkLines' },
    { step: 'go' },
  ],
  routineExpected: { looks: [1, 3], rehearsals: [0, 2], overBallS: [4, 12], moving: false },
  ballTable: 'graded',
  settings: [
    {
      setting: 'mark',
      choice: '1 m ahead',
      reason: 'Near enough to set the face by, far enough to forgive the laying.',
    },
    {
      setting: 'first',
      choice: 'trail foot before the face',
      reason: 'A trail foot that is square holds the hips while the face is set.',
    },
    {
      setting: 'grip',
      choice: 'before aiming',
      reason: 'Hands that find the club first turn the face least when they close.',
    },
    {
      setting: 'feet',
      choice: 'both square',
      reason: 'Square feet are the ones whose toes and heels say the same.',
    },
    {
      setting: 'flare',
      choice: 'judged by the heels',
      reason: 'Flare pulls a toe back from the line although the heels stand square.',
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
