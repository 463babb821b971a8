#!/usr/bin/env node
// Runs the TypeScript command from source.
import { register } from 'tsx/esm/api';

register();
await import('./main.ts');
