// Dependencies point inwards only: core knows nobody; features know core and ui;
// app knows features and store; rig and cli know core (the cli also the store).
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'The core has no interface, storage, framework or Node code.',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(src/core|node_modules/(zod|@noble/hashes|fastest-levenshtein|papaparse|@types/papaparse))' },
    },
    {
      name: 'ui-knows-core-only',
      severity: 'error',
      from: { path: '^src/ui' },
      to: { path: '^(app|src/features|src/store|rig|cli|demo)' },
    },
    {
      name: 'features-know-core-and-ui',
      severity: 'error',
      from: { path: '^src/features' },
      to: { path: '^(app|src/store|rig|cli|demo)' },
    },
    {
      name: 'store-knows-core-only',
      severity: 'error',
      from: { path: '^src/store' },
      to: { path: '^(app|src/features|src/ui|rig|cli)' },
    },
    {
      name: 'signing-knows-core-only',
      severity: 'error',
      from: { path: '^src/signing', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|src/(?!core|signing)|rig|cli|demo)' },
    },
    {
      name: 'sync-and-workers-know-core-only',
      severity: 'error',
      // A drill's house is the rig itself, at work in the browser.
      from: { path: '^src/(sync|workers)', pathNot: '^src/workers/drill\\.worker\\.ts$' },
      to: { path: '^(app|src/features|src/ui|src/store|src/papers|rig|cli|demo)' },
    },
    {
      name: 'papers-know-core-only',
      severity: 'error',
      from: { path: '^src/papers', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^(app|src/features|src/ui|src/store|src/sync|rig|cli|demo)' },
    },
    {
      name: 'nothing-knows-the-app',
      severity: 'error',
      from: { pathNot: '^(app|tests)' },
      to: { path: '^app' },
    },
    {
      name: 'rig-knows-core-only',
      severity: 'error',
      from: { path: '^rig' },
      to: { path: '^(app|src/features|src/ui|src/store|cli|demo)' },
    },
    {
      name: 'sql-stays-in-store',
      severity: 'error',
      from: { pathNot: '^src/store' },
      to: { path: 'node_modules/(drizzle-orm|@libsql)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
    },
  },
};
