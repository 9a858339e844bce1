// npm test: sets up what is missing, then form, lint, types, unit, server and browser tests, and one closing line.
// npm test -- words: only the tests in files that have all the words in their path, of whatever kind; without such a file, the
// tests that have them in their name.
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { ensureWebBuild } from './build.mjs';
import { remakeDatabase } from './database.mjs';
import { freePort, startPostgres } from './postgres.mjs';
import { checkNode, ensureChromium, ensurePackages, ensurePdfTools, giveUp, root } from './setup.mjs';

const words = process.argv.slice(2).flatMap((argument) => argument.split(/\s+/));
/** So many browsers at once, each with a server and a database of its own. */
const BROWSER_WORKERS = 2;
const UNIT_ROOMS = ['core', 'contract', 'app'];

function* testFiles(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory() && !['node_modules', 'dist', 'results'].includes(entry.name)) yield* testFiles(path);
    else if (/\.(test|spec)\.tsx?$/.test(entry.name)) yield relative(root, path);
  }
}

/** The test files of some rooms that the words name; null for all of them. */
const named = [...UNIT_ROOMS, 'server', 'e2e']
  .flatMap((room) => [...testFiles(join(root, room))])
  .filter((path) => words.every((word) => path.toLowerCase().includes(word.toLowerCase())));
const isByTitle = words.length > 0 && named.length === 0;
const filesIn = (...rooms) => named.filter((path) => rooms.some((room) => path.startsWith(`${room}/`)));
/** What is handed to a runner so that it runs what was asked for; null where it has nothing to run. */
function choice(files, titleFlag) {
  if (words.length === 0) return [];
  if (isByTitle)
    return [titleFlag, words.map((word) => `(?=.*${word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')})`).join('')];
  return files.length > 0 ? files : null;
}

checkNode();
ensurePackages();
const scratch = mkdtempSync(join(tmpdir(), 'keen-anvil-'));
const total = { passed: 0, failed: 0 };
const summary = [];

/** Runs one stage; what its report file counts goes into the closing line. */
function stage(name, command, args, { env = {}, count } = {}) {
  const began = Date.now();
  console.log(`\n── ${name}`);
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  countIn(name, began, result.status === 0, count?.());
}

/** Runs one stage while others run; what it says comes together once it is over. */
function beside(name, command, args) {
  const began = Date.now();
  const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (words) => said.push(words));
  return new Promise((resolve) => {
    child.on('error', (error) => said.push(Buffer.from(`${error.message}\n`)));
    child.on('close', (status) => {
      console.log(`\n── ${name}`);
      process.stdout.write(Buffer.concat(said));
      countIn(name, began, status === 0);
      resolve();
    });
  });
}

function countIn(name, began, ok, counted = { passed: ok ? 1 : 0, failed: ok ? 0 : 1 }) {
  // A runner that broke off without counting a failure has failed all the same.
  if (!ok && counted.failed === 0) counted.failed = 1;
  total.passed += counted.passed;
  total.failed += counted.failed;
  summary.push(
    `${name}: ${counted.passed} passed, ${counted.failed} failed, ${Math.round((Date.now() - began) / 1000)} s`,
  );
}

const counts = (file, count) => () => {
  try {
    return count(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    return { passed: 0, failed: 1 };
  }
};
const jestCount = (report) => ({
  passed: report.numPassedTests,
  failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
});
const playwrightCount = ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky });

if (words.length === 0) {
  await Promise.all([
    beside('lint', 'npx', ['eslint', '.', '--max-warnings', '0']),
    beside('form', 'npx', ['prettier', '--check', '--log-level', 'warn', '.'])
      .then(() => beside('types', 'npm', ['run', '--silent', 'types']))
      .then(() => beside('leftovers', 'npx', ['knip', '--no-progress']))
      // Types too: the linter follows only what is there when it runs.
      .then(() => beside('circles', 'npm', ['run', '--silent', 'circles'])),
  ]);
}
const unit = choice(filesIn(...UNIT_ROOMS), '-t');
if (unit) {
  const report = join(scratch, 'unit.json');
  const args = ['jest', '--selectProjects', 'core', 'app', '--passWithNoTests', '--json', `--outputFile=${report}`];
  stage('unit tests', 'npx', [...args, ...asJest(unit)], { count: counts(report, jestCount) });
}
const server = choice(filesIn('server'), '-t');
const browser = choice(filesIn('e2e'), '-g');
const postgres = server || browser ? await startPostgres('postgres-test', { quick: true }) : null;
try {
  if (server) {
    ensurePdfTools();
    const report = join(scratch, 'server.json');
    const args = ['jest', '--selectProjects', 'server', '--passWithNoTests', '--json', `--outputFile=${report}`];
    stage('server tests', 'npx', [...args, ...asJest(server)], {
      env: { TEST_DATABASE_URL: postgres.url('postgres') },
      count: counts(report, jestCount),
    });
  }
  if (browser) {
    ensureChromium();
    await ensureWebBuild();
    const report = join(scratch, 'browser.json');
    const workshops = [];
    for (let i = 0; i < BROWSER_WORKERS; i++) {
      await remakeDatabase(postgres.url('postgres'), `keen_anvil_e2e_${i}`);
      workshops.push({ port: await freePort(), database: postgres.url(`keen_anvil_e2e_${i}`) });
    }
    const args = [
      'playwright',
      'test',
      '-c',
      'e2e/playwright.config.ts',
      '--reporter=list,json',
      '--pass-with-no-tests',
    ];
    stage('browser tests', 'npx', [...args, ...browser.map((path) => path.replace(/^e2e\//, ''))], {
      env: {
        E2E_WORKSHOPS: JSON.stringify(workshops),
        PLAYWRIGHT_JSON_OUTPUT_NAME: report,
      },
      count: counts(report, playwrightCount),
    });
  }
} finally {
  postgres?.stop();
  rmSync(scratch, { recursive: true, force: true });
}

if (words.length > 0 && total.passed + total.failed === 0)
  giveUp(`No test has “${words.join(' ')}” in its path or name.`);
console.log(`\n${summary.join('\n')}`);
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 ? 0 : 1);

/** Paths go after the flag that takes them literally; a title's pattern stays as it is. */
function asJest(chosen) {
  return chosen[0] === '-t' || chosen.length === 0 ? chosen : ['--runTestsByPath', ...chosen];
}
