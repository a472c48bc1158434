import { type HandbookId } from '../../words/handbook-ids.ts';

/** A drawing of the handbook, by what it shows. */
export type HandbookDrawing =
  'bare' | 'rod' | 'square' | 'face-rod' | 'points-at' | 'gauge' | 'eye' | 'words';

/** One thing that is explained. */
export interface Entry {
  /** In the address, after #. */
  readonly id: HandbookId;
  readonly title: string;
  readonly text: readonly string[];
  readonly drawing?: HandbookDrawing;
}

/** A chapter of the handbook. */
export interface Chapter {
  readonly id: string;
  readonly title: string;
  readonly entries: readonly Entry[];
}

/** Everything the handbook says, in the order in which a lesson needs it. */
export const CHAPTERS: readonly Chapter[] = [
  {
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
  },
  {
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
        id: 'eye',
        title: 'By eye',
        drawing: 'eye',
        text: [
          'Say what you see before any tape comes out. It counts for as much as your eye was worth so far.',
        ],
      },
    ],
  },
  {
    id: 'why',
    title: 'Why it says that',
    entries: [
      {
        id: 'first',
        title: 'Toes first, most likely',
        text: [
          'Your method has an order. The first line in it that is off comes first, for it moves the others along.',
          'It is plain from four in five on. Below that it says most likely, and below one in two, perhaps.',
          'It goes by today’s readings, and by how the lines of a body usually go together.',
          'This student’s blind set-ups before count too.',
        ],
      },
      {
        id: 'nothing-first',
        title: 'Nothing to fix first',
        text: [
          'Every line that was read is as your method wants it, as far as the readings show.',
          'Nothing stands out means less: no line is clearly off, and one more reading may show which is.',
        ],
      },
      {
        id: 'picture',
        title: 'Change the picture of the target first',
        text: [
          'Face and body agree with each other, and not with the target. Then no single line is at fault.',
          'The student sets up to a target that is not there. Move the picture, and the body follows.',
        ],
      },
      {
        id: 'aims',
        title: 'They aim 11 m right of Barge',
        text: [
          'The line is drawn on to the distance of the target. A landmark near that direction is named.',
          'It is where the line most likely aims, from all that is known. The tape’s own angle is under The figures.',
        ],
      },
      {
        id: 'move',
        title: 'Trail toe 30 mm toward the line',
        text: [
          'The move that brings the line to your method’s goal. It is rounded to what the readings can know.',
          'Shared by both feet it keeps the distance to the ball.',
        ],
      },
      {
        id: 'feel',
        title: 'It will feel aimed left',
        text: [
          'Who has been aimed right for years feels left when square. Tell it before you move them.',
          'With the felt aim from before the reveal it says where that will be.',
        ],
      },
      {
        id: 'as-far-as',
        title: 'Square, as far as this shows',
        text: [
          'More likely square than not, but the reading is too wide to be sure. A rod across would show more.',
          'Probably means four in five. Without a word before it, nineteen in twenty.',
        ],
      },
      {
        id: 'as-wanted',
        title: 'As wanted',
        text: [
          'Some methods want a line turned, such as feet a little closed with the driver. Then square is not the goal.',
        ],
      },
      {
        id: 'ball-told',
        title: 'Ball 40 mm too far back',
        text: [
          'Measured against the place your method has for these clubs. Half a ball either way counts as there.',
          'Usually is what this student’s blind set-ups with these clubs say together; the newest weigh most.',
          'Who always had it forward feels the right place as too far back. Tell it before you move the ball.',
        ],
      },
      {
        id: 'chain',
        title: 'Likely: starts right',
        text: [
          'What such a set-up often does to the shot, for this hand. It is what teachers see, not a measurement.',
        ],
      },
      {
        id: 'cause',
        title: 'The set-up may be the cause',
        text: [
          'Only when every line and the ball were read and are as wanted is the set-up not the cause.',
          'What was not read is named. A plan To rule it out reads every line that is judged.',
        ],
      },
      {
        id: 'made-from',
        title: 'From today and six earlier checks',
        text: [
          'Earlier blind checks with the same clubs count, the older ones less. Checks with help do not.',
          'Where there are none, it goes by how students of your academy stand.',
        ],
      },
      {
        id: 'change',
        title: 'It has changed too little to show',
        text: [
          'Nobody sets up twice alike. A change counts when it is larger than that and the tape together.',
          'With more set-ups before and after, smaller changes show. It says how many more would.',
        ],
      },
      {
        id: 'usually',
        title: 'Toes usually aim 9 m right at 150 m',
        text: [
          'Where the line is from all blind lessons with these clubs; the newest weigh most.',
          'The angle, how sure it is, and how much it differs from set-up to set-up stand below it.',
        ],
      },
      {
        id: 'order-first',
        title: 'Stance before face',
        text: [
          'The method has the face first, and the feet came before it. Feet that are placed first pull the face round.',
          'Make the order the one thing, and its drill goes home.',
        ],
      },
      {
        id: 'next',
        title: 'One more: knees, rod across, 5 s',
        text: [
          'The one reading that would make most clear for each second of standing still.',
          'When nothing at hand would, it says so. Let the student rest.',
        ],
      },
    ],
  },
  {
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
  },
];

/** What was asked for, in that order; what is not in the handbook is left out. */
export function asked(about: string): readonly Entry[] {
  const entries = CHAPTERS.flatMap((chapter) => chapter.entries);
  return about.split(',').flatMap((id) => entries.find((entry) => entry.id === id) ?? []);
}

/** Chapters with what is found in them; all of it where nothing is looked for. */
export function found(looked: string): readonly Chapter[] {
  const words = looked.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return CHAPTERS;
  const has = ({ title, text }: Entry): boolean => {
    const all = [title, ...text].join(' ').toLowerCase();
    return words.every((word) => all.includes(word));
  };
  return CHAPTERS.map((chapter) => ({ ...chapter, entries: chapter.entries.filter(has) })).filter(
    ({ entries }) => entries.length > 0,
  );
}
