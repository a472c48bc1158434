import { parseArgs } from 'node:util';
import { trackDocument } from '@lotrecht/judging';
import { validateSeriesDocument } from '@lotrecht/records';
import { type Command } from '../command.ts';
import { convertFile } from './one-file.ts';

/** `lotrecht track`: a series → a track. */
export const TRACK: Command = {
  name: 'track',
  summary: 'a series → a track',
  help: 'lotrecht track FILE|-          a lotrecht-series → a lotrecht-track on standard output',
  run: async (args, streams) => {
    const { positionals } = parseArgs({ args: [...args], options: {}, allowPositionals: true });
    return convertFile(positionals, streams, (value) => trackDocument(validateSeriesDocument(value)));
  },
};
