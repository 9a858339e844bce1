import { randomUUID } from 'node:crypto';
import {
  addresses,
  type BookFile,
  type ImportPreview,
  type MachineView,
  type RecipeDetail,
  type RecipePageView,
} from '@keen-anvil/contract';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import request from 'supertest';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
let cookie = '';
beforeAll(async () => {
  server = await startTestServer();
  const id = randomUUID();
  await request(server.app).post(addresses.workshops()).send({ id, name: 'Boathouse loft' }).expect(201);
  cookie = (await request(server.app).post(addresses.enterWorkshop({ id })).expect(200)).headers['set-cookie'][0].split(
    ';',
  )[0];
});
afterAll(() => server.close());

const text = async (path: string, where = ''): Promise<string> =>
  (
    await request(server.app)
      .get(path)
      .set('Cookie', where)
      .buffer(true)
      .parse((response, done) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () => done(null, Buffer.concat(parts).toString('utf8')));
      })
      .expect(200)
  ).body as string;
const bring = (body: string | Buffer, { isPreview = true, leaveOut = false, where = '', name = 'book.json' } = {}) =>
  request(server.app)
    .post(addresses.importBook({ fileName: name, preview: isPreview, leaveOut }))
    .set('Cookie', where)
    .set('Content-Type', 'application/octet-stream')
    .send(Buffer.from(body));
const total = async (where = '') =>
  ((await request(server.app).get(addresses.recipes()).set('Cookie', where).expect(200)).body as RecipePageView).total;
const csv = (rows: string[], head = 'material,family,thickness mm,machine,tool,process,force,speed,passes,reason') =>
  [head, ...rows].join('\n');

