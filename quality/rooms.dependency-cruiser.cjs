const base = require('../.dependency-cruiser.cjs');

/** A room stands on others, and none of these on it; on the server, what a page needs of several is read in `pages/`. */
module.exports = {
  forbidden: [
    {
      name: 'no-room-cycles',
      severity: 'error',
      scope: 'folder',
      from: { path: '^packages/[^/]+/src' },
      to: { circular: true },
    },
  ],
  options: {
    ...base.options,
    exclude: {
      path: '(^|/)(dist|\\.angular)/|\\.(test|spec)\\.ts$|^packages/server/src/(test|faults|bench)/',
    },
    tsConfig: { fileName: 'tsconfig.depcruise.json' },
  },
};
