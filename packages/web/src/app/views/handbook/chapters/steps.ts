import { type Chapter } from './chapter.ts';

/** What each step of a lesson is for. */
export const STEPS: Chapter = {
  id: 'steps',
  title: 'A lesson in six steps',
  entries: [
    {
      id: 'line',
      title: 'Line',
      text: [
        'Say where you are, which target and which club. What you used last time stands there already.',
        'Lay the string after the student has stepped out. A string in sight is help, and no set-up is blind beside it.',
      ],
    },
    {
      id: 'blind',
      title: 'Blind',
      text: [
        'The student sets up as always, with no rod, string or word. You hold the marks; nobody reads a number.',
        'They step out. They say where they felt aimed, you say what your eye saw. Then the string and the tape come out.',
        'Three set-ups in a row tell how they usually stand. Each has a fresh ball and marks of its own colour.',
        'The tape comes out once, after the last. Nothing is shown before the reveal, so that guesses stay guesses.',
      ],
    },
    {
      id: 'finding',
      title: 'Finding',
      text: [
        'It says what to work on first, where that line aims, what to move, and how it will feel.',
        'Angles, chances and what they are made of are under The figures.',
      ],
    },
    {
      id: 'work',
      title: 'Work',
      text: [
        'Read only the line you work on. The base stands as before: two gaps and you have the new figure.',
        'Ask each time where it feels aimed, and how odd it feels.',
        'Before and after stand beside it, with how many more set-ups would show the change.',
      ],
    },
    {
      id: 'balls',
      title: 'Balls',
      text: [
        'Three taps a ball: where the student felt it start, where it passed the gate rod, where it came down.',
        'After the balls the student sets up again without help. This shows what stays once the ball is the thought.',
      ],
    },
    {
      id: 'miss',
      title: 'The usual miss',
      text: [
        'Ask where their balls start, and how they bend, each time a lesson begins. Two taps, before any tape.',
        'The finding says which of the lines that are out go with it, and which do not explain it.',
        'A ball starts mostly where the face points, and bends away from the path.',
      ],
    },
    {
      id: 'run',
      title: 'What the balls say',
      text: [
        'Start and finish leave open what face and path were: the run says both with how sure that is.',
        'While a line of the set-up is out, neither is blamed. Mend the aim, and hit another run.',
        'Beside a set-up that is in, it is the face, the path, or neither. A slightly pulled finish is fine.',
        'Curve and wind are those of the usual club. A ball hit off the middle can bend any way.',
        'Nobody stands ahead of the ball while it is hit. Keep to the rules of your range.',
      ],
    },
    {
      id: 'home',
      title: 'Home',
      text: [
        'One thing, one drill, one way to check oneself. Print it, or send a link that opens for some days.',
        'Set the day of the next lesson: the student stands on Today when it comes.',
      ],
    },
  ],
};
