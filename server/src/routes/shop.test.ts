import { randomUUID } from 'node:crypto';
import {
  addresses,
  type MachineFields,
  type MachineView,
  type MaterialFields,
  type MaterialView,
  type RecipeDetail,
  type RecipePageView,
  type ToolView,
  type WorkshopView,
} from '@keen-anvil/contract';
import sharp from 'sharp';
import type request from 'supertest';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { MACHINES, MATERIALS } from '../demo/shop-data';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const { api, get, byName } = asker(() => server);
const refusal = async (call: request.Test, status = 422) =>
  (await call.expect(status)).body.error as { code: string; message: string; field?: string; current?: unknown };

const plotter: MachineFields = {
  ...MACHINES[0],
  name: 'Second plotter',
  holderOffsets: [{ xMm: 0.4, yMm: -1.2 }],
  markInsetMm: 15,
  markLegMm: 8,
  zero: 'work',
  lagMs: 1.5,
  pointPower: 0.01,
  driver: 'cable',
  cableFlow: 'XON/XOFF',
  baud: 9600,
  bufferCharacters: 127,
};
const asFields = ({ id: _i, version: _v, isArchived: _a, dials, ...machine }: MachineView): MachineFields => ({
  ...machine,
  dials: dials.map(({ physicalUnit: _p, ...dial }) => ({ ...dial, isRated: dial.isRated ?? false })),
});

describe('a machine', () => {
  it('is put into the shop with its scales, and read back as it was typed', async () => {
    const id = randomUUID();
    await api()
      .post(addresses.machines())
      .send({ ...plotter, id })
      .expect(201);
    const machine = (await get<MachineView[]>(addresses.machines())).find((m) => m.id === id)!;
    expect(asFields(machine)).toEqual(plotter);
    expect(machine.dials.find((dial) => dial.name === 'force')!.physicalUnit).toBe('gf');
    expect(
      (
        await refusal(
          api()
            .post(addresses.machines())
            .send({ ...plotter, id, name: 'Third plotter' }),
          409,
        )
      ).code,
    ).toBe('exists');
    // Sent twice it is the same one.
    expect(
      (
        await api()
          .post(addresses.machines())
          .send({ ...plotter, id })
          .expect(201)
      ).body.machine,
    ).toMatchObject({ id, name: 'Second plotter' });
  });

  it('brings what is built into it as a tool', async () => {
    const id = randomUUID();
    await api()
      .post(addresses.machines())
      .send({ ...MACHINES[2], name: 'Second diode', id })
      .expect(201);
    const head = (await get<ToolView[]>(addresses.tools())).find((tool) => tool.machineId === id)!;
    expect(head).toMatchObject({ name: 'Laser head of Second diode', kind: 'laser-head', wear: 0 });
  });

  it.each([
    [
      'a range that ends where it begins',
      { dials: [{ ...plotter.dials[1], max: 1 }] },
      'Force has to end above where it begins; 1 to 1 was given.',
    ],
    [
      'two dials for one quantity',
      { dials: [plotter.dials[1], plotter.dials[1]] },
      'A machine has one dial for force; two came.',
    ],
    [
      'a reading off the scale',
      { dials: [{ ...plotter.dials[1], calibration: [{ dial: 60, physical: 10 }] }] },
      'Force goes from 1 to 40; it cannot have been measured at 60.',
    ],
    ['margins wider than the bed', { marginSideMm: 200 }, 'The margins leave nothing of the width.'],
  ])('is refused with %s', async (_, change, sentence) => {
    const id = randomUUID();
    expect(
      (
        await refusal(
          api()
            .post(addresses.machines())
            .send({ ...plotter, ...change, id }),
        )
      ).message,
    ).toBe(sentence);
    expect((await get<MachineView[]>(addresses.machines())).some((m) => m.id === id)).toBe(false);
  });

  it('is refused by the contract where a field is none', async () => {
    expect(
      (
        await refusal(
          api()
            .post(addresses.machines())
            .send({ ...plotter, id: randomUUID(), workWidthMm: -1 }),
          400,
        )
      ).message,
    ).toBe('The width of the work area goes from 10 to 20000 mm.');
    expect(
      (
        await refusal(
          api()
            .post(addresses.machines())
            .send({ ...plotter, id: randomUUID(), kind: 'lathe' }),
          400,
        )
      ).field,
    ).toBe('kind');
    expect(
      (
        await refusal(
          api()
            .post(addresses.machines())
            .send({ ...plotter, id: randomUUID(), dials: [{ ...plotter.dials[0], name: 'luck' }] }),
          400,
        )
      ).field,
    ).toBe('dials.0.name');
  });

  it('keeps every recipe as it is when its range changes, and names the ones that no longer fit', async () => {
    const machine = await byName<MachineView>(addresses.machines(), 'Long plotter');
    const before = await get<RecipePageView>(`${addresses.recipes()}?machine=${machine.id}&limit=200`);
    const fields = asFields(machine);
    const shorter = fields.dials.map((dial) =>
      dial.name === 'force'
        ? { ...dial, max: 30, calibration: dial.calibration.filter((point) => point.dial <= 30) }
        : dial,
    );
    const { body } = await api()
      .put(addresses.changeMachine({ id: machine.id }))
      .send({ ...fields, dials: shorter, version: machine.version })
      .expect(200);
    const names = body.misfits.map((misfit: { recipe: { material: { name: string } } }) => misfit.recipe.material.name);
    expect(names).toEqual(expect.arrayContaining(['Card 250 g, cream', 'Canvas']));
    expect(body.misfits[0].problem).toContain("Long plotter's force goes from 1 to 30");
    const after = await get<RecipePageView>(`${addresses.recipes()}?machine=${machine.id}&limit=200`);
    expect(after.recipes.map((recipe) => recipe.settings)).toEqual(before.recipes.map((recipe) => recipe.settings));
    // The second of two makers sees what the first one wrote.
    const stale = await refusal(
      api()
        .put(addresses.changeMachine({ id: machine.id }))
        .send({ ...fields, name: 'Another name', version: machine.version }),
      409,
    );
    expect(stale.current).toMatchObject({ id: machine.id, version: machine.version + 1 });
    await api()
      .put(addresses.changeMachine({ id: machine.id }))
      .send({ ...fields, version: machine.version + 1 })
      .expect(200);
    expect(await get(addresses.misfits({ id: machine.id }))).toEqual([]);
  });

  it('that recipes stand on is put away, never lost', async () => {
    const machine = await byName<MachineView>(addresses.machines(), 'Little plotter');
    await api()
      .post(addresses.putMachineAway({ id: machine.id }))
      .send({ version: machine.version, isArchived: true })
      .expect(200);
    expect(await byName<MachineView>(addresses.machines(), 'Little plotter')).toMatchObject({ isArchived: true });
    expect((await get<RecipePageView>(`${addresses.recipes()}?machine=${machine.id}`)).total).toBe(3);
    await api()
      .post(addresses.putMachineAway({ id: machine.id }))
      .send({ version: machine.version + 1, isArchived: false })
      .expect(200);
  });
});

