/** The one-way dependencies of the layers: app → ui, server → core; workers → core only. */
const layer = (name, from, notTo, comment) => ({ name, severity: 'error', comment, from, to: notTo });

module.exports = {
  forbidden: [
    layer(
      'core-stands-alone',
      { path: '^src/core' },
      { path: '^src/(app|ui|server|workers)' },
      'the core knows nobody',
    ),
    layer(
      'core-has-no-surroundings',
      { path: '^src/core' },
      { path: 'node_modules/(react|react-dom|next|mysql2|@chakra-ui|zustand)/' },
      'no React, no DOM, no database, no Next in the core',
    ),
    layer(
      'workers-only-core',
      { path: '^src/workers' },
      { path: '^src/(app|ui|server)' },
      'workers are a few lines over the core',
    ),
    layer(
      'ui-not-server',
      { path: '^src/ui' },
      { path: '^src/(app|server)' },
      'the interface talks to the server by HTTP',
    ),
    layer(
      'page-stays-light',
      { path: '^src/(ui|workers)' },
      { path: 'node_modules/(fontkit|pdfkit|mysql2)/', reachable: true },
      'what only the server needs is not sent to the browser',
    ),
    layer(
      'server-not-ui',
      { path: '^src/server' },
      { path: '^src/(app|ui|workers)' },
      'the server does not know the interface',
    ),
    layer('no-circles', {}, { circular: true }, 'a circle has no reading order'),
    layer('nothing-unresolved', { path: '^src' }, { couldNotResolve: true }, 'every import is found'),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(\\.next|node_modules/next/dist)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
