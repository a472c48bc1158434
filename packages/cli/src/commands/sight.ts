import { parseArgs } from 'node:util';
import { degreesFromRadians, type Handedness, markShift } from '@lotrecht/core';
import { type Command, pretty } from '../command.ts';
import { printedRefusal } from '../refused.ts';
import { WrongUsage } from '../wrong-usage.ts';

const OPTIONS = {
  hand: { type: 'string' },
  'inside-m': { type: 'string' },
  'behind-m': { type: 'string', default: '0' },
  'mark-m': { type: 'string' },
  'target-m': { type: 'string' },
} as const;

function handOf(text: string | undefined): Handedness {
  if (text === 'right' || text === 'left') return text;
  throw new WrongUsage(
    `--hand is right or left${text === undefined ? '' : `, not ${JSON.stringify(text)}`}.`,
  );
}

function metresOf(option: string, text: string | undefined): number {
  if (text === undefined) throw new WrongUsage(`--${option} is missing.`);
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value)) {
    throw new WrongUsage(`--${option} wants a number of metres, not ${JSON.stringify(text)}.`);
  }
  return value;
}

/** `lotrecht sight`: where a mark on the line seems to stand from address. */
export const SIGHT: Command = {
  name: 'sight',
  summary: 'where a mark on the line seems to stand from address',
  help: `lotrecht sight --hand right --inside-m 0.40 --behind-m 0 --mark-m 4.1 --target-m 137

How far beside the target a mark on the line seems to an eye inside the line: {"lateralM", "angleDeg"}, right
positive. --behind-m, how far the eye is behind the ball, is 0 unless given.`,
  run: async (args, streams) => {
    const { values } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: false });
    const eyes = {
      handedness: handOf(values.hand),
      insideM: metresOf('inside-m', values['inside-m']),
      behindM: metresOf('behind-m', values['behind-m']),
      markM: metresOf('mark-m', values['mark-m']),
      targetM: metresOf('target-m', values['target-m']),
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