describe('a tool', () => {
  it('starts a new life when it is replaced; the old one stays in its history', async () => {
    const tool = await byName<ToolView>(addresses.tools(), 'Fine blade, worn');
    const { body } = await api()
      .post(addresses.replaceTool({ id: tool.id }))
      .send({ version: tool.version, note: 'tip broken off' })
      .expect(200);
    expect(body).toMatchObject({ wear: 0, lifeNumber: 2, lives: [{ number: 1, wear: 2310, note: 'tip broken off' }] });
    // What the old blade wanted is no word about the new one.
    const recipe = (await get<RecipePageView>(`${addresses.recipes()}?search=navy%20little`)).recipes[0];
    expect((await get<RecipeDetail>(addresses.recipe({ id: recipe.id }))).wearHint).toBeNull();
  });

  it('keeps its kind, and has only facts of its kind', async () => {
    const tool = await byName<ToolView>(addresses.tools(), 'Deep blade');
    const fields = {
      name: tool.name,
      kind: tool.kind,
      machineId: null,
      details: tool.details,
      wear: tool.wear,
      life: tool.life,
      version: tool.version,
    };
    expect(
      (
        await refusal(
          api()
            .put(addresses.changeTool({ id: tool.id }))
            .send({ ...fields, kind: 'pen', details: {} }),
        )
      ).message,
    ).toContain('Deep blade is a deep blade. Put it away');
    expect(
      (
        await refusal(
          api()
            .put(addresses.changeTool({ id: tool.id }))
            .send({ ...fields, details: { ink: '#000000' } }),
        )
      ).message,
    ).toBe('“ink” is none of its facts; there are angle, trail behind its holder.');
    expect(
      (
        await refusal(
          api()
            .put(addresses.changeTool({ id: tool.id }))
            .send({ ...fields, details: { angle: 200 } }),
        )
      ).message,
    ).toBe('Angle goes from 10 to 90 °; 200 was given.');
    await api()
      .put(addresses.changeTool({ id: tool.id }))
      .send({ ...fields, name: 'Deep blade, 60°' })
      .expect(200);
    // Its recipes are found by the new name at once.
    expect((await get<RecipePageView>(`${addresses.recipes()}?search=deep%2060`)).total).toBeGreaterThan(0);
  });

  it('belongs to a machine only where such a machine has it built in', async () => {
    const machine = await byName<MachineView>(addresses.machines(), 'Long plotter');
    const tube = await byName<MachineView>(addresses.machines(), 'Tube');
    const tool = { id: randomUUID(), name: 'x', kind: 'laser-head', machineId: null, details: {}, wear: 0, life: null };
    expect((await refusal(api().post(addresses.tools()).send(tool))).message).toBe(
      'Laser head: say which machine it belongs to.',
    );
    expect(
      (
        await refusal(
          api()
            .post(addresses.tools())
            .send({ ...tool, machineId: machine.id }),
        )
      ).message,
    ).toBe('A blade plotter has no laser head.');
    expect(
      (
        await refusal(
          api()
            .post(addresses.tools())
            .send({ ...tool, kind: 'pen', machineId: tube.id }),
        )
      ).message,
    ).toContain('belongs to no machine');
    await api()
      .post(addresses.tools())
      .send({ ...tool, machineId: tube.id })
      .expect(201);
  });
});

