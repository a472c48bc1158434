import { type MethodDocument } from '@lotrecht/records';

/** The face stays on the target; the body is turned by the path that the shot shall have. */
export const BODY_SETS_THE_PATH: MethodDocument = {
  format: 'lotrecht-method',
  version: 1,
  id: 'body-sets-the-path',
  profileVersion: 1,
  name: 'Body sets the path',
  summary: 'The face stays on the target; the body is turned by the path that the shot shall have.',
  order: ['face', 'toes', 'hips', 'shoulders'],
  tolerancesDeg: {
    face: [-1.5, 1.5],
    toes: [-2, 2],
    heels: [-2, 2],
    hips: [-2, 2],
    shoulders: [-2, 2],
  },
  goalsDeg: {
    toes: 0,
    heels: 0,
    hips: 0,
    shoulders: 0,
  },
  footLine: 'toes',
  feetFree: false,
  referenceLine: 'target-line',
  bodyFollowsPath: true,
  faceReference: 'leading-edge',
  markM: 1,
  routine: [
    { step: 'face' },
    { step: 'feet' },
    { step: 'shoulders', cue: 'Turn the body by the path.' },
    { step: 'tilt' },
    { step: 'go' },
  ],
  routineExpected: { looks: [1, 3], rehearsals: [0, 2], overBallS: [4, 12] },
  ballTable: 'graded',
  settings: [
    {
      setting: 'mark',
      choice: '1 m ahead',
      reason: 'The face needs the target line, and the body does not point at it.',
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
      choice: 'body against face',
      reason:
        'The curve comes from the difference between face and path. So the body is given the path, and the face the target.',
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
