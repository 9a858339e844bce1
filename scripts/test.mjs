// npm test: sets up what is missing, then lint, types, unit, server and browser tests, and one closing line.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureWebBuild } from './build.mjs';
import { remakeDatabase } from './database.mjs';
import { freePort, startPostgres } from './postgres.mjs';
import { checkNode, ensureChromium, ensurePackages, root } from './setup.mjs';

checkNode();
ensurePackages();
ensureChromium();
const scratch = mkdtempSync(join(tmpdir(), 'keen-anvil-'));
const postgres = await startPostgres('postgres-test', { quick: true });
const total = { passed: 0, failed: 0 };
const summary = [];

/** Runs one stage; what its report file counts goes into the closing line. */
function stage(name, command, args, { env = {}, count } = {}) {
  const began = Date.now();
  console.log(`\n── ${name}`);
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  const ok = result.status === 0;
  const counted = count?.() ?? { passed: ok ? 1 : 0, failed: ok ? 0 : 1 };
  // A runner that broke off without counting a failure has failed all the same.
  if (!ok && counted.failed === 0) counted.failed = 1;
  total.passed += counted.passed;
  total.failed += counted.failed;
  summary.push(
    `${name}: ${counted.passed} passed, ${counted.failed} failed, ${Math.round((Date.now() - began) / 1000)} s`,
  );
}

const jestCount = (file) => () => {
  try {
    const report = JSON.parse(readFileSync(file, 'utf8'));
    return { passed: report.numPassedTests, failed: report.numFailedTests + report.numRuntimeErrorTestSuites };
  } catch {
    return { passed: 0, failed: 1 };
  }
};
const playwrightCount = (file) => () => {
  try {
    const { stats } = JSON.parse(readFileSync(file, 'utf8'));
    return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
  } catch {
    return { passed: 0, failed: 1 };
  }
};

try {
  stage('lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
  stage('types', 'npx', ['tsc', '--noEmit', '-p', 'tsconfig.json']);
  const unit = join(scratch, 'unit.json');
  stage('unit tests', 'npx', ['jest', '--selectProjects', 'core', 'app', '--json', `--outputFile=${unit}`], {
    count: jestCount(unit),
  });
  const server = join(scratch, 'server.json');
  stage('server tests', 'npx', ['jest', '--selectProjects', 'server', '--json', `--outputFile=${server}`], {
    env: { TEST_DATABASE_URL: postgres.url('postgres') },
    count: jestCount(server),
  });
  await ensureWebBuild();
  const browser = join(scratch, 'browser.json');
  await remakeDatabase(postgres.url('postgres'), 'keen_anvil_e2e');
  stage('browser tests', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json'], {
    env: {
      E2E_PORT: String(await freePort()),
      E2E_DATABASE_URL: postgres.url('keen_anvil_e2e'),
      PLAYWRIGHT_JSON_OUTPUT_NAME: browser,
    },
    count: playwrightCount(browser),
  });
} finally {
  postgres.stop();
  rmSync(scratch, { recursive: true, force: true });
}

console.log(`\n${summary.join('\n')}`);
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 ? 0 : 1);