describe('the whole book as JSON', () => {
  it('comes out of an empty workshop byte for byte as it went in', async () => {
    const first = await text(addresses.bookAsJson());
    const preview = (await bring(first, { where: cookie }).expect(200)).body as ImportPreview;
    expect(preview.counts).toMatchObject({ changed: 0, same: 0, refused: 0 });
    expect(await total(cookie)).toBe(0);
    await bring(first, { isPreview: false, where: cookie }).expect(200);
    expect(await text(addresses.bookAsJson(), cookie)).toBe(first);
    expect(await total(cookie)).toBe(await total());
    // Temper was not carried: it was earned again from the evidence.
    const tempers = async (where: string) =>
      (await request(server.app).get(`${addresses.recipes()}?limit=200`).set('Cookie', where)).body.recipes.map(
        (recipe: { temper: object }) => recipe.temper,
      );
    expect(await tempers(cookie)).toEqual(await tempers(''));
    const again = (await bring(first, { where: cookie }).expect(200)).body as ImportPreview;
    expect(again.counts).toMatchObject({ new: 0, changed: 0, refused: 0 });
    expect((await bring(first, { isPreview: false, where: cookie }).expect(422)).body.error.message).toContain(
      'There is nothing to write',
    );
  });

  it.each([
    ['a version', (deep: string) => `{"format":"keen-anvil-book","version":${deep}}`],
    ['the details of a tool', (deep: string) => `{"tools":[{"details":${deep}}]}`],
    ['a list', () => '[]'],
  ])('refuses %s that no book has, however deep it goes', async (_what, file) => {
    const deep = `${'['.repeat(100_000)}${']'.repeat(100_000)}`;
    const { body } = await bring(file(deep)).expect(422);
    expect(body.error.message).toMatch(/nested more than 24 deep|JSON object/);
  });

  it('brings photos along as photos: nothing else in their place, and nothing that came with them', async () => {
    const file = JSON.parse(await text(addresses.bookAsJson())) as BookFile;
    const withPhoto = (bytes: Buffer) =>
      JSON.stringify({
        ...file,
        tools: [],
        machines: [],
        recipes: [],
        materials: [
          {
            ...file.materials[0],
            photo: { id: randomUUID(), mediaType: 'image/jpeg', base64: bytes.toString('base64') },
          },
        ],
      });
    const html = (await bring(withPhoto(Buffer.from('<html><script>alert(1)</script></html>')))).body as ImportPreview;
    expect(html.counts.refused).toBe(1);
    expect(JSON.stringify(html.rows)).toContain('Its photo is no JPEG, PNG or WebP');
    const picture = sharp({ create: { width: 40, height: 30, channels: 3, background: '#22406e' } });
    await bring(
      withPhoto(
        await picture
          .clone()
          .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
          .jpeg()
          .toBuffer(),
      ),
      { isPreview: false },
    ).expect(200);
    const kept = (JSON.parse(await text(addresses.bookAsJson())) as BookFile).materials[0].photo!;
    expect((await sharp(Buffer.from(kept.base64, 'base64')).metadata()).exif).toBeUndefined();
    // One that was written here stays as it is.
    const plain = Buffer.from(kept.base64, 'base64');
    await bring(withPhoto(plain), { isPreview: false }).expect(200);
    expect((JSON.parse(await text(addresses.bookAsJson())) as BookFile).materials[0].photo!.base64).toBe(kept.base64);
  });

  it('holds only what chosen recipes stand on', async () => {
    const { recipes } = (await request(server.app).get(`${addresses.recipes()}?search=glitter%20clam`))
      .body as RecipePageView;
    const file = JSON.parse(await text(addresses.bookAsJson({ recipes: [recipes[0].id] }))) as BookFile;
    expect([
      file.machines.map((m) => m.name),
      file.tools.map((t) => t.name),
      file.materials.map((m) => m.name),
    ]).toEqual([['Clam'], ['Plate of the Clam'], ['Transfer film, gold glitter']]);
    expect(file.recipes).toHaveLength(1);
  });

  it('shows what it would change, adds it as a revision, and keeps what was there', async () => {
    const file = JSON.parse(await text(addresses.bookAsJson())) as BookFile;
    const stencil = file.materials.find((m) => m.name === 'Stencil film, frosted')!;
    const recipe = file.recipes.find((r) => r.materialId === stencil.id)!;
    recipe.revisions.push({
      settings: { ...recipe.revisions[0].settings, force: 15 },
      typed: {},
      source: 'other-maker',
      reason: 'from the next bench',
      createdAt: '2026-11-01T10:00:00.000Z',
    });
    stencil.notes = 'third roll';
    const preview = (await bring(JSON.stringify(file)).expect(200)).body as ImportPreview;
    expect(preview.counts).toMatchObject({ new: 0, changed: 2, refused: 0 });
    expect(preview.rows.filter((row) => row.fate === 'changed').map((row) => row.says)).toEqual([
      ['notes:  → third roll'],
      ['force 13 → 15'],
    ]);
    await bring(JSON.stringify(file), { isPreview: false }).expect(200);
    const detail = (await request(server.app).get(addresses.recipe({ id: recipe.id }))).body as RecipeDetail;
    expect(detail.revisions.map((revision) => revision.settings.force)).toEqual([15, 13]);
  });

  it('refuses rows one by one, and writes nothing until they are left out', async () => {
    const file = JSON.parse(await text(addresses.bookAsJson())) as BookFile;
    const [first, second] = file.recipes;
    const machines = await request(server.app).get(addresses.machines());
    const body = {
      ...file,
      recipes: [
        { ...first, id: randomUUID(), machineId: randomUUID() },
        { ...second, process: 'weld' },
        { ...first, id: randomUUID() },
        { ...first, id: randomUUID(), isArchived: true, revisions: [] },
      ],
      materials: [
        { ...file.materials[0], id: randomUUID(), name: 'Spare film', pieces: [], colour: 'blue' },
        { ...file.materials[0], id: randomUUID(), name: 'Spare film', pieces: [], photo: null },
      ],
    };
    const preview = (await bring(JSON.stringify(body)).expect(200)).body as ImportPreview;
    expect(preview.counts).toMatchObject({ new: 1, refused: 5 });
    const said = preview.rows.filter((row) => row.fate === 'refused').map((row) => row.says[0]);
    expect(said).toEqual([
      'Material 1: A colour is written as #1d2f5c. (colour)',
      'Recipe 1: its machine is neither in the file nor in this book.',
      expect.stringContaining('Recipe 2: Process must be one of'),
      'Recipe 3: another recipe stands for the same machine, tool, material and process.',
      expect.stringContaining('Recipe 4: Revisions must contain at least 1 elements'),
    ]);
    const refusedAll = await bring(JSON.stringify(body), { isPreview: false }).expect(422);
    expect(refusedAll.body.error.message).toBe(
      '5 rows are refused, so nothing was written. Mend the file, or leave them out.',
    );
    await bring(JSON.stringify(body), { isPreview: false, leaveOut: true }).expect(200);
    expect(
      (await request(server.app).get(addresses.materials())).body.some(
        (m: { name: string }) => m.name === 'Spare film',
      ),
    ).toBe(true);
    expect((await request(server.app).get(addresses.machines())).body).toEqual(machines.body as MachineView[]);
  });

  it.each([
    ['', 'is empty'],
    ['{"format":"keen-anvil-book",', 'This JSON breaks off or is malformed: line 1, column'],
    ['{"format":"keen-anvil-book","version":9}', 'A book of version 1 was expected; this one is of version 9.'],
    ['{"hello":1}', '"format": "keen-anvil-book"; this one says nothing of the kind'],
    ['{"format":"keen-anvil-book","version":1,"machines":[]}', 'A list of tools was expected; there is none.'],
    ['{"format":"keen-anvil-book","version":1,"luck":[]}', '“luck” is no part of a book'],
  ])('refuses %j in words', async (body, sentence) => {
    expect((await bring(body).expect(422)).body.error.message).toContain(sentence);
  });
});

