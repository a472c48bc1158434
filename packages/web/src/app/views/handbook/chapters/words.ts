import { type Chapter } from './chapter.ts';

/** What the words mean. */
export const WORDS: Chapter = {
  id: 'words',
  title: 'What a word means',
  entries: [
    {
      id: 'open-closed',
      title: 'Open, closed, square',
      drawing: 'words',
      text: [
        'A body line of a right-hander is closed when it aims right of the target, open when it aims left.',
        'A club face is open when it points right. For a left-hander all of it is mirrored.',
      ],
    },
    {
      id: 'plus-minus',
      title: '± 1.5°',
      text: [
        'In nineteen of twenty readings the true angle lies within it. String, tape and finding the points are in it.',
        'The student steps in a little otherwise each time; that is said apart.',
      ],
    },
    {
      id: 'gap-base',
      title: 'Gap and base',
      text: [
        'A gap is how far a mark is from the string. The base is how far apart the two marks are.',
        'Lead is the side nearer to the target.',
      ],
    },
    {
      id: 'hold',
      title: 'Hold',
      text: [
        'As long as a student stands still, some fifteen seconds. What is read in one hold belongs together.',
      ],
    },
    {
      id: 'turn-twist',
      title: 'Turn and twist',
      text: [
        'When all lines are off by the same, the whole body is turned: one move mends it.',
        'When one line is off by more than the others, the body is twisted.',
      ],
    },
    {
      id: 'relapsed',
      title: 'Relapsed and stable',
      text: [
        'Relapsed: off again, blind, after it had been as wanted. Stable: as wanted on three lessons running.',
      ],
    },
  ],
};
