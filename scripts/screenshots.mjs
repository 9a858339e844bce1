/* global document -- some functions here run in the page */
// npm run screenshots: one current picture of each main view, from the demo, into docs/screenshots/.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { ensureWebBuild } from './build.mjs';
import { CHROMIUM } from './chromium.mjs';
import { remakeDatabase } from './database.mjs';
import { freePort, startPostgres } from './postgres.mjs';
import { checkNode, dataDir, ensureChromium, ensurePackages, root } from './setup.mjs';

checkNode();
ensurePackages();
ensureChromium();
await ensureWebBuild();
const { chromium } = await import('@playwright/test');
const postgres = await startPostgres('postgres-test', { quick: true });
await remakeDatabase(postgres.url('postgres'), 'keen_anvil_pictures');
const port = await freePort();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  cwd: root,
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  env: {
    ...process.env,
    DATABASE_URL: postgres.url('keen_anvil_pictures'),
    PORT: String(port),
    LOG_FILE: join(dataDir, 'pictures.log'),
  },
});
await once(server, 'message');
const address = `http://127.0.0.1:${port}`;
const get = async (path) => (await fetch(address + path)).json();
const browser = await chromium.launch(CHROMIUM);

const found = async (words) => (await get(`/api/recipes?search=${encodeURIComponent(words)}`)).recipes[0];
const tunings = await get('/api/tunings');
const halfWay = tunings.find((tuning) => tuning.recipe.process === 'heat-press').id;
const worn = await found('navy vinyl little');
const press = await found('smooth clam');
const jobs = await get('/api/jobs');
const held = jobs.find((job) => job.name === 'Boat number 12').id;
/** Tags that are nested onto an odd piece. */
async function nested(page) {
  await page.getByRole('radio', { name: 'So often' }).click();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Copies of each up by 1' }).click();
  await page.getByRole('button', { name: 'Nest', exact: true }).click();
  await page.getByTestId('nest-picture').waitFor();
  await page.waitForTimeout(4000);
}

/** As many tags as fit, one of them in the hand. */
async function laid(page) {
  await page.getByTestId('thing-tag').first().click();
  await page.getByRole('radio', { name: 'Copies' }).click();
  await page.getByRole('button', { name: 'As many as fit' }).click();
  await page.getByText(/more were laid/).waitFor();
  await page.waitForTimeout(1500);
}

