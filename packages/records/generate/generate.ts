/**
 * Writes src/generated: one TypeScript type and one validator per schema, and the published copies of the file
 * formats in docs/formats. Validators are generated here so that no page needs eval under its content policy.
 */
import { mkdir, readdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import standaloneCode from 'ajv/dist/standalone/index.js';
import addFormats from 'ajv-formats';
import { build } from 'esbuild';
import { compile } from 'json-schema-to-typescript';
import { format } from 'prettier';

interface Schema {
  readonly $id: string;
  readonly title: string;
}

const here = path.dirname(fileURLToPath(import.meta.url));
const schemasDir = path.join(here, '../schemas');
const generatedDir = path.join(here, '../src/generated');
const publishedDir = path.join(here, '../../../docs/formats');

async function readSchemas(folder: string): Promise<{ file: string; schema: Schema }[]> {
  const dir = path.join(schemasDir, folder);
  const files = (await readdir(dir)).filter((f) => f.endsWith('.schema.json')).toSorted();
  return Promise.all(
    files.map(async (file) => ({
      file,
      schema: JSON.parse(await readFile(path.join(dir, file), 'utf8')) as Schema,
    })),
  );
}

/** What a record of a kind takes in, with the table that its rows stand in. */
interface KindSchema extends Schema {
  /** Says whose its records are where neither the academy nor a student owns them. */
  readonly $comment?: string;
  readonly description: string;
  readonly required: readonly string[];
  readonly properties: Readonly<Record<string, object>>;
}

interface LineSchema extends Schema {
  readonly oneOf: readonly { readonly title: string }[];
}

/** Schemas of `kinds/`: a request's as any other, and a row of an academy's file follows from it. */
async function readKinds(): Promise<{ table: string; schema: KindSchema }[]> {
  return (await readSchemas('kinds')).map(({ file, schema }) => ({
    table: file.replace('.schema.json', '').replaceAll('-', '_'),
    schema: schema as KindSchema,
  }));
}

/** Rows of such a kind name the instructor whose they are; what comes in never does. */
const INSTRUCTORS_OWN = 'owner: instructor';

const ROW_ID = {
  type: 'string',
  pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-[1-5][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
  description: 'A UUID of version 1 to 5, in lower case.',
};
const instant = (type: unknown) => ({
  type,
  pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}\\.\\d{3}(\\d{3})?Z$',
  description: 'UTC, ISO 8601.',
});

/** What a field takes as a row says it: ids in the one spelling that is stored, and nothing named twice. */
function inRow(property: object): object {
  return JSON.parse(JSON.stringify(property), (_key, value: unknown) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
    const { title, format: form, ...rest } = value as { title?: unknown; format?: unknown };
    if (typeof title === 'object') return value;
    return form === 'uuid'
      ? { ...rest, ...ROW_ID, type: (value as { type: unknown }).type }
      : { ...rest, ...(form !== undefined && { format: form }) };
  }) as object;
}

/** What may be left out when it comes in stands as null in a row. */
function orNull(property: { readonly type?: unknown }): object {
  if (Array.isArray(property.type) && property.type.includes('null')) return property;
  return { anyOf: [property, { type: 'null' }] };
}

/** A row of a kind as a file has it: everything that it says, and its days. */
function rowOf(
  table: string,
  { title, description, required, properties, $comment: owner }: KindSchema,
): { readonly title: string } {
  const said = Object.entries(properties)
    .filter(([field]) => field !== 'revision')
    .map(
      ([field, property]) =>
        [field, required.includes(field) ? inRow(property) : orNull(inRow(property))] as const,
    );
  const all = {
    table: { const: table },
    id: ROW_ID,
    revision: { type: 'integer', minimum: 0, maximum: 2147483647 },
    ...(owner === INSTRUCTORS_OWN && { instructorId: ROW_ID }),
    ...Object.fromEntries(said),
    createdAt: instant('string'),
    deletedAt: instant(['string', 'null']),
  };
  return {
    title: `Exported${title.replace(/Input$/, '')}`,
    description,
    type: 'object',
    additionalProperties: false,
    required: Object.keys(all),
    properties: all,
  } as { readonly title: string };
}