describe('a material and its stock', () => {
  const { pieces: _, ...leather } = MATERIALS.find((material) => material.family === 'leather')!;
  const fields: MaterialFields = { ...leather, name: 'Belt leather', typed: {} };

  it('takes its thickness from the calipers, with its spread', async () => {
    const { body } = await api()
      .post(addresses.materials())
      .send({ ...fields, id: randomUUID(), readingsMm: [3, 3.2, 3.1], thicknessMm: 9 })
      .expect(201);
    expect(body).toMatchObject({ thicknessMm: 3.1, spreadMm: 0.1, details: { tanning: 'vegetable' } });
  });

  it('keeps a thickness as it was typed in inches', async () => {
    const id = randomUUID();
    const typed = { thicknessMm: { text: '0.125', unit: 'in' } };
    const { body } = await api()
      .post(addresses.materials())
      .send({ ...fields, id, readingsMm: [], thicknessMm: 3.175, typed })
      .expect(201);
    expect(body).toMatchObject({ thicknessMm: 3.175, typed });
    expect(
      (
        await refusal(
          api()
            .put(addresses.material({ id }))
            .send({ ...fields, readingsMm: [], thicknessMm: 4, typed, version: 1 }),
        )
      ).message,
    ).toBe('0.125 in was typed for the thickness, but 4 mm came.');
  });

  it('refuses facts of another family, and a stale write', async () => {
    const material = await byName<MaterialView>(addresses.materials(), 'Canvas');
    const own = {
      name: material.name,
      family: material.family,
      finish: material.finish,
      colour: material.colour,
      thicknessMm: material.thicknessMm,
      readingsMm: [],
      smallestDetailMm: 5,
      mirrored: false,
      facing: '',
      heatLimitC: null,
      supplierCard: null,
      priceCents: null,
      pricePer: 'm2',
      notes: 'washed first',
      details: {},
      defaultProcess: 'through-cut',
      typed: {},
    };
    expect(
      (
        await refusal(
          api()
            .put(addresses.material({ id: material.id }))
            .send({ ...own, details: { peel: 'hot' }, version: material.version }),
        )
      ).message,
    ).toContain('“peel” is none of its facts');
    await api()
      .put(addresses.material({ id: material.id }))
      .send({ ...own, version: material.version })
      .expect(200);
    expect(
      (
        await refusal(
          api()
            .put(addresses.material({ id: material.id }))
            .send({ ...own, finish: 'stiff', version: material.version }),
          409,
        )
      ).current,
    ).toMatchObject({ notes: 'washed first' });
    expect((await get<RecipePageView>(`${addresses.recipes()}?search=washed`)).recipes[0].material.name).toBe('Canvas');
  });

  it('has pieces, with their outlines and amounts', async () => {
    const material = await byName<MaterialView>(addresses.materials(), 'Cotton poplin');
    const id = randomUUID();
    const outline = [
      { x: 10, y: 10 },
      { x: 110, y: 10 },
      { x: 60, y: 90 },
    ];
    const offcut = { id, kind: 'offcut', name: 'a corner', widthMm: 1, lengthMm: 1, count: 1, outline };
    const { body } = await api()
      .post(addresses.addPiece({ id: material.id }))
      .send(offcut)
      .expect(201);
    expect(body.pieces.find((piece: { id: string }) => piece.id === id)).toMatchObject({
      widthMm: 100,
      lengthMm: 80,
      outline: [
        { x: 0, y: 0 },
        { x: 100, y: 0 },
        { x: 50, y: 80 },
      ],
    });
    const { id: _id, ...piece } = offcut;
    expect(
      (
        await refusal(
          api()
            .put(addresses.changePiece({ id }))
            .send({ ...piece, kind: 'roll', version: 1 }),
        )
      ).message,
    ).toBe('A roll is a rectangle; only offcuts and blanks have an outline of their own.');
    expect(
      (
        await refusal(
          api()
            .put(addresses.changePiece({ id }))
            .send({
              ...piece,
              outline: [
                { x: 0, y: 0 },
                { x: 5, y: 0 },
                { x: 9, y: 0 },
              ],
              version: 1,
            }),
        )
      ).message,
    ).toBe('The outline encloses nothing.');
    expect(
      (
        await refusal(
          api()
            .put(addresses.changePiece({ id }))
            .send({ ...piece, count: 1.5, version: 1 }),
          400,
        )
      ).message,
    ).toBe('Pieces are counted: 0, 1, 2 ….');
    await api().post(addresses.putPieceAway({ id })).send({ version: 1, isArchived: true }).expect(200);
    expect(
      (
        await refusal(
          api()
            .put(addresses.changePiece({ id }))
            .send({ ...piece, version: 1 }),
          409,
        )
      ).code,
    ).toBe('stale');
  });

  it('keeps a photo of its pattern, small and without where it was taken', async () => {
    const material = await byName<MaterialView>(addresses.materials(), 'Transfer film, gold glitter');
    const large = await sharp({ create: { width: 3000, height: 1500, channels: 3, background: '#c79a3b' } })
      .png()
      .toBuffer();
    const { body } = await api()
      .put(addresses.photographMaterial({ id: material.id, version: material.version }))
      .set('Content-Type', 'image/png')
      .send(large)
      .expect(200);
    const photo = await api()
      .get(addresses.photo({ id: body.photoId }))
      .expect(200);
    expect(photo.headers['content-type']).toBe('image/jpeg');
    expect(await sharp(photo.body as Buffer).metadata()).toMatchObject({ width: 1200, height: 600 });
    const broken = await refusal(
      api()
        .put(addresses.photographMaterial({ id: material.id, version: body.version }))
        .set('Content-Type', 'image/png')
        .send(large.subarray(0, 300)),
    );
    expect(broken.message).toContain('A photo was expected');
    expect((await byName<MaterialView>(addresses.materials(), 'Transfer film, gold glitter')).photoId).toBe(
      body.photoId,
    );
  });
});

