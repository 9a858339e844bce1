import { dxf, entity, line } from '../../../core/testing/dxf';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readHpgl } from '@keen-anvil/core/output';
import { addresses, type JobAnswer, type JobDetail, type MaterialView, type StepView } from '@keen-anvil/contract';
import type request from 'supertest';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import type { ChangeStep } from '@keen-anvil/core/jobs';
import { wish } from '../../testing/wish';

let server: TestServer;
let materials: MaterialView[];
beforeAll(async () => {
  server = await startTestServer();
  materials = (await api().get(addresses.materials())).body;
});
afterAll(() => server.close());

const { api, drawn } = asker(() => server);
const wholeBody = (response: request.Response, done: (error: Error | null, body: Buffer) => void) => {
  const chunks: Buffer[] = [];
  const stream = response as unknown as NodeJS.ReadableStream;
  stream.on('data', (chunk: Buffer) => chunks.push(chunk));
  stream.on('end', () => done(null, Buffer.concat(chunks)));
};
const boatNumber = readFileSync(join(__dirname, '../../../core/testing/boat-number-48.svg'));
const material = (name: string) => materials.find((m) => m.name === name)!;

async function newJob(): Promise<string> {
  const id = randomUUID();
  await api().post(addresses.jobs()).send({ id, name: 'Boat numbers' }).expect(201);
  return id;
}
const bringIn = (jobId: string, bytes: Buffer | string, fileName = 'boat-number-48.svg') =>
  api()
    .put(addresses.bringIn({ id: jobId, artworkId: randomUUID(), fileName }))
    .set('Content-Type', 'image/svg+xml')
    .send(bytes as string);
async function jobWithDrawing(): Promise<JobDetail> {
  return drawn(bringIn(await newJob(), boatNumber).expect(201));
}
const doTo = (job: JobDetail, action: Parameters<typeof wish>[1]) =>
  api()
    .post(addresses.actOnJob({ id: job.id }))
    .send(wish(job, action));
const change = async (
  job: JobDetail,
  { id: stepId }: StepView,
  body: Omit<ChangeStep, 'do' | 'stepId'>,
): Promise<JobDetail> => drawn(doTo(job, { do: 'change-step', stepId, ...body }).expect(200));

