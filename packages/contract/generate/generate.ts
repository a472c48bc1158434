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

function dropRepeats(source: string): string {
  const seen = new Set<string>();
  return source
    .split(/(?=^(?:\/\*\*|export ))/m)
    .filter((chunk) => {
      const name = /^export (?:interface|type) (\w+)/.exec(chunk)?.[1];
      if (name === undefined) return true;
      if (seen.has(name)) return false;
      seen.add(name);
      return true;
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

const formats = await readSchemas('formats');
const schemas = [...formats, ...(await readSchemas('api'))].map((s) => s.schema);
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
