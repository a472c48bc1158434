import { type Chapter } from './chapter.ts';

/** Why a sentence of the finding says what it says. */
export const WHY: Chapter = {
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
};
