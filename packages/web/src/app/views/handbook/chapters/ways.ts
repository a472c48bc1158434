import { type Chapter } from './chapter.ts';

/** How a line is read, way by way. */
export const WAYS: Chapter = {
  id: 'ways',
  title: 'How a line is read',
  entries: [
    {
      id: 'bare',
      title: 'Bare: two points and the tape',
      drawing: 'bare',
      text: [
        'Drop a plumb bob from each point, or mark the ground beside each toe. Measure from the string to each mark.',
        'The base is how far apart the two marks are, along the string.',
        'Feet and knees are found well this way. Hips and shoulders want a rod.',
      ],
    },
    {
      id: 'rod',
      title: 'Rod across',
      drawing: 'rod',
      text: [
        'Hold a rod or a club across hips, chest or cap. Drop a bob from each of its ends.',
        'The base goes from one plumb point to the other along the string. It is not the length of the rod.',
        'What counts is how it seats on the body. A longer rod helps little.',
      ],
    },
    {
      id: 'square',
      title: 'Square rod, for the face',
      drawing: 'square',
      text: [
        'Lay a rod square to the string just ahead of the ball. Measure from it to the heel and to the toe of the leading edge.',
        'The base is the leading edge between those two points.',
      ],
    },
    {
      id: 'face-rod',
      title: 'Rod off the face',
      drawing: 'face-rod',
      text: [
        'A rod that stands square off the face shows where it points. Measure how far its far end is from the string.',
        'It is sharper than the square rod, for the rod is longer than the edge.',
      ],
    },
    {
      id: 'points-at',
      title: 'Points at',
      drawing: 'points-at',
      text: [
        'Lay a rod on the marks and look along it. Tap on the strip what you see there.',
        'No tape is needed, and no string: it takes five seconds.',
      ],
    },
    {
      id: 'gauge',
      title: 'Gauge',
      drawing: 'gauge',
      text: ['Lay an angle gauge on the rod and type what it shows, and to which side.'],
    },
    {
      id: 'ball-and-stance',
      title: 'Ball and stance',
      text: [
        'Measure along the string from the lead heel to the ball, and from heel to heel.',
        'The distance goes from the toe line to the ball. Leave out what you do not need.',
      ],
    },
    {
      id: 'walk-in',
      title: 'Walk-in: the routine',
      text: [
        'The student does everything as for a shot. Tap each step as they do it; the next one is the big key.',
        'Tap where they walk in from, and each look. A wrong tap is struck out by tapping it above.',
        'Freeze lets the hold of a blind check begin at once. Order and lines then belong to the same set-up.',
        'Five walk-ins say how often the order is the same, and which step moves.',
      ],
    },
    {
      id: 'train',
      title: 'Train the walk-in',
      text: [
        'The steps come one at a time, by a tap or by a beat. A device with a voice of its own speaks them.',
        'Five to seven times, each to another target. To look alone, no club is aimed.',
        'At the end one tap says how odd it felt. The student can do the same at home, by their link.',
      ],
    },
    {
      id: 'eye-trained',
      title: 'Train the eye',
      text: [
        'From address a square set-up looks turned. Pictures in true perspective tell by how much.',
        'Left or right: twenty answers tell what looks square, and how finely the eye tells. Forty tell it finer.',
        'Turn it square: blind, then with the answer, then with a mark, then blind again.',
        'Instructors train theirs from behind, on any line. It is kept apart from guesses on the tee.',
        'Nothing is scored. The next blind check shows whether it carried over.',
      ],
    },
    {
      id: 'plan-fades',
      title: 'Help that fades',
      text: [
        'Practice begins with rods for every ball, then rods for checks, a mark, nothing, and pressure.',
        'Two checks of oneself in a row as wanted move it on. One that is out takes it a step back.',
        'A check counts with how sure it is: one alone hardly decides.',
        'Nothing is scored, and no days are counted in a row.',
      ],
    },
    {
      id: 'eye',
      title: 'By eye',
      drawing: 'eye',
      text: [
        'Say what you see before any tape comes out. It counts for as much as your eye was worth so far.',
      ],
    },
  ],
};
