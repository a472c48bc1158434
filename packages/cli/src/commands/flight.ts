import { aimFor, impactFor, type LaunchClub, LAUNCHES, shotOf, type Swing } from '@lotrecht/core';
import { type Command, pretty } from '../command.ts';
import { numberOf, type TypedOptions, typedOptions } from '../input/typed-options.ts';
import { printedRefusal } from '../refused.ts';
import { WrongUsage } from '../wrong-usage.ts';

const SWING = {
  club: undefined,
  'carry-m': undefined,
  'wind-right-ms': '0',
  'wind-ahead-ms': '0',
};
const CLUBS = Object.keys(LAUNCHES);

function swingOf(options: TypedOptions): Swing {
  const { club } = options;
  if (club === undefined || !CLUBS.includes(club)) {
    const read = club === undefined ? '' : `, not ${JSON.stringify(club)}`;
    throw new WrongUsage(`--club is one of ${CLUBS.join(', ')}${read}.`);
  }
  return {
    club: club as LaunchClub,
    carryM: numberOf(options, 'carry-m'),
    wind: { rightMs: numberOf(options, 'wind-right-ms'), aheadMs: numberOf(options, 'wind-ahead-ms') },
  };
}

/** A command about one swing, with options of its own beside those of the swing. */
function flightCommand(
  { name, summary, help }: Pick<Command, 'name' | 'summary' | 'help'>,
  own: readonly string[],
  answer: (swing: Swing, numberOfOption: (option: string) => number) => object,
): Command {
  const known: TypedOptions = { ...SWING, ...Object.fromEntries(own.map((option) => [option, undefined])) };
  return {
    name,
    summary,
    help,
    run: async (args, streams) => {
      const options = typedOptions(args, known);
      const swing = swingOf(options);
      const given = Object.fromEntries(own.map((option) => [option, numberOf(options, option)]));
      try {
        await streams.write(pretty(answer(swing, (option) => given[option] ?? NaN)));
        return 0;
      } catch (error) {
        await streams.writeError(`${JSON.stringify(printedRefusal(error))}\n`);
        return 1;
      }
    },
  };
}

const OF_A_SWING = `--carry-m is what a straight shot of this player carries in still air. Wind is the air's own velocity, right and
toward the target positive, 0 unless given. Angles are from the target line, right positive, whatever the hand.
--club: ${CLUBS.join(', ')}.`;

/** `lotrecht shot`: where a ball goes. */
export const SHOT: Command = flightCommand(
  {
    name: 'shot',
    summary: 'where a ball of this face and path goes',
    help: `lotrecht shot --club mid-iron --carry-m 150 --face-deg 1 --path-deg -1 --wind-right-ms 3 --wind-ahead-ms 0

Flies one ball of the usual club of its group: {"ballSpeedMs", "startDeg", "finishDeg", "lateralM", "carryM",
"curveDeg", "timeS", "descentDeg"}. ${OF_A_SWING}`,
  },
  ['face-deg', 'path-deg'],
  (swing, of) => shotOf(swing, { faceDeg: of('face-deg'), pathDeg: of('path-deg') }),
);

/** `lotrecht aim`: where to aim a shape in a wind. */
export const AIM: Command = flightCommand(
  {
    name: 'aim',
    summary: 'the shot of this face to path that comes down on the target line',
    help: `lotrecht aim --club mid-iron --carry-m 150 --face-to-path-deg 2 --wind-right-ms 3 --wind-ahead-ms 0

Turns face and path together until the ball comes down on the target line: {"pathDeg", "faceDeg", "startDeg",
"carryM", "timeS"}. ${OF_A_SWING}`,
  },
  ['face-to-path-deg'],
  (swing, of) => aimFor(swing, of('face-to-path-deg')),
);

/** `lotrecht impact`: the face and path of a ball that was seen. */
export const IMPACT: Command = flightCommand(
  {
    name: 'impact',
    summary: 'face and path of a ball, from where it started and came down',
    help: `lotrecht impact --club mid-iron --carry-m 150 --start-deg 1 --finish-deg -2 --wind-right-ms 3 --wind-ahead-ms 0

The face and path whose ball starts and comes down as it was seen: {"faceDeg", "pathDeg"}. ${OF_A_SWING}`,
  },
  ['start-deg', 'finish-deg'],
  (swing, of) => impactFor(swing, { startDeg: of('start-deg'), finishDeg: of('finish-deg') }),
);