describe('workshops', () => {
  it('are kept apart: a new one is empty, and shows nothing of the demo', async () => {
    const id = randomUUID();
    await api().post(addresses.workshops()).send({ id, name: 'Boathouse loft' }).expect(201);
    const entry = await api().post(addresses.enterWorkshop({ id })).expect(200);
    const cookie = entry.headers['set-cookie'][0].split(';')[0];
    expect(entry.headers['set-cookie'][0]).toMatch(/HttpOnly; SameSite=Strict/);
    const inside = async (path: string) => (await api().get(path).set('Cookie', cookie).expect(200)).body;
    for (const path of [addresses.machines(), addresses.tools(), addresses.materials(), addresses.jobs()])
      expect(await inside(path)).toEqual([]);
    expect((await inside(addresses.recipes())).total).toBe(0);
    const recipe = (await get<RecipePageView>(addresses.recipes())).recipes[0];
    await api()
      .get(addresses.recipe({ id: recipe.id }))
      .set('Cookie', cookie)
      .expect(404);
    expect(((await inside(addresses.workshops())) as WorkshopView[]).map((w) => [w.name, w.isHere])).toEqual([
      ['Slipway Studio', false],
      ['Boathouse loft', true],
    ]);
    // A cookie for nowhere leads to the demo.
    expect(
      (await api().get(addresses.machines()).set('Cookie', `workshop=${randomUUID()}`).expect(200)).body.length,
    ).toBeGreaterThan(0);
  });
});