async function pictures(size, views) {
  const page = await (await browser.newContext({ viewport: size })).newPage();
  // The line on which changes of others come is never idle.
  await page.route('**/api/changes', (route) => route.fulfill({ status: 204 }));
  for (const [name, path, act] of views) {
    await page.goto(address + path);
    await page.waitForLoadState('networkidle');
    await act?.(page);
    await page.waitForLoadState('networkidle');
    await page.evaluate(() => document.fonts.ready);
    // The bones of what is still being fetched are no picture of a view.
    await page.waitForFunction(
      () => document.body.innerText.length > 40 && !document.querySelector('[aria-label="Loading"]'),
    );
    await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`) });
  }
  await page.context().close();
}

/** All that has to be ready, ticked off. */
async function ticked(page) {
  const open = page.getByTestId('ready-lines').getByRole('checkbox', { checked: false });
  await open.first().waitFor();
  for (let left = await open.count(); left > 0; left = await open.count()) await open.first().click();
}

/** The same shirt, pressed to its end and looked at. */
async function pressed(page) {
  const verdict = page.getByRole('button', { name: /^holds everywhere/ });
  const next = page.getByRole('button', {
    name: /^(It is (warm|turned over|back|cold|peeled)|Plate (is up|goes down)|Next|It holds)$/,
  });
  const left = () => /^[01](\.\d)? second/.test(document.querySelector('[data-testid=left]')?.ariaLabel ?? '0 second');
  while (!(await verdict.first().isVisible())) {
    if (!(await next.first().isVisible())) continue;
    // Each phase takes its time: what was pressed too short would be asked about.
    await page.waitForFunction(left, undefined, { timeout: 200_000 });
    // The key may be another one by now: it is looked for anew.
    await next
      .first()
      .click({ timeout: 3000 })
      .catch(() => undefined);
  }
  const layers = await verdict.count();
  for (let judged = 0; judged < layers; judged++) {
    await verdict.first().click();
    await page
      .getByRole('button', { name: /^Undo: / })
      .nth(judged)
      .waitFor();
  }
}

/** A trophy of rounds and rings on its sheet, as its file will cut it. */
async function ripples(page) {
  await page.getByRole('textbox', { name: 'Name of the job' }).fill('Ripple trophy');
  await page.getByRole('button', { name: 'Start the job' }).click();
  await page.getByRole('button', { name: 'A measured shape' }).click();
  await page.getByRole('button', { name: 'Circle', exact: true }).click();
  await page.getByRole('radio', { name: /^Diameter,/ }).click();
  await page.getByRole('textbox', { name: 'Diameter', exact: true }).fill('30');
  await page.getByRole('button', { name: 'Put it into the job' }).click();
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await page.getByRole('checkbox').first().click();
  for (const making of ['Repeat round a point', 'Join what crosses in it', 'Fill its holes', 'Ripples']) {
    await page.getByText(/^What could become of/).click();
    await page.getByRole('dialog').getByText(making, { exact: true }).click();
    if (making.startsWith('Repeat')) {
      await page.getByRole('radio', { name: /^How many/ }).click();
      await page.getByRole('textbox', { name: 'How many' }).fill('8');
    }
    await page.getByRole('button', { name: 'Make it so' }).click();
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  }
  await page.getByRole('tab', { name: 'Steps' }).click();
  await page.getByTestId('step-1').getByRole('button', { name: 'Choose the material' }).click();
  await page
    .getByRole('dialog')
    .getByRole('radio', { name: /^Cast acrylic 3 mm, teal/ })
    .first()
    .click();
  await page.getByRole('dialog').waitFor({ state: 'hidden' });
  await page.getByRole('tab', { name: 'Sheet', exact: true }).click();
  await page.getByTestId('sheet').waitFor();
}

/** A photo as it will come out. */
async function engraved(page) {
  await page.getByTestId('picture-preview').getByRole('img').waitFor();
  await page.getByTestId('file-lines').waitFor();
}

/** The wrap round its bottle. */
async function mockedUp(page) {
  await page.getByRole('button', { name: /bottles, half a litre/ }).click();
  await page.getByTestId('mockup').waitFor();
  await page.waitForTimeout(1500);
}

/** A shirt under the press: both films, the plate down. */
async function pressing(page) {
  for (const line of await page.getByTestId('press-ready').getByRole('checkbox').all()) await line.click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.getByRole('button', { name: 'Plate is up' }).click();
  await page.getByRole('button', { name: 'Plate goes down' }).click();
  await page.getByTestId('press-timer').getByText('Plate down at').waitFor();
}

/** A new job with the boat number, white and film, up to its checks. */
async function newJob(page) {
  await page.getByRole('textbox', { name: 'Name of the job' }).fill('Boat number 48');
  await page.getByRole('button', { name: 'Start the job' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles(join(root, 'core', 'testing', 'boat-number-48.svg'));
  for (const [step, name] of [
    [1, 'Outdoor vinyl, white'],
    [2, 'Outdoor vinyl, navy'],
  ]) {
    await page.getByTestId(`step-${step}`).getByRole('button', { name: 'Choose the material' }).click();
    await page.getByRole('radio', { name }).click();
    await page.getByTestId(`step-${step}`).getByTestId('estimate').waitFor();
  }
  await page.getByRole('tab', { name: 'Steps' }).scrollIntoViewIfNeeded();
  await page.getByRole('heading', { name: 'Boat number 48' }).scrollIntoViewIfNeeded();
}

const jobNamed = (name) => jobs.find((job) => job.name === name).id;
await pictures({ width: 390, height: 844 }, [
  ['bench', '/'],
  ['book', '/book?search=vinyl'],
  ['recipe', `/book/${worn.id}`, (page) => page.getByTestId('dial-in').waitFor()],
  ['dial-card', `/book/${press.id}/dial`],
  ['hold', `/jobs/${held}/run`],
  ['job-steps', '/jobs/new', newJob],
  ['ripples', '/jobs/new', ripples],
  ['mockup', `/jobs/${jobNamed('Bottle wraps')}/mockup`, mockedUp],
  ['tuning', `/book/tuning/${halfWay}`, (page) => page.getByTestId('why').waitFor()],
  ['something-wrong', `/book/${worn.id}/wrong?seen=corners-hang`],
  ['press', `/jobs/${jobNamed('Shirts in two films')}/press`, pressing],
  ['pressed', `/jobs/${jobNamed('Shirts in two films')}/press`, pressed],
  ['cost', `/jobs/${jobNamed('Crew stickers')}/cost`, (page) => page.getByTestId('price').waitFor()],
  ['nest', `/jobs/${jobNamed('Kit tags')}/nest?step=1`, nested],
  ['path', `/jobs/${jobNamed('Prize board with a photo')}/path?step=1`, engraved],
  ['broken-off', `/jobs/${jobNamed('Oar-blade tags')}/run`, (page) => page.getByTestId('broken-off').waitFor()],
  ['lay', `/jobs/${jobNamed('Kit tags')}/lay?step=1`, laid],
]);
const made = (await get('/api/jobs')).find((job) => job.name === 'Boat number 48').id;
await pictures({ width: 1280, height: 800 }, [
  [
    'wide-job',
    `/jobs/${made}`,
    async (page) => {
      await page
        .getByRole('button', { name: /Show me where/ })
        .first()
        .click();
      await page.getByTestId('place').waitFor();
    },
  ],
]);
await pictures({ width: 390, height: 844 }, [
  [
    'run',
    `/jobs/${made}`,
    async (page) => {
      await page.getByRole('radio', { name: 'true speed' }).click();
      await page.getByRole('button', { name: 'Run on the stand-in' }).click();
      await ticked(page);
      await page.getByRole('button', { name: 'Start', exact: true }).click();
      await page.getByTestId('tool').waitFor();
      await page.getByText(/0\.[3-9]\d* m cut/).waitFor();
      await page.getByRole('button', { name: 'Pause' }).click();
      await page.getByText('left, paused').waitFor();
    },
  ],
]);

await browser.close();
server.kill('SIGTERM');
await once(server, 'exit');
postgres.stop();
