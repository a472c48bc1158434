import { degreesFromRadians, type Handedness, markShift } from '@lotrecht/core';
import { type Command, pretty } from '../command.ts';
import { printedRefusal } from '../refused.ts';
import { numberOf, typedOptions } from '../input/typed-options.ts';
import { WrongUsage } from '../wrong-usage.ts';

const OPTIONS = {
  hand: undefined,
  'inside-m': undefined,
  'behind-m': '0',
  'mark-m': undefined,
  'target-m': undefined,
};

function handOf(text: string | undefined): Handedness {
  if (text === 'right' || text === 'left') return text;
  throw new WrongUsage(
    `--hand is right or left${text === undefined ? '' : `, not ${JSON.stringify(text)}`}.`,
  );
}

/** `lotrecht sight`: where a mark on the line seems to stand from address. */
export const SIGHT: Command = {
  name: 'sight',
  summary: 'where a mark on the line seems to stand from address',
  help: `lotrecht sight --hand right --inside-m 0.40 --behind-m 0 --mark-m 4.1 --target-m 137

How far beside the target a mark on the line seems to an eye inside the line: {"lateralM", "angleDeg"}, right
positive. --behind-m, how far the eye is behind the ball, is 0 unless given.`,
  run: async (args, streams) => {
    const options = typedOptions(args, OPTIONS);
    const eyes = {
      handedness: handOf(options['hand']),
      insideM: numberOf(options, 'inside-m'),
      behindM: numberOf(options, 'behind-m'),
      markM: numberOf(options, 'mark-m'),
      targetM: numberOf(options, 'target-m'),
    };
    try {
      const { lateralM, angleRad } = markShift(eyes);
      await streams.write(pretty({ lateralM, angleDeg: degreesFromRadians(angleRad) }));
      return 0;
    } catch (error) {
      await streams.writeError(`${JSON.stringify(printedRefusal(error))}\n`);
      return 1;
    }
  },
};