describe('bringing a drawing in', () => {
  it('keeps the file, makes a step for each colour and says what was not read', async () => {
    const job = await jobWithDrawing();
    expect(job.steps.map((step) => [step.colour, step.parts.length])).toEqual([
      ['#f4f4ef', 1],
      ['#1d2f5c', 3],
    ]);
    expect(job.artworks[0]).toMatchObject({
      name: 'boat-number-48.svg',
      byteCount: boatNumber.length,
      facts: { keptWidthMm: expect.closeTo(200, 2), keptHeightMm: expect.closeTo(124, 2) },
    });
    expect(job.artworks[0].facts.notices[0].message).toContain('cut two of each');
    expect(job.steps.map((step) => step.hold)).toEqual([null, 'Put in the next material']);
    const file = await api()
      .get(addresses.drawingFile({ id: job.artworks[0].id }))
      .buffer(true)
      .parse(wholeBody);
    expect(Buffer.compare(file.body as Buffer, boatNumber)).toBe(0);
    expect(file.headers['content-disposition']).toContain('attachment');
  });

  const wrap = (inside: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm" viewBox="0 0 9 9">${inside}</svg>`;
  const repeats = [
    '<g id="r0"><path d="M0 0h1v1z"/></g>',
    ...Array.from({ length: 9 }, (_, i) => `<g id="r${i + 1}">${`<use href="#r${i}"/>`.repeat(10)}</g>`),
  ].join('');
  it.each([
    ['entities of other files', '<!DOCTYPE svg [<!ENTITY a SYSTEM "x.svg">]><svg>&a;</svg>', 'declares entities'],
    ['a script', wrap('<script>1</script>'), 'holds a script'],
    ['a foreign reference', wrap('<image href="ftp://elsewhere/x.png"/>'), 'another file'],
    ['groups without end', wrap('<g>'.repeat(100_000)), 'deep in each other'],
    ['a billion repeats', wrap(repeats), 'every repeat'],
    ['bytes that are no text', Buffer.from([0xff, 0xfe, 0x00, 0xd8]), 'UTF-16LE was expected'],
    ['bytes that are no letters', Buffer.from([0x3c, 0xff, 0x00, 0xd8]), 'UTF-8 was expected'],
    ['an empty file', '', 'is empty'],
    ['nothing to cut', wrap('<text>48</text>'), 'holds nothing that could be cut or drawn: Text “48”'],
    ['a broken file', wrap('<g').slice(0, 90), 'not well-formed'],
  ])('refuses %s in words, and the job stays as it was', async (_, bytes, words) => {
    const jobId = await newJob();
    const answer = await bringIn(jobId, bytes).expect(422);
    expect(answer.body.error.message).toContain(words);
    expect(answer.body.error.field).toBe('file');
    expect(
      (
        await api()
          .get(addresses.job({ id: jobId }))
          .expect(200)
      ).body.document.drawings,
    ).toEqual([]);
  });

  it('takes a DXF drawing as well: each colour a step, loose ends joined, its bytes kept', async () => {
    const outline = [
      [0, 0, 40, 0],
      [40, 0, 40, 20],
      [40, 20, 0, 20],
      [0, 20, 0, 0],
    ].map(([x1, y1, x2, y2]) => line('hull', x1, y1, x2, y2));
    const source = dxf({
      units: 4,
      layers: [{ name: 'hull', colour: 5 }],
      entities: [...outline, entity('CIRCLE', 'oar', [62, 1], [10, 60], [20, 10], [40, 5])],
    });
    const job = await drawn(bringIn(await newJob(), source, 'plate.dxf').expect(201));
    expect(job.steps.map((step: { colour: string }) => step.colour)).toEqual(['#0000ff', '#ff0000']);
    expect(job.artworks[0]).toMatchObject({
      name: 'plate.dxf',
      facts: { keptWidthMm: expect.closeTo(65, 3), keptHeightMm: expect.closeTo(20, 3) },
    });
    expect(job.artworks[0].facts.notices[0].message).toContain('3 loose ends within 0.05 mm');
    expect(
      (
        await api()
          .get(addresses.drawingFile({ id: job.artworks[0].id }))
          .expect(200)
      ).body.toString(),
    ).toBe(source);
  });

  it.each([
    ['broken off', dxf({ entities: [line('0', 0, 0, 5, 5)] }).slice(0, -30), 'breaks off or is damaged'],
    ['binary', 'x\u0000y', 'DXF in text form was expected'],
    ['of nothing', dxf({ entities: [] }), 'holds nothing that could be cut or drawn'],
  ])('refuses a DXF file that is %s', async (_, source, words) => {
    expect((await bringIn(await newJob(), source, 'plate.dxf').expect(422)).body.error.message).toContain(words);
  });

  it('refuses 100 MB, and goes on serving', async () => {
    const answer = await bringIn(await newJob(), Buffer.alloc(100_000_000, ' ')).expect(413);
    expect(answer.body.error.message).toBe('That is too large: at most 40 MB are taken.');
    await api().get(addresses.bench()).expect(200);
  });

  it('refuses other kinds of file and a job that is not there, and lays a second drawing beside the first', async () => {
    const job = await jobWithDrawing();
    const two = await drawn(bringIn(job.id, boatNumber, 'again.svg').expect(201));
    expect(two.artworks.map(({ name, xMm }) => [name, Math.round(xMm)])).toEqual([
      ['boat-number-48.svg', 0],
      ['again.svg', 210],
    ]);
    expect(two.steps).toHaveLength(4);
    expect((await bringIn(await newJob(), 'x', 'photo.bmp').expect(422)).body.error.message).toBe(
      'A drawing (SVG, DXF), a picture (PNG, JPG) or a machine file (HP-GL, G-code) was expected; “photo.bmp” came.',
    );
    await bringIn(randomUUID(), boatNumber).expect(404);
  });
});

describe('giving each colour its material', () => {
  it('finds the recipe by itself, takes the largest piece, and lays the parts on it', async () => {
    let job = await jobWithDrawing();
    job = await change(job, job.steps[0], { materialId: material('Outdoor vinyl, white').id });
    job = await change(job, job.steps[1], { materialId: material('Outdoor vinyl, navy').id });
    const [plate, digits] = job.steps;
    expect(plate.match.recipe).toMatchObject({
      settings: { force: 17 },
      machine: { name: 'Long plotter' },
      tool: { name: 'Fine blade' },
    });
    expect(digits.match.recipe!.temper.temper).toBe('blue');
    expect(digits.hold).toBe('Put in Outdoor vinyl, navy');
    expect(plate.parts[0].places[0]).toMatchObject({ x: 13, y: 17, angle: 0, turnedOver: false });
    expect(plate.mirrored).toBe(false);
  });

  it('reads reversed for film, and suggests how to start where there is no recipe', async () => {
    let job = await jobWithDrawing();
    job = await change(job, job.steps[0], { materialId: material('Transfer film, smooth white').id });
    expect(job.steps[0].mirrored).toBe(true);
    job = await change(job, job.steps[1], { materialId: material('Outdoor vinyl, signal yellow').id });
    expect(job.steps[1].match).toMatchObject({
      recipe: null,
      refusal: null,
      suggestion: { settings: { force: 16 }, why: expect.stringMatching(/^From Outdoor vinyl, .* could be off by/) },
    });
  });

  it('puts a step that draws before one that cuts', async () => {
    let job = await jobWithDrawing();
    job = await change(job, job.steps[1], { materialId: material('Card 250 g, cream').id, process: 'draw' });
    expect(job.steps.map((step) => [step.colour, step.process])).toEqual([
      ['#1d2f5c', 'draw'],
      ['#f4f4ef', 'kiss-cut'],
    ]);
    expect(job.steps[0]).toMatchObject({ holder: 1, match: { recipe: { tool: { kind: 'pen' } } } });
  });

  it('refuses a piece of another material and a tool that cannot do it; what was made on an older version is done all the same', async () => {
    const job = await jobWithDrawing();
    const chosen = await change(job, job.steps[0], { materialId: material('Outdoor vinyl, white').id });
    const [step] = chosen.steps;
    const send = (body: object) => doTo(chosen, { do: 'change-step', stepId: step.id, ...body });
    expect(
      (await send({ stockPieceId: material('Outdoor vinyl, navy').pieces[0].id }).expect(422)).body.error.field,
    ).toBe('stockPieceId');
    const pen = (await api().get(addresses.tools())).body.find((tool: { kind: string }) => tool.kind === 'pen');
    expect((await send({ toolId: pen.id }).expect(422)).body.error.message).toBe(
      'Pen, black 0.4 mm cannot do kiss cut.',
    );
    const old = { ...chosen, version: 1 };
    const { body } = await doTo(old, { do: 'change-step', stepId: step.id, mirrored: true }).expect(200);
    expect((body as JobAnswer).document.steps.find(({ id }) => id === step.id)!.mirrored).toBe(true);
    // What made sense on what was seen, and does not any more, comes back with how it is now.
    const gone = (await doTo(old, { do: 'take-apart', partIds: [randomUUID()] }).expect(409)).body.error;
    expect(gone).toMatchObject({ code: 'stale', field: 'partIds', current: { id: job.id, version: body.version } });
    expect(gone.message).toBe(
      'The job was changed in the meantime, and this cannot be done to it as it is now: 1 parts were chosen; 0 of them are in this job.',
    );
    await send({ luck: true }).expect(400);
  });
});

describe('size and place', () => {
  it('keeps the exact width and moves parts by exact steps', async () => {
    let job = await jobWithDrawing();
    job = await change(job, job.steps[0], { materialId: material('Outdoor vinyl, white').id });
    job = await drawn(doTo(job, { do: 'change-drawing', drawingId: job.artworks[0].id, widthMm: 150 }).expect(200));
    expect(job.artworks[0].scaleX * job.artworks[0].facts.keptWidthMm).toBeCloseTo(150, 9);
    expect(job.artworks[0].scaleY).toBe(job.artworks[0].scaleX);
    const [part] = job.steps[0].parts;
    const nudged = await drawn(
      doTo(job, {
        do: 'nudge-parts',
        stepId: job.steps[0].id,
        partIds: [part.id],
        dxMm: 2.5,
        dyMm: -1,
      }).expect(200),
    );
    expect(nudged.steps[0].parts[0].places[0]).toMatchObject({ x: part.places[0].x + 2.5, y: part.places[0].y - 1 });
    const file = readHpgl(
      (
        await api()
          .get(addresses.stepFile({ id: job.steps[0].id }))
          .buffer(true)
          .parse(wholeBody)
          .expect(200)
      ).body.toString(),
    );
    const xs = file.strokes[0].points.map((p) => p.x);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(150, 1);
    expect(Math.min(...xs)).toBeCloseTo(part.places[0].x + 2.5, 1);
    expect(file.strokes[0].speedMmS).toBeCloseTo(150.5, 3);
    expect(file.strokes[0].forceGf).toBe(135);
  });

  it('refuses widths that cannot be and parts of other steps', async () => {
    const job = await jobWithDrawing();
    expect(
      (await doTo(job, { do: 'change-drawing', drawingId: job.artworks[0].id, widthMm: -3 }).expect(400)).body.error
        .message,
    ).toBe('The width goes from 1 to 10000 mm.');
    const partIds = [job.steps[1].parts[0].id];
    await doTo(job, { do: 'nudge-parts', stepId: job.steps[0].id, partIds, dxMm: 1, dyMm: 1 }).expect(422);
  });

  it('has no machine file for a step without a material', async () => {
    const job = await jobWithDrawing();
    expect(
      (
        await api()
          .get(addresses.stepFile({ id: job.steps[0].id }))
          .expect(422)
      ).body.error.message,
    ).toBe('Step 1 has no material yet.');
  });
});
