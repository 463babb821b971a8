#!/usr/bin/env node
// Runs the TypeScript command from source.
import { fileURLToPath } from 'node:url';
import { register } from 'tsx/esm/api';

process.env.AUGERSET_HOME ??= fileURLToPath(new URL('..', import.meta.url));
register();
await import('./main.ts');
