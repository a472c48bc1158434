import { type Refusal } from './document-refused.ts';

/** One error of a schema validator. */
export interface SchemaError {
  readonly instancePath: string;
  readonly keyword: string;
  readonly message?: string;
  readonly params: Readonly<Record<string, unknown>>;
}

const DAY_WORDS = 'Type a day as year-month-day, e.g. 2026-11-26.';

const FORMATS: Readonly<Record<string, string>> = {
  date: DAY_WORDS,
  email: 'Type an e-mail address, e.g. name@club.example.',
  uuid: 'Use an id as a file of this program has it.',
};

/** What a pattern asks for, by what only it would take. */
const PATTERNS: readonly (readonly [sample: string, words: string])[] = [
  ['00000000-0000-4000-8000-000000000000', 'Use an id as a file of this program has it.'],
  ['2026-11-26T09:30:00.000Z', 'Use a time like 2026-11-26T09:30:00.000Z.'],
  ['2026-11-26', 'Type a day as year-month-day, e.g. 2026-11-26, of the years 1900 to 2200.'],
  ['own-method', 'Use small letters, digits and hyphens, e.g. own-method.'],
];

const TYPES: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  integer: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object with named parts',
  null: 'null',
};

function typeWords(type: unknown): string {
  const types = (Array.isArray(type) ? type : [type]) as readonly unknown[];
  return types.map((name) => TYPES[String(name)] ?? String(name)).join(' or ');
}

function patternWords(pattern: string): string {
  const matches = new RegExp(pattern, 'u');
  return PATTERNS.find(([sample]) => matches.test(sample))?.[1] ?? `Use text of the form ${pattern}.`;
}

/** What is to be typed; undefined where the keyword says nothing that a person can act on. */
function wordsOf({ keyword, params }: SchemaError): { code: string; words: string } | undefined {
  const limit = Number(params['limit']);
  switch (keyword) {
    case 'enum':
      return {
        code: 'not-allowed',
        words: `Use one of: ${(params['allowedValues'] as readonly unknown[]).join(', ')}.`,
      };
    case 'const':
      return { code: 'not-allowed', words: `Use ${JSON.stringify(params['allowedValue'])}.` };
    case 'minimum':
      return { code: keyword, words: `Type a number from ${limit} up.` };
    case 'exclusiveMinimum':
      return { code: 'out-of-range', words: `Type a number above ${limit}.` };
    case 'maximum':
      return { code: 'out-of-range', words: `Type a number up to ${limit}.` };
    case 'minLength':
      return {
        code: 'too-short',
        words: limit === 1 ? 'Fill this in.' : `Type at least ${limit} characters.`,
      };
    case 'maxLength':
      return { code: keyword, words: `Type at most ${limit} characters.` };
    case 'minItems':
      return { code: keyword, words: `Give at least ${limit}.` };
    case 'maxItems':
    case 'maxProperties':
      return { code: keyword, words: `Give at most ${limit}.` };
    case 'uniqueItems':
      return { code: keyword, words: 'The same is given twice. Leave one out.' };
    case 'format':
      return {
        code: keyword,
        words: FORMATS[String(params['format'])] ?? `Use a ${String(params['format'])}.`,
      };
    case 'pattern':
      return { code: keyword, words: patternWords(String(params['pattern'])) };
    case 'type':
      return { code: keyword, words: `Use ${typeWords(params['type'])}.` };
    case 'discriminator':
      return {
        code: keyword,
        words: `The field “${String(params['tag'])}” says none of the kinds that there are.`,
      };
    case 'false schema':
      return {
        code: 'not-together',
        words: 'This stands in the method already. Give either the method or its parts.',
      };
    default:
      return undefined;
  }
}

const SHOWN_CHARACTERS = 60;
/** Never said back, not even to whoever typed it: it may be read over a shoulder, or stand in a log. */
const SECRET = /password|token|code|secret/i;

/** What was read, where it is short enough to be told back; empty for lists, objects and nothing. */
function readWords(value: unknown, path: string): string {
  if (SECRET.test(path)) return '';
  let at = value;
  for (const part of path.split('/').slice(1)) {
    if (typeof at !== 'object' || at === null) return '';
    at = (at as Readonly<Record<string, unknown>>)[part.replaceAll('~1', '/').replaceAll('~0', '~')];
  }
  if (typeof at === 'number' && Number.isFinite(at)) return `Read ${at}. `;
  if (typeof at !== 'string' || at.trim() === '' || at.length > SHOWN_CHARACTERS) return '';
  return `Read “${at}”. `;
}

/** An error of a schema in words that say what was read and what to type. */
export function refusalOf(error: SchemaError, value: unknown): Refusal {
  const { instancePath, keyword, params } = error;
  if (keyword === 'additionalProperties') {
    return {
      code: 'unknown-field',
      path: `${instancePath}/${String(params['additionalProperty'])}`,
      message: 'This field is not known. Check its spelling, or remove it.',
    };
  }
  if (keyword === 'required') {
    return {
      code: 'missing',
      path: `${instancePath}/${String(params['missingProperty'])}`,
      message: 'This field is missing.',
    };
  }
  const known = wordsOf(error);
  if (known === undefined) {
    return { code: keyword, path: instancePath, message: 'This fits nothing that can stand here.' };
  }
  return { code: known.code, path: instancePath, message: readWords(value, instancePath) + known.words };
}
