// Builds the web app, unless what it is built from is as it was at the last build.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { finishBuild } from './finish-build.mjs';
import { giveUp, root } from './setup.mjs';

const SOURCES = [
  'app',
  'core/src',
  'core/package.json',
  'contract',
  'package-lock.json',
  'babel.config.js',
  'scripts/build.mjs',
  'scripts/finish-build.mjs',
  'scripts/fonts.mjs',
];
const PASSED_OVER = new Set(['node_modules', 'dist', '.expo', 'testing', 'fonts']);
export const webDir = join(root, 'app', 'dist');

function* filesOf(path) {
  if (!existsSync(path)) return;
  const entries = readdirSync(path, { withFileTypes: true, recursive: false });
  for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
    if (PASSED_OVER.has(entry.name) || /\.test\.tsx?$/.test(entry.name)) continue;
    const full = join(path, entry.name);
    if (entry.isDirectory()) yield* filesOf(full);
    else yield full;
  }
}

function hashOfSources() {
  const hash = createHash('sha256');
  for (const source of SOURCES) {
    const path = join(root, source);
    for (const file of /\.[a-z]+$/.test(source) ? [path] : filesOf(path))
      hash.update(relative(root, file)).update('\0').update(readFileSync(file));
  }
  return hash.digest('hex');
}

export async function ensureWebBuild() {
  const stamp = join(webDir, '.built-from');
  const wanted = hashOfSources();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Building the web app (about a minute and a half) …');
  // Only now: a fresh clone has no packages when this file is read.
  await (await import('./fonts.mjs')).makeFonts();
  const env = { ...process.env, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1' };
  const result = spawnSync('npx', ['expo', 'export', '--platform', 'web', '--output-dir', 'dist'], {
    cwd: join(root, 'app'),
    env,
    encoding: 'utf8',
  });
  if (result.status !== 0) {
    console.error(result.stdout, result.stderr);
    giveUp('The web app could not be built; the lines above say why.');
  }
  finishBuild(webDir);
  writeFileSync(stamp, wanted);
}
