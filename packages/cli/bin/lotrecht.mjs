#!/usr/bin/env node
import('../dist/main.js').catch((error) => {
  if (error.code !== 'ERR_MODULE_NOT_FOUND') throw error;
  process.stderr.write('lotrecht is not built yet: run "npm run build" once.\n');
  process.exitCode = 2;
});
