import { type MethodDocument } from '@lotrecht/records';

/** The trail instep is set square to the leading edge; a near mark, and the motion is kept up. */
export const INSTEP_SQUARE: MethodDocument = {
  format: 'lotrecht-method',
  version: 1,
  id: 'instep-square',
  profileVersion: 1,
  name: 'Instep square',
  summary: 'The trail instep is set square to the leading edge; a near mark, and the motion is kept up.',
  order: ['face', 'heels', 'hips', 'shoulders'],
  tolerancesDeg: {
    face: [-2, 2],
    toes: [-2, 2],
    heels: [-2, 2],
    hips: [-2, 2],
    shoulders: [-2, 2],
  },
  footLine: 'heels',
  feetFree: false,
  referenceLine: 'target-line',
  bodyFollowsPath: false,
  faceReference: 'leading-edge',
  markM: 0.06,
  routine: [
    { step: 'visualise' },
    { step: 'mark' },
    { step: 'face' },
    { step: 'instep' },
    { step: 'stance' },
    { step: 'keepMoving' },
    { step: 'go' },
  ],
  routineExpected: { looks: [1, 3], rehearsals: [0, 2], overBallS: [4, 10], moving: true },
  ballTable: 'blocks',
  settings: [
    {
      setting: 'mark',
      choice: '60 mm ahead',
      reason: 'It is beside the ball and cannot seem aside; it must be laid to the millimetre.',
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
      choice: 'judged by the heels',
      reason: 'Flare pulls a toe back from the line although the heels stand square.',
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
      choice: 'mark on the crown, noted beside the leading edge',
      reason: 'It is what the player sees from above; the difference to the leading edge is logged.',
    },
    {
      setting: 'ball-table',
      choice: 'in blocks of clubs',
      reason: 'Two places are remembered under pressure, six are not.',
    },
    {
      setting: 'motion',
      choice: 'keep moving',
      reason: 'A rehearsed motion keeps the player from freezing; it is not a corrective shuffle.',
    },
  ],
};
