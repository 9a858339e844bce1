import { randomUUID } from 'node:crypto';
import { addresses, type JobDetail, type MachineView, type StepView } from '@keen-anvil/contract';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import type { ChangeStep } from '@keen-anvil/core/jobs';
import { wish } from '../../testing/wish';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const { api, byName, get, drawn } = asker(() => server);
const drawing =
  '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="60mm" viewBox="0 0 100 60"><rect x="10" y="10" width="60" height="40" fill="none" stroke="#000"/><rect x="20" y="20" width="20" height="10" fill="#c8342f"/></svg>';

async function jobOn(material: string, name = 'Tags 3/4'): Promise<JobDetail> {
  const id = randomUUID();
  await api().post(addresses.jobs()).send({ id, name }).expect(201);
  let job = await drawn(
    api()
      .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName: 'tags.svg' }))
      .set('Content-Type', 'application/octet-stream')
      .send(drawing)
      .expect(201),
  );
  const { id: materialId } = await byName<{ id: string; name: string }>(addresses.materials(), material);
  for (const { id: stepId } of job.steps) job = await change(job, stepId, { materialId });
  return job;
}
async function change(job: JobDetail, stepId: string, body: Omit<ChangeStep, 'do' | 'stepId'>): Promise<JobDetail> {
  const action = wish(job, { do: 'change-step', stepId, ...body });
  return drawn(
    api()
      .post(addresses.actOnJob({ id: job.id }))
      .send(action)
      .expect(200),
  );
}
const filled = (job: JobDetail): StepView => job.steps.find(({ colour }) => colour === '#c8342f')!;
const file = (step: StepView, isWhole = false) =>
  api().get(addresses.stepFile({ id: step.id, sheet: null, together: isWhole }));

describe('filled shapes on what is engraved as often as cut', () => {
  it('are not guessed: no file and no run before it was said', async () => {
    const job = await jobOn('Birch plywood 3 mm');
    expect(job.steps.map(({ isProcessGuessed }) => isProcessGuessed)).toEqual([true, true]);
    const refused = await file(filled(job)).expect(422);
    expect(refused.body.error.message).toContain('Say whether they are engraved or cut out');
    const start = await api()
      .post(addresses.runsOfJob({ id: job.id }))
      .send({ seriesId: randomUUID(), speedUp: 60 });
    expect([start.status, start.body.error.message]).toEqual([
      422,
      expect.stringContaining('Say whether they are engraved or cut out'),
    ]);
    const said = await change(job, filled(job).id, { process: filled(job).process });
    expect(filled(said).isProcessGuessed).toBe(false);
    await file(filled(said)).expect(200);
  });

  it('are cut on vinyl without a question', async () => {
    await file(filled(await jobOn('Outdoor vinyl, navy'))).expect(200);
  });
});

describe('engraved and cut on one sheet of one laser', () => {
  it('comes in one file, with each step’s power and the engraving first, under the job’s own name', async () => {
    let job = await jobOn('Birch plywood 3 mm', 'Étiquettes 3/4 – 艇');
    const diode = (await get<MachineView[]>(addresses.machines())).find(({ kind }) => kind === 'diode-laser')!;
    job = await change(job, filled(job).id, { process: 'laser-area' });
    for (const { id } of job.steps) job = await change(job, id, { machineId: diode.id });
    const [first] = job.steps;
    const whole = await file(first, true).buffer(true).expect(200);
    const text = whole.text ?? (whole.body as Buffer).toString();
    const parts = await Promise.all(
      job.steps.map(async (step) => {
        const one = await file(step).buffer(true).expect(200);
        return one.text ?? (one.body as Buffer).toString();
      }),
    );
    const powers = (gcode: string) => new Set((gcode.match(/S[\d.]+/g) ?? []).filter((word) => word !== 'S0'));
    expect(powers(text)).toEqual(new Set(parts.flatMap((part) => [...powers(part)])));
    const strokes = (gcode: string) => gcode.split('\n').filter((line) => line.startsWith('G1')).length;
    expect(strokes(text)).toBe(parts.reduce((sum, part) => sum + strokes(part), 0));
    expect(text.match(/M2|M30/g) ?? []).toHaveLength((parts[0].match(/M2|M30/g) ?? []).length);
    expect(decodeURIComponent(whole.headers['content-disposition'])).toContain(
      'Étiquettes 3 4 – 艇 - steps 1 and 2.gcode',
    );
  });
});