describe('a table of recipes', () => {
  const good = '"Outdoor vinyl, signal yellow",,,Long plotter,Fine blade,kiss cut,18,5,1,from the card';

  it('brings in recipes by the names of things, and makes materials that it describes', async () => {
    const preview = (await bring(csv([good]), { name: 'rows.csv' }).expect(200)).body as ImportPreview;
    expect(preview.counts).toEqual({ new: 1, changed: 0, same: 0, refused: 0 });
    const withMaterial = csv(
      ['Chipboard,wood,6,Tube,Head of the Tube,laser-cut,80,6,1,on'],
      'material,family,thickness mm,machine,tool,process,power,speed,passes,air',
    );
    const made = (await bring(withMaterial, { name: 'rows.csv', isPreview: false }).expect(200)).body as ImportPreview;
    expect(made.rows.map((row) => [row.kind, row.fate])).toEqual([
      ['material', 'new'],
      ['recipe', 'new'],
    ]);
    const found = (await request(server.app).get(`${addresses.recipes()}?search=chipboard%20power%2080`))
      .body as RecipePageView;
    expect(found.recipes[0]).toMatchObject({
      source: 'other-maker',
      settings: { power: 80, speed: 6, passes: 1, air: 1 },
    });
  });

  it('changes what is there as a revision, and says what is the same', async () => {
    const exported = await text(addresses.bookAsCsv());
    expect(((await bring(exported, { name: 'book.csv' }).expect(200)).body as ImportPreview).counts).toMatchObject({
      new: 0,
      changed: 0,
      refused: 0,
    });
    const row = '"Sticker paper, matt",sticker,"0,12",Long plotter,Fine blade,kiss-cut,20,6,1,';
    const preview = (await bring(csv([row]), { name: 'x.csv' }).expect(200)).body as ImportPreview;
    expect(preview.rows[0]).toMatchObject({
      fate: 'changed',
      where: 'line 2',
      says: ['depth no longer set (was 3)', 'force 19 → 20', 'overcut no longer set (was 0.4)'],
    });
  });

  it('refuses row by row with line and column, and writes all or nothing', async () => {
    const rows = [
      good,
      'Granite,,,Long plotter,Fine blade,kiss-cut,18,5,1,',
      '"Outdoor vinyl, navy",,,Long plotter,Fine blade,kiss-cut,44,5,1,',
      '"Outdoor vinyl, navy",,,Great plotter,Fine blade,kiss-cut,14,5,1,',
      '"Outdoor vinyl, navy",,,Long plotter,Fine blade,kiss-cut,much,5,1,',
      '"Outdoor vinyl, navy",,,Tube,Fine blade,kiss-cut,14,5,1,',
      good,
    ];
    const preview = (await bring(csv(rows), { name: 'x.csv' }).expect(200)).body as ImportPreview;
    expect(preview.counts).toMatchObject({ new: 1, refused: 6 });
    expect(preview.rows.filter((row) => row.fate === 'refused').map((row) => row.says[0])).toEqual([
      expect.stringContaining('Line 3, column material: there is no material called “Granite”'),
      "Line 4, column force: Long plotter's force goes from 1 to 40; 44 was given.",
      'Line 5, column machine: there is no machine called “Great plotter” in this workshop.',
      'Line 6, column force: a number was expected; “much” came.',
      'Line 7, column process: Kiss cut cannot be done on Tube, a co₂ laser.',
      'Line 8: the same machine, tool, material and process stand in an earlier line.',
    ]);
    const before = await total();
    await bring(csv(rows), { name: 'x.csv', isPreview: false }).expect(422);
    expect(await total()).toBe(before);
    await bring(csv(rows), { name: 'x.csv', isPreview: false, leaveOut: true }).expect(200);
    expect(await total()).toBe(before + 1);
  });

  it('understands UTF-16 and semicolons, and refuses bytes that are no text', async () => {
    const german =
      'Material;Machine;Tool;Process;Force;Speed;Passes;Overcut\r\nOutdoor vinyl, white;Long plotter;Fine blade;Kiss cut;17;5;1;0,4\r\n';
    const utf16 = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(german, 'utf16le')]);
    const preview = (await bring(utf16, { name: 'x.csv' }).expect(200)).body as ImportPreview;
    expect(preview.rows[0]).toMatchObject({ fate: 'changed', says: ['depth no longer set (was 2)'] });
    const broken = Buffer.concat([Buffer.from('material,machine\nnavy,'), Buffer.from([0xff, 0xc0])]);
    expect((await bring(broken, { name: 'x.csv' }).expect(422)).body.error.message).toContain('Line 2, column 6:');
    expect((await bring('just a sentence', { name: 'x.csv' }).expect(422)).body.error.message).toContain(
      'Missing: material, machine, tool, process.',
    );
  });
});

