import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { contourBounds } from '@keen-anvil/core/geometry';
import {
  addresses,
  type JobDetail,
  type MaterialView,
  type PartView,
  type StepView,
  type TemplateDetail,
  type ToolView,
} from '@keen-anvil/contract';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import type { ChangeDrawing, ChangeRole, ChangeStep } from '@keen-anvil/core/jobs';
import { wish } from '../../testing/wish';

let server: TestServer;
let materials: MaterialView[];
const { api, drawn } = asker(() => server);
beforeAll(async () => {
  server = await startTestServer();
  materials = (await api().get(addresses.materials())).body;
});
afterAll(() => server.close());

const material = (name: string) => materials.find((m) => m.name === name)!;
const svg = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="60mm" viewBox="0 0 100 60">${inside}</svg>`;
const ring = '<path id="ring" d="M10 10H50V50H10ZM20 20V40H40V20Z"/>';
const dot = '<rect id="dot" x="60" y="10" width="20" height="20"/>';
const red = '<rect id="tag" x="60" y="35" width="30" height="15" fill="#c8342f"/>';

async function jobWith(inside: string, fileName = 'kit.svg'): Promise<JobDetail> {
  const id = randomUUID();
  await api().post(addresses.jobs()).send({ id, name: 'Kit labels' }).expect(201);
  return drawn(
    api()
      .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName }))
      .set('Content-Type', 'application/octet-stream')
      .send(svg(inside))
      .expect(201),
  );
}
const act = (job: JobDetail, action: Parameters<typeof wish>[1]) =>
  api()
    .post(addresses.actOnJob({ id: job.id }))
    .send(wish(job, action));
const done = async (job: JobDetail, action: Parameters<typeof wish>[1]): Promise<JobDetail> =>
  drawn(act(job, action).expect(200));
const undo = (job: JobDetail): Promise<JobDetail> =>
  drawn(
    api()
      .post(addresses.undoInJob({ id: job.id }))
      .send({ version: job.version })
      .expect(200),
  );
const allParts = (job: JobDetail): PartView[] => [...job.steps.flatMap((step) => step.parts), ...job.otherParts];
const named = (job: JobDetail, name: string) => allParts(job).find((part) => part.name === name)!;
const change = (
  job: JobDetail,
  { id: stepId }: StepView,
  body: Omit<ChangeStep, 'do' | 'stepId'>,
): Promise<JobDetail> => done(job, { do: 'change-step', stepId, ...body });
const resize = (job: JobDetail, body: Omit<ChangeDrawing, 'do' | 'drawingId'>) =>
  act(job, { do: 'change-drawing', drawingId: job.artworks[0].id, ...body });
const box = (part: PartView) => contourBounds(part.contours)!;
/** All that an undo has to bring back. */
const shapeOf = (job: JobDetail) => ({
  steps: job.steps.map(({ id, position, process, colour, materialId, parts }) => ({
    id,
    position,
    process,
    colour,
    materialId,
    parts: parts.map(({ id: partId, name, places, contours }) => ({ partId, name, places, contours })),
  })),
  others: job.otherParts.map(({ id, role, name }) => ({ id, role, name })),
  sizes: job.artworks.map(({ scaleX, scaleY, isSizeLocked }) => ({ scaleX, scaleY, isSizeLocked })),
});

describe('what is processed', () => {
  it('parts become guides or are left out, and come back', async () => {
    let job = await jobWith(ring + dot);
    job = await done(job, { do: 'change-role', partIds: [named(job, 'dot').id], role: 'out' });
    expect(job.steps[0].parts.map(({ name }) => name)).toEqual(['ring']);
    expect(job.otherParts).toMatchObject([{ name: 'dot', role: 'out', stepId: job.steps[0].id }]);
    job = await done(job, { do: 'change-role', partIds: [named(job, 'dot').id], role: 'process' });
    expect(job.otherParts).toEqual([]);
  });

  it('what is left out does not count in the exact size', async () => {
    let job = await jobWith(ring + dot);
    const all = job.artworks[0].facts.keptWidthMm;
    job = await done(job, { do: 'change-role', partIds: [named(job, 'dot').id], role: 'out' });
    const [artwork] = job.artworks;
    expect([all, artwork.drawn.maxX - artwork.drawn.minX, artwork.facts.keptWidthMm]).toEqual([
      expect.closeTo(70, 6),
      expect.closeTo(70, 6),
      expect.closeTo(40, 6),
    ]);
    job = await drawn(resize(job, { widthMm: 80 }).expect(200));
    const { minX, maxX } = box(named(job, 'ring'));
    expect(maxX - minX).toBeCloseTo(80, 6);
  });

  it('a step of guides alone is gone, its guides show on another sheet, and processed again they have a step', async () => {
    let job = await jobWith(ring + red);
    expect(job.steps).toHaveLength(2);
    job = await change(job, job.steps[0], { materialId: material('Outdoor vinyl, navy').id });
    job = await done(job, { do: 'change-role', partIds: [named(job, 'tag').id], role: 'guide' });
    expect(job.steps).toHaveLength(1);
    expect(named(job, 'tag')).toMatchObject({
      role: 'guide',
      stepId: job.steps[0].id,
      places: [
        { x: job.steps[0].parts[0].places[0].x, y: job.steps[0].parts[0].places[0].y, angle: 0, turnedOver: false },
      ],
    });
    job = await done(job, { do: 'change-role', partIds: [named(job, 'tag').id], role: 'process' });
    expect(job.steps.map(({ colour, parts }) => [colour, parts.map(({ name }) => name)])).toEqual([
      ['#000000', ['ring']],
      ['#c8342f', ['tag']],
    ]);
  });

  it('taking apart and putting together are each other’s undoing', async () => {
    const job = await jobWith(ring + dot);
    const apart = await done(job, { do: 'take-apart', partIds: [named(job, 'ring').id] });
    expect(allParts(apart).map(({ name, pieces }) => [name, pieces])).toEqual(
      expect.arrayContaining([
        ['dot', 1],
        ['ring', 1],
        ['ring, inside 1', 1],
      ]),
    );
    const together = await done(apart, {
      do: 'put-together',
      partIds: [named(apart, 'ring').id, named(apart, 'ring, inside 1').id],
    });
    expect(named(together, 'ring').contours).toEqual(named(job, 'ring').contours);
    expect(together.undo).toBe('putting together');
    const back = await undo(await undo(together));
    expect(shapeOf(back)).toEqual(shapeOf(job));
    expect(
      (await act(back, { do: 'take-apart', partIds: [named(job, 'dot').id] }).expect(422)).body.error.message,
    ).toContain('nothing to take apart');
  });

  it('refuses parts of another job, and actions without what they need', async () => {
    const [job, other] = [await jobWith(ring), await jobWith(dot)];
    expect(
      (await act(job, { do: 'change-role', role: 'out', partIds: [named(other, 'dot').id] }).expect(422)).body.error
        .message,
    ).toBe('1 parts were chosen; 0 of them are in this job.');
    const noRole = { do: 'change-role', partIds: [named(job, 'ring').id] } as unknown as ChangeRole;
    await act(job, noRole).expect(400);
    await act(job, { do: 'draw-outline', partIds: [named(job, 'ring').id], distanceMm: 0 }).expect(422);
    expect((await api().get(addresses.job({ id: job.id }))).body.undo).toBe('bringing in a drawing');
  });
});

describe('steps', () => {
  it('are split off and merged, and undone', async () => {
    const job = await jobWith(ring + dot);
    const stepId = randomUUID();
    const split = await done(job, { do: 'split-step', stepId, partIds: [named(job, 'dot').id] });
    expect(split.steps.map(({ parts }) => parts.map(({ name }) => name))).toEqual([['ring'], ['dot']]);
    const merged = await done(split, { do: 'merge-steps', stepId, intoId: split.steps[0].id });
    expect(merged.steps).toHaveLength(1);
    expect(merged.steps[0].parts).toHaveLength(2);
    const back = await undo(merged);
    expect(shapeOf(back)).toEqual(shapeOf(split));
    const [{ id: same }] = back.steps;
    await act(back, { do: 'merge-steps', stepId: same, intoId: same }).expect(422);
  });

  it('are made by layer and by colour', async () => {
    const job = await jobWith(`<g id="cut">${ring}${red}</g><g id="mark">${dot}</g>`);
    expect(job.steps.map(({ colour }) => colour)).toEqual(['#000000', '#c8342f']);
    const byLayer = await done(job, { do: 'group-steps', by: 'layer' });
    expect(byLayer.steps.map(({ parts }) => parts.map(({ layer }) => layer))).toEqual([['cut', 'cut'], ['mark']]);
    const byColour = await done(byLayer, { do: 'group-steps', by: 'colour' });
    expect(byColour.steps.map(({ parts }) => new Set(parts.map(({ colour }) => colour)).size)).toEqual([1, 1]);
    expect(shapeOf(await undo(byLayer)).steps.flatMap(({ parts }) => parts)).toHaveLength(3);
  });

  it('stand in an order by hand until the rules are asked for again', async () => {
    let job = await jobWith(ring + red);
    job = await change(job, job.steps[0], { materialId: material('Card 250 g, cream').id, process: 'draw' });
    job = await change(
      job,
      job.steps.find(({ process }) => process !== 'draw')!,
      { materialId: material('Card 250 g, cream').id },
    );
    expect(job.steps.map(({ process }) => process)).toEqual(['draw', 'through-cut']);
    const backwards = await done(job, { do: 'order-steps', order: job.steps.map(({ id }) => id).reverse() });
    expect([backwards.isOrderByHand, backwards.steps.map(({ process }) => process)]).toEqual([
      true,
      ['through-cut', 'draw'],
    ]);
    const ruled = await done(backwards, { do: 'order-steps', order: [] });
    expect([ruled.isOrderByHand, ruled.steps.map(({ process }) => process)]).toEqual([false, ['draw', 'through-cut']]);
    await act(ruled, { do: 'order-steps', order: [job.steps[0].id] }).expect(422);
  });

  it('on one sheet lie together and keep it: do not lift', async () => {
    let job = await jobWith(ring + red);
    const card = material('Card 250 g, cream').id;
    job = await change(job, job.steps[0], { materialId: card, process: 'draw' });
    job = await change(
      job,
      job.steps.find(({ materialId }) => !materialId)!,
      { materialId: card },
    );
    expect(job.steps.map(({ keepsSheet, hold }) => [keepsSheet, hold])).toEqual([
      [false, null],
      [true, null],
    ]);
    const [drawn, cut] = job.steps.map(({ parts }) => parts[0].places[0]);
    expect(cut).toEqual({ ...drawn, id: cut.id, partId: cut.partId });
    const foil = await change(job, job.steps[0], { materialId: material('Foil, gold').id, process: 'foil' });
    expect(
      foil.steps.map(({ process, hold, stockPieceId }) => [process, hold, stockPieceId === foil.steps[1].stockPieceId]),
    ).toEqual([
      ['foil', null, true],
      ['through-cut', 'Take the foil off; the sheet stays where it lies', true],
    ]);
  });

  it('keep a nudge of their own, within what the machine can do', async () => {
    let job = await jobWith(ring);
    job = await change(job, job.steps[0], { materialId: material('Outdoor vinyl, navy').id });
    job = await change(job, job.steps[0], { nudge: { changes: { force: 2 }, reason: 'cold morning' } });
    expect(job.steps[0]).toMatchObject({
      nudge: { changes: { force: 2 }, reason: 'cold morning' },
      match: { settings: { force: 18 }, recipe: { settings: { force: 16 } } },
    });
    const answer = await act(job, {
      do: 'change-step',
      stepId: job.steps[0].id,
      nudge: { changes: { force: 400 }, reason: 'much' },
    }).expect(422);
    expect(answer.body.error.field).toBe('nudge');
    job = await change(job, job.steps[0], { nudge: null });
    expect(job.steps[0].match.settings!.force).toBe(16);
  });
});

describe('size', () => {
  it('by width or height, the ratio kept; both for another ratio; and not while it is locked', async () => {
    let job = await jobWith(ring);
    const size = (body: Parameters<typeof resize>[1]) => resize(job, body);
    job = await drawn(size({ heightMm: 80 }).expect(200));
    expect(box(named(job, 'ring'))).toEqual({ minX: 0, minY: 0, maxX: 80, maxY: 80 });
    job = await drawn(size({ widthMm: 40, heightMm: 20 }).expect(200));
    expect(box(named(job, 'ring'))).toEqual({ minX: 0, minY: 0, maxX: 40, maxY: 20 });
    job = await drawn(size({ isSizeLocked: true }).expect(200));
    expect((await size({ widthMm: 90 }).expect(422)).body.error.message).toBe(
      'The size of “kit.svg” is locked: its gaps and printed scales must stay as they are. Unlock it first.',
    );
    job = await undo(job);
    await size({ widthMm: 90 }).expect(200);
  });

  it('an outline at an exact distance keeps it when the drawing is scaled', async () => {
    let job = await jobWith(dot);
    job = await done(job, { do: 'draw-outline', partIds: [named(job, 'dot').id], distanceMm: 3 });
    const gap = (j: JobDetail) => box(named(j, 'dot')).minX - box(named(j, 'dot, outline at 3 mm')).minX;
    expect(gap(job)).toBeCloseTo(3, 3);
    job = await drawn(resize(job, { widthMm: 137 }).expect(200));
    expect(box(named(job, 'dot')).maxX).toBeCloseTo(137, 6);
    expect(gap(job)).toBeCloseTo(3, 3);
    expect(named(job, 'dot, outline at 3 mm').outline).toEqual({ ofPartId: named(job, 'dot').id, mm: 3 });
  });

  it('what was drawn reversed is not mirrored again', async () => {
    let job = await jobWith('<path id="flag" d="M10 10H50L10 30Z"/>');
    job = await change(job, job.steps[0], { materialId: material('Transfer film, smooth white').id });
    expect(job.steps[0].mirrored).toBe(true);
    const [first] = named(job, 'flag').contours;
    job = await drawn(resize(job, { readsReversed: true }).expect(200));
    // Turned back in the plane: with the step turned over it lies as it was drawn.
    expect(named(job, 'flag').contours[0].start[0]).toBeCloseTo(box(named(job, 'flag')).maxX, 6);
    expect(first.start[0]).toBeCloseTo(0, 6);
    expect(job.artworks[0].readsReversed).toBe(true);
    // On a material that is cut from its face it comes out as it was drawn.
    job = await change(job, job.steps[0], { materialId: material('Outdoor vinyl, navy').id });
    expect(job.steps[0].mirrored).toBe(false);
    expect(named(job, 'flag').contours[0].start[0]).toBeCloseTo(0, 6);
  });
});

describe('a drawing read again', () => {
  it('that did not say its size asks; the answer keeps steps, roles and their recipes', async () => {
    const id = randomUUID();
    await api().post(addresses.jobs()).send({ id, name: 'Tags' }).expect(201);
    const bare =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 90 40"><rect id="tag" width="90" height="40"/><circle id="hole" fill="#c8342f" cx="8" cy="20" r="3"/></svg>';
    let job = await drawn(
      api()
        .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName: 'tag.svg' }))
        .send(bare)
        .set('Content-Type', 'image/svg+xml')
        .expect(201),
    );
    const [artwork] = job.artworks;
    expect(
      artwork.facts.asks!.answers.map(({ unitMm, widthMm }) => [unitMm === 1, Math.round(widthMm)]),
    ).toContainEqual([true, 90]);
    job = await change(job, job.steps[0], { materialId: material('Veg-tan leather').id });
    job = await done(job, { do: 'change-role', partIds: [named(job, 'hole').id], role: 'guide' });
    const ids = allParts(job)
      .map((part) => part.id)
      .sort();
    job = await drawn(
      api()
        .post(addresses.readAgain({ id: artwork.id }))
        .send({ keep: true, reading: { ...artwork.decided.reading!, unitMm: 1 } })
        .expect(200),
    );
    expect([job.artworks[0].facts.keptWidthMm, job.artworks[0].facts.asks]).toEqual([90, null]);
    expect(
      allParts(job)
        .map((part) => part.id)
        .sort(),
    ).toEqual(ids);
    expect(named(job, 'hole').role).toBe('guide');
    expect(job.steps.find(({ parts }) => parts.some(({ name }) => name === 'tag'))!.materialId).toBe(
      material('Veg-tan leather').id,
    );
  });

  it('only looked at changes nothing', async () => {
    const job = await jobWith(ring);
    const [artwork] = job.artworks;
    const wish = { keep: false, reading: artwork.decided.reading };
    const preview = (
      await api()
        .post(addresses.readAgain({ id: artwork.id }))
        .send(wish)
        .expect(200)
    ).body;
    expect(preview.parts).toHaveLength(1);
    expect((await api().get(addresses.job({ id: job.id }))).body.version).toBe(job.version);
    await api()
      .post(addresses.readAgain({ id: artwork.id }))
      .send({ ...wish, reading: { ...artwork.decided.reading, joinMm: -1 } })
      .expect(400);
  });

  it('has an address for each of its readings, which never changes and is kept for ever', async () => {
    const job = await jobWith(ring + dot);
    const [{ id, decided }] = job.artworks;
    const read = async (number: number) => api().get(addresses.reading({ id, number }));
    const first = await read(1);
    expect(first.headers['cache-control']).toContain('immutable');
    expect(first.body.parts.map(({ key }: { key: string }) => key)).toEqual(['0', '1']);
    await api()
      .post(addresses.readAgain({ id }))
      .send({ keep: true, reading: { ...decided.reading, joinMm: 1 } })
      .expect(200);
    expect((await read(1)).body).toEqual(first.body);
    expect((await read(2)).body.parts).toHaveLength(2);
    for (const number of [0, 3, 1.5, 1e12]) expect((await read(number)).status).toBe(404);
    await api()
      .get(addresses.reading({ id: randomUUID(), number: 1 }))
      .expect(404);
    // No lines come with a job, and as few with what is done to it.
    const answer = await act(job, { do: 'change-drawing', drawingId: id, widthMm: 50 }).expect(200);
    expect(answer.text).not.toContain('segments');
  });

  it('tells how far it is, line by line', async () => {
    const id = randomUUID();
    await api().post(addresses.jobs()).send({ id, name: 'Tags' }).expect(201);
    const answer = await api()
      .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName: 'kit.svg' }))
      .set('Accept', 'application/x-ndjson')
      .set('Content-Type', 'image/svg+xml')
      .send(svg(ring))
      .expect(200);
    const lines = (answer.text ?? answer.body.toString())
      .trim()
      .split('\n')
      .map((line: string) => JSON.parse(line));
    expect(lines.slice(0, -1).every((line: { progress?: number }) => typeof line.progress === 'number')).toBe(true);
    expect(lines.at(-1).answer.document.drawings).toHaveLength(1);
    const refused = await api()
      .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName: 'kit.svg' }))
      .set('Accept', 'application/x-ndjson')
      .set('Content-Type', 'image/svg+xml')
      .send('<svg')
      .expect(200);
    expect(JSON.parse(refused.text.trim().split('\n').at(-1)!)).toMatchObject({
      status: 422,
      problem: { field: 'file' },
    });
  });
});

describe('texts', () => {
  const text = (over: object = {}) => ({
    words: 'Osprey',
    fontId: 'slab',
    capHeightMm: 20,
    letterSpacingMm: 0,
    lineSpacing: 1,
    align: 'middle',
    arcRadiusMm: null,
    isReversed: false,
    ...over,
  });

  it('are set, changed and looked at before; a script becomes one outline', async () => {
    const job = await jobWith(ring);
    const id = randomUUID();
    let set = await drawn(
      api()
        .post(addresses.addText({ id: job.id }))
        .send({ id, text: text() })
        .expect(201),
    );
    expect(set.artworks[1]).toMatchObject({
      source: 'text',
      name: 'Text “Osprey”',
      decided: { text: { words: 'Osprey' } },
    });
    expect(set.steps[0].parts.map(({ name }) => name)).toEqual(['ring', 'O', 's', 'p', 'r', 'e', 'y']);
    const preview = (
      await api()
        .post(addresses.textPreview())
        .send({ text: text({ fontId: 'script', words: 'rowan' }) })
        .expect(200)
    ).body;
    expect(preview.parts).toHaveLength(1);
    // Each line in its own font; what an older page does not say is as it was.
    const lines = [
      { fontId: null, capHeightMm: null },
      { fontId: 'script', capHeightMm: null },
    ];
    const two = (
      await api()
        .post(addresses.textPreview())
        .send({ text: text({ words: 'OSPREY\nrowan', lines, lineGapMm: 3, widthMm: 76 }) })
        .expect(200)
    ).body;
    expect(two.parts).toHaveLength(7);
    expect(two.widthMm).toBeCloseTo(76, 2);
    for (const wrong of [{ lineGapMm: 'wide' }, { widthMm: 0 }, { lines: [{ fontId: 7, capHeightMm: null }] }])
      await api()
        .post(addresses.textPreview())
        .send({ text: text(wrong) })
        .expect(400);
    set = await drawn(
      api()
        .post(addresses.readAgain({ id }))
        .send({ keep: true, text: text({ words: 'Bend' }) })
        .expect(200),
    );
    expect(set.steps[0].parts.map(({ name }) => name)).toEqual(['ring', 'B', 'e', 'n', 'd']);
    await api()
      .post(addresses.addText({ id: job.id }))
      .send({ id: randomUUID(), text: text({ capHeightMm: 0 }) })
      .expect(400);
    expect(
      (
        await api()
          .post(addresses.addText({ id: job.id }))
          .send({ id: randomUUID(), text: text({ fontId: 'nowhere' }) })
          .expect(422)
      ).body.error.message,
    ).toContain('font is not there');
  });

  it('in a font of one’s own; what is no font is refused and not kept', async () => {
    const file = readFileSync(require.resolve('@expo-google-fonts/ibm-plex-mono/500Medium/IBMPlexMono_500Medium.ttf'));
    const id = randomUUID();
    const fonts = (
      await api()
        .put(addresses.keepFont({ id, fileName: 'club letters.ttf' }))
        .set('Content-Type', 'font/ttf')
        .send(file)
        .expect(201)
    ).body;
    expect(fonts).toContainEqual({ id, name: 'club letters' });
    expect(
      (
        await api()
          .post(addresses.textPreview())
          .send({ text: text({ fontId: id, words: 'M' }) })
          .expect(200)
      ).body.parts,
    ).toHaveLength(1);
    expect(
      (
        await api()
          .put(addresses.keepFont({ id: randomUUID(), fileName: 'x.ttf' }))
          .set('Content-Type', 'font/ttf')
          .send(Buffer.from('no font'))
          .expect(422)
      ).body.error.message,
    ).toContain('A font in TTF or OTF form was expected');
    expect((await api().get(addresses.fonts())).body).toHaveLength(fonts.length);
  });
});

describe('notes and templates', () => {
  it('notes are kept with the job, put away and taken out again', async () => {
    let job = await jobWith(ring);
    const id = randomUUID();
    job = await drawn(
      api()
        .post(addresses.writeNote({ id: job.id }))
        .send({ id, kind: 'colour', label: 'Club navy', value: '#1d2f5c' })
        .expect(201),
    );
    expect(job.notes).toMatchObject([{ id, kind: 'colour', label: 'Club navy', value: '#1d2f5c' }]);
    await api()
      .post(addresses.writeNote({ id: job.id }))
      .send({ id: randomUUID(), kind: 'colour', label: '', value: 'x' })
      .expect(400);
    job = await drawn(api().post(addresses.putNoteAway({ id })).send({ isArchived: true }).expect(200));
    expect(job.notes).toMatchObject([{ id, isArchived: true }]);
    job = await drawn(api().post(addresses.putNoteAway({ id })).send({ isArchived: false }).expect(200));
    expect(job.notes).toMatchObject([{ id, isArchived: false }]);
    await api()
      .post(addresses.putNoteAway({ id: randomUUID() }))
      .send({ isArchived: true })
      .expect(404);
  });

  it('a template makes the same job again, and says what has changed since', async () => {
    let job = await jobWith(ring + red);
    job = await change(job, job.steps[0], { materialId: material('Outdoor vinyl, navy').id });
    job = await done(job, { do: 'change-role', partIds: [named(job, 'tag').id], role: 'guide' });
    await api()
      .post(addresses.writeNote({ id: job.id }))
      .send({ id: randomUUID(), kind: 'words', label: 'Customer', value: 'as last year' })
      .expect(201);
    const id = randomUUID();
    await api()
      .post(addresses.keepTemplate({ id: job.id }))
      .send({ id, name: 'Kit labels, each spring' })
      .expect(201);
    const detail = async (): Promise<TemplateDetail> => (await api().get(addresses.template({ id })).expect(200)).body;
    expect((await detail()).changes).toEqual([]);

    const { recipe } = job.steps[0].match;
    const { version } = (await api().get(addresses.recipe({ id: recipe!.id }))).body;
    await api()
      .post(addresses.reviseRecipe({ id: recipe!.id }))
      .send({
        version,
        settings: { ...recipe!.settings, force: 19 },
        typed: {},
        source: 'own-trial',
        reason: 'new roll is harder',
      })
      .expect(201);
    const blade = ((await api().get(addresses.tools())).body as ToolView[]).find(
      (tool) => tool.id === job.steps[0].toolId,
    )!;
    await api()
      .post(addresses.replaceTool({ id: blade.id }))
      .send({ version: blade.version, note: 'tip broken off' })
      .expect(200);
    const say = (await detail()).changes.map((c) => c.say);
    expect(say).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^The recipe was changed: .*16.*19/),
        'Fine blade was replaced: the new one is sharper',
      ]),
    );

    const again = randomUUID();
    const made = await drawn(
      api().post(addresses.jobs()).send({ id: again, name: 'Kit labels, this spring', templateId: id }).expect(201),
    );
    expect(made.notes).toMatchObject([{ label: 'Customer', value: 'as last year' }]);
    const plain = (j: JobDetail) => ({
      steps: j.steps.map(({ process, materialId, parts }) => ({
        process,
        materialId,
        parts: parts.map(({ name, contours, places }) => ({
          name,
          contours,
          places: places.map(({ x, y, angle, turnedOver }) => ({ x, y, angle, turnedOver })),
        })),
      })),
      others: j.otherParts.map(({ name, role }) => [name, role]),
    });
    expect(plain(made)).toEqual(plain(await drawn(api().get(addresses.job({ id: job.id })))));
    expect(made.steps[0].match.settings!.force).toBe(19);
    await api().post(addresses.jobs()).send({ id: randomUUID(), name: 'x', templateId: randomUUID() }).expect(404);
  });
});

describe('a template of a drawing that was read again since', () => {
  it('makes the job as it was read then', async () => {
    const job = await jobWith(ring + dot + red);
    const id = randomUUID();
    await api()
      .post(addresses.keepTemplate({ id: job.id }))
      .send({ id, name: 'Kit labels' })
      .expect(201);
    const [artwork] = job.artworks;
    const reading = { ...artwork.decided.reading!, unitMm: null, joinMm: 1 };
    await api()
      .post(addresses.readAgain({ id: artwork.id }))
      .send({ keep: true, reading })
      .expect(200);
    // The drawing is gone from its own job since; its readings are not.
    for (let i = 0; i < 2; i++)
      await api()
        .post(addresses.undoInJob({ id: job.id }))
        .send({})
        .expect(200);
    expect((await drawn(api().get(addresses.job({ id: job.id })))).artworks).toEqual([]);
    const made = await drawn(
      api().post(addresses.jobs()).send({ id: randomUUID(), name: 'again', templateId: id }).expect(201),
    );
    expect(allParts(made).map(({ name, contours }) => ({ name, contours }))).toEqual(
      allParts(job).map(({ name, contours }) => ({ name, contours })),
    );
  });
});

describe('what lies on one sheet', () => {
  const places = (job: JobDetail) =>
    Object.fromEntries(allParts(job).map(({ name, places: [{ x, y }] }) => [name, [x, y]]));
  const onOneSheet = async () => {
    let job = await jobWith(ring + red);
    for (const i of [0, 1]) job = await change(job, job.steps[i], { materialId: material('Outdoor vinyl, navy').id });
    return job;
  };
  const move = (job: JobDetail, body: { alone?: boolean; partIds?: string[] }): Promise<JobDetail> =>
    done(job, {
      do: 'nudge-parts',
      stepId: job.steps[0].id,
      partIds: job.steps[0].parts.map(({ id }) => id),
      dxMm: 3,
      dyMm: 1,
      ...body,
    });

  it('moves together, unless one step is moved alone', async () => {
    let job = await onOneSheet();
    const [x, y] = places(job).ring;
    expect(places(job).tag).toEqual([x, y]);
    job = await move(job, {});
    expect(places(job)).toEqual({ ring: [x + 3, y + 1], tag: [x + 3, y + 1] });
    job = await move(job, { alone: true });
    expect(places(job)).toEqual({ ring: [x + 6, y + 2], tag: [x + 3, y + 1] });
    const partIds = [named(job, 'tag').id];
    await act(job, { do: 'nudge-parts', stepId: job.steps[0].id, partIds, dxMm: 1, dyMm: 0 }).expect(422);
  });

  it('are taken back on the phone that moved them, and nothing that was done on another one', async () => {
    const [mine, theirs] = [randomUUID(), randomUUID()];
    let job = await onOneSheet();
    const [ringId, tagId] = [named(job, 'ring').id, named(job, 'tag').id];
    const on = async (device: string, path: string, body: object): Promise<JobDetail> =>
      drawn(api().post(path).set('Device-Id', device).send(body).expect(200));
    const moveOn = (device: string, stepId: string, partId: string, dxMm: number) =>
      on(
        device,
        addresses.actOnJob({ id: job.id }),
        wish(job, { do: 'nudge-parts', stepId, partIds: [partId], dxMm, dyMm: 0, alone: true }),
      );
    const [first, second] = [named(job, 'ring').stepId!, named(job, 'tag').stepId!];
    const [x, tagX] = [named(job, 'ring').places[0].x, named(job, 'tag').places[0].x];
    job = await moveOn(mine, first, ringId, 5);
    job = await moveOn(theirs, first, ringId, 2);
    job = await moveOn(theirs, second, tagId, 7);
    expect(job.undo).toBe('moving parts');
    job = await on(mine, addresses.undoInJob({ id: job.id }), { version: job.version });
    // What they moved since is left where they moved it.
    expect([named(job, 'ring').places[0].x, named(job, 'tag').places[0].x]).toEqual([x + 7, tagX + 7]);
    expect(
      (
        await api()
          .get(addresses.job({ id: job.id }))
          .set('Device-Id', mine)
      ).body.undo,
    ).not.toBe('moving parts');
    job = await on(theirs, addresses.undoInJob({ id: job.id }), { version: job.version });
    expect([named(job, 'ring').places[0].x, named(job, 'tag').places[0].x]).toEqual([x + 7, tagX]);
    job = await on(theirs, addresses.undoInJob({ id: job.id }), { version: job.version });
    expect(named(job, 'ring').places[0].x).toBe(x + 5);
  });

  it('are all moved where twenty phones move them at the same moment', async () => {
    const job = await onOneSheet();
    const { id, stepId, places: before } = named(job, 'ring');
    const nudge = () => wish(job, { do: 'nudge-parts', stepId: stepId!, partIds: [id], dxMm: 1, dyMm: 0, alone: true });
    const answers = await Promise.all(
      Array.from({ length: 20 }, () =>
        api()
          .post(addresses.actOnJob({ id: job.id }))
          .set('Device-Id', randomUUID())
          .send(nudge()),
      ),
    );
    expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 200));
    const now: JobDetail = await drawn(
      api()
        .get(addresses.job({ id: job.id }))
        .expect(200),
    );
    expect(named(now, 'ring').places[0].x).toBe(before[0].x + 20);
  });

  it('are not taken back where a part of another phone stands on them, and that part is named', async () => {
    const [mine, theirs, id, drawingId] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
    await api().post(addresses.jobs()).send({ id, name: 'Kit labels' }).expect(201);
    const put = api()
      .put(addresses.bringIn({ id, artworkId: drawingId, fileName: 'kit.svg' }))
      .set('Device-Id', mine);
    let job: JobDetail = await drawn(put.set('Content-Type', 'application/octet-stream').send(svg(dot)).expect(201));
    const make = wish(job, { do: 'make-part', by: 'eye', measures: {}, partIds: [named(job, 'dot').id] });
    job = await drawn(api().post(addresses.actOnJob({ id })).set('Device-Id', theirs).send(make).expect(200));
    const [made] = allParts(job);
    const takeBack = (device: string) => api().post(addresses.undoInJob({ id })).set('Device-Id', device).send({});
    const answer = await takeBack(mine).expect(422);
    expect(answer.body.error.message).toContain(`“${made.name}”`);
    expect(
      allParts(await drawn(api().get(addresses.job({ id })).expect(200))).some((part) => part.id === made.id),
    ).toBe(true);
    // Taken back there first, it can be taken back here.
    await takeBack(theirs).expect(200);
    await takeBack(mine).expect(200);
  });

  it('twenty nudges are one undo, and can be done again', async () => {
    let job = await onOneSheet();
    const before = places(job);
    for (let i = 0; i < 20; i++) job = await move(job, {});
    const after = places(job);
    job = await undo(job);
    expect([places(job), job.redo]).toEqual([before, 'moving parts']);
    job = await drawn(
      api()
        .post(addresses.redoInJob({ id: job.id }))
        .send({ version: job.version })
        .expect(200),
    );
    expect([places(job), job.redo]).toEqual([after, null]);
    job = await undo(job);
    job = await move(job, { alone: true });
    // Something else was done: what was undone is gone.
    expect(job.redo).toBeNull();
    await api()
      .post(addresses.redoInJob({ id: job.id }))
      .send({})
      .expect(422);
  });
});

describe('what is put away', () => {
  it('jobs and templates are, and come back; the workshop one is in is not', async () => {
    const job = await jobWith(ring);
    const template = randomUUID();
    await api()
      .post(addresses.keepTemplate({ id: job.id }))
      .send({ id: template, name: 'Kit labels' })
      .expect(201);
    for (const isArchived of [true, false]) {
      await api()
        .post(addresses.putJobAway({ id: job.id }))
        .send({ isArchived })
        .expect(200);
      expect((await api().get(addresses.jobs())).body.find((row: { id: string }) => row.id === job.id).isArchived).toBe(
        isArchived,
      );
      expect(
        (
          await api()
            .post(addresses.putTemplateAway({ id: template }))
            .send({ isArchived })
            .expect(200)
        ).body.find((row: { id: string }) => row.id === template).isArchived,
      ).toBe(isArchived);
    }
    const shop = randomUUID();
    await api().post(addresses.workshops()).send({ id: shop, name: 'Ferry Lane Bindery' }).expect(201);
    expect(
      (
        await api()
          .post(addresses.putWorkshopAway({ id: shop }))
          .send({ isArchived: true })
          .expect(200)
      ).body.find((row: { id: string }) => row.id === shop).isArchived,
    ).toBe(true);
    const here = (await api().get(addresses.workshops())).body.find((row: { isHere: boolean }) => row.isHere);
    await api()
      .post(addresses.putWorkshopAway({ id: here.id }))
      .send({ isArchived: true })
      .expect(422);
  });
});