/** The lines of a file with those of the kinds: the academy's own before its students, a student's behind what else is theirs. */
function withRows(schema: LineSchema, kinds: readonly { table: string; schema: KindSchema }[]): Schema {
  let { oneOf } = schema;
  for (const { table, schema: kind } of kinds) {
    const next = 'studentId' in kind.properties ? 'ExportedGuardianConsent' : 'ExportedStudent';
    const at = oneOf.findIndex(({ title }) => title === next);
    if (at < 0) throw new Error(`no line ${next} before which rows of ${table} could stand`);
    oneOf = oneOf.toSpliced(at, 0, rowOf(table, kind));
  }
  return { ...schema, oneOf } as Schema;
}

async function generateTypes(schemas: readonly Schema[]): Promise<string> {
  const byId = new Map(schemas.map((s) => [s.$id, s]));
  const declarations = await Promise.all(
    schemas.map((schema) =>
      compile(inlineReferences(schema, byId) as never, schema.title, {
        bannerComment: '',
        format: false,
        declareExternallyReferenced: true,
        additionalProperties: false,
      }),
    ),
  );
  return dropRepeats(declarations.join('\n'));
}

/** Cross-file references become named types that already stand in the same file. */
function inlineReferences(schema: Schema, byId: ReadonlyMap<string, Schema>): unknown {
  return JSON.parse(JSON.stringify(schema), (_key, value: unknown) => {
    const reference = (value as { $ref?: string } | null)?.$ref;
    const target = reference === undefined ? undefined : byId.get(reference);
    return target === undefined ? value : { tsType: target.title };
  }) as unknown;
}

/** A type that two schemas spell out alike stands once: the later one goes with its fields and what is said of them. */
function dropRepeats(source: string): string {
  const seen = new Set<string>();
  let repeats = false;
  return source
    .split(/(?=^(?:\/\*\*|export ))/m)
    .filter((chunk) => {
      const name = /^export (?:interface|type) (\w+)/.exec(chunk)?.[1];
      // A comment alone belongs to the declaration behind it, a comment with a field to the one before.
      if (name === undefined) return !repeats || chunk.trim().endsWith('*/');
      repeats = seen.has(name);
      seen.add(name);
      return !repeats;
    })
    .join('');
}

async function generateValidators(schemas: readonly Schema[]): Promise<string> {
  const ajv = new Ajv2020({
    schemas: schemas as never,
    code: { source: true, esm: true },
    discriminator: true,
    allErrors: false,
    allowUnionTypes: true,
    inlineRefs: false,
  });
  addFormats.default(ajv);
  const code = standaloneCode.default(
    ajv,
    Object.fromEntries(schemas.map((s) => [`validate${s.title}`, s.$id])),
  );
  const bundled = await build({
    stdin: { contents: code, resolveDir: here, loader: 'js' },
    bundle: true,
    format: 'esm',
    platform: 'neutral',
    mainFields: ['main'],
    target: 'es2022',
    write: false,
  });
  return bundled.outputFiles[0]?.text ?? '';
}

const kinds = await readKinds();
const formats = (await readSchemas('formats')).map(({ file, schema }) => ({
  file,
  schema: schema.title === 'AcademyLine' ? withRows(schema as LineSchema, kinds) : schema,
}));
const schemas = [...formats, ...kinds, ...(await readSchemas('api'))].map((s) => s.schema);
await mkdir(generatedDir, { recursive: true });
await mkdir(publishedDir, { recursive: true });
await writeFile(path.join(generatedDir, 'types.ts'), await generateTypes(schemas));
await writeFile(
  path.join(generatedDir, 'validators.ts'),
  `// @ts-nocheck\n${await generateValidators(schemas)}`,
);
await Promise.all(
  formats.map(async ({ file, schema }) =>
    writeFile(
      path.join(publishedDir, file),
      await format(JSON.stringify(schema), { parser: 'json', printWidth: 110 }),
    ),
  ),
);