describe('what is printed', () => {
  const pdf = async (path: string) =>
    Buffer.from(
      (
        await request(server.app)
          .get(path)
          .buffer(true)
          .parse((response, done) => {
            const parts: Buffer[] = [];
            response.on('data', (part: Buffer) => parts.push(part));
            response.on('end', () => done(null, Buffer.concat(parts)));
          })
          .expect(200)
      ).body as Buffer,
    );

  it('is a card of A6 for every chosen recipe, and labels ten to a sheet of A4', async () => {
    // With words for numbers among them, such as a cover of baking paper.
    const { recipes } = (await request(server.app).get(`${addresses.recipes()}?process=heat-press`))
      .body as RecipePageView;
    const cards = await PDFDocument.load(
      await pdf(addresses.recipeCards({ recipes: recipes.slice(0, 3).map((recipe) => recipe.id) })),
    );
    expect(cards.getPageCount()).toBe(3);
    // 105 × 148 mm at 72 points to the inch.
    expect(cards.getPage(0).getSize()).toEqual({
      width: expect.closeTo((105 * 72) / 25.4, 6),
      height: expect.closeTo((148 * 72) / 25.4, 6),
    });
    const materials = (await request(server.app).get(addresses.materials())).body as { id: string }[];
    const labels = await PDFDocument.load(
      await pdf(addresses.drawerLabels({ materials: materials.slice(0, 11).map((material) => material.id) })),
    );
    expect(labels.getPageCount()).toBe(2);
    expect(labels.getPage(0).getSize().width).toBeCloseTo((210 * 72) / 25.4, 6);
  });

  it('is nothing for what is not there', async () => {
    await request(server.app)
      .get(addresses.recipeCards({ recipes: [randomUUID()] }))
      .expect(404);
    expect((await request(server.app).get('/api/cards.pdf?recipes=all').expect(422)).body.error.message).toBe(
      'recipes must be ids parted by commas; “all” came.',
    );
  });
});
