// Brings what is missing: Node's version, npm packages, Debian packages. No dependencies of its own.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
export const dataDir = join(root, '.data');

/** Ends the command with one sentence. */
export function giveUp(sentence) {
  console.error(`\n${sentence}`);
  process.exit(1);
}

export function checkNode() {
  const major = Number(process.versions.node.split('.')[0]);
  if (major < 20) giveUp(`Keen Anvil needs Node 20 or newer; this is ${process.versions.node}.`);
}

/** Refuses where another npm start or npm test is installing packages here at this moment. */
function takeTurn() {
  const lock = join(dataDir, 'setup.pid');
  mkdirSync(dataDir, { recursive: true });
  const other = existsSync(lock) ? Number(readFileSync(lock, 'utf8')) : 0;
  if (other && other !== process.pid && isAlive(other))
    giveUp(`Another command (process ${other}) is installing packages here. Wait until it is done.`);
  writeFileSync(lock, String(process.pid));
  return () => rmSync(lock, { force: true });
}

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

/** Installs the npm packages of the lock file, unless just that was done before. */
export function ensurePackages() {
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.keen-anvil-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  const done = takeTurn();
  console.log('Installing packages (about two minutes the first time) …');
  const result = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: 'inherit',
  });
  if (result.status !== 0) giveUp('The npm packages could not be installed; the lines above say why.');
  writeFileSync(stamp, wanted);
  done();
}

/** Installs a Debian package if the file it brings is not there. */
export function ensureDebianPackage(name, isThere) {
  if (isThere()) return;
  if (process.getuid?.() !== 0)
    giveUp(`The Debian package ${name} is missing. Install it with: sudo apt-get install ${name}`);
  console.log(`Installing the Debian package ${name} …`);
  const apt = (args) =>
    spawnSync('apt-get', args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  apt(['update', '-qq']);
  if (apt(['install', '-y', '-qq', name]).status !== 0 || !isThere())
    giveUp(`The Debian package ${name} could not be installed; the lines above say why.`);
}

/** Draws pages of a PDF as pictures, where a test looks at what is printed. */
export function ensurePdfTools() {
  ensureDebianPackage('poppler-utils', () => existsSync('/usr/bin/pdftoppm'));
}

export function ensureChromium() {
  ensureDebianPackage('chromium', () => existsSync('/usr/bin/chromium'));
}
