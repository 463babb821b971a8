// Small helpers for the scripts: run a command, see that the packages are there.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';

export const root = new URL('..', import.meta.url).pathname;

export function run(command, args, options = {}) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    ...options,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...options.env },
  });
  return done.status ?? 1;
}

export function capture(command, args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
    });
    let output = '';
    const take = (chunk) => {
      output += chunk;
      process.stdout.write(chunk);
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    child.on('close', (code) => resolve({ code: code ?? 1, output }));
  });
}

/** Installs the packages when they are missing or older than the lock file. */
export function ensurePackages() {
  const marker = `${root}node_modules/.package-lock.json`;
  const fresh = existsSync(marker) && statSync(marker).mtimeMs >= statSync(`${root}package-lock.json`).mtimeMs - 1000;
  if (fresh) return;
  console.log('Installing packages …');
  const code = run('npm', ['ci', '--no-audit', '--no-fund']);
  if (code !== 0) process.exit(code);
}

export const packageJson = JSON.parse(readFileSync(`${root}package.json`, 'utf8'));
export const bin = (name) => `${root}node_modules/.bin/${name}`;
