#!/usr/bin/env node
/** Compresses the built web application once, as small as it gets: the server sends these files instead. */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants } from 'node:zlib';

const COMPRESSED = /\.(js|css|svg|json)$/;
/** Below this the head of the answer is most of it. */
const LEAST_BYTES = 512;

const root = process.argv[2];
for (const name of readdirSync(root, { recursive: true })) {
  const file = path.join(root, name);
  if (!COMPRESSED.test(file)) continue;
  const content = readFileSync(file);
  if (content.length < LEAST_BYTES) continue;
  const params = {
    [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
    [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
  };
  writeFileSync(`${file}.br`, brotliCompressSync(content, { params }));
}
