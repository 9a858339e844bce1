import { randomUUID } from 'node:crypto';
import {
  addresses,
  type MachineView,
  type MaterialView,
  type RecipeDetail,
  type RecipePageView,
  type ToolView,
} from '@keen-anvil/contract';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const { api, get, byName } = asker(() => server);
const page = (query: string) => get<RecipePageView>(`${addresses.recipes()}?${query}`);
const search = async (words: string) => (await page(`search=${encodeURIComponent(words)}`)).recipes;
const navy = async () => (await search('navy vinyl long plotter'))[0];

describe('finding a recipe', () => {
  it('by part of its words, in any order', async () => {
    const found = await search('vinyl nav');
    // What is of navy vinyl comes before the white one, whose reason only speaks of the navy; and the more proven first.
    expect(found.slice(0, 2).map((recipe) => [recipe.material.name, recipe.machine.name])).toEqual([
      ['Outdoor vinyl, navy', 'Long plotter'],
      ['Outdoor vinyl, navy', 'Little plotter'],
    ]);
    expect((await search('through cut card'))[0]).toMatchObject({
      process: 'through-cut',
      material: { family: 'card' },
    });
  });

  it('by a number with its quantity, or by a thickness', async () => {
    expect((await search('force 16')).map((recipe) => recipe.settings.force)).toEqual([16]);
    const birch = await search('birch 3');
    expect(birch.length).toBeGreaterThan(3);
    expect(birch.slice(0, 4).every((recipe) => recipe.material.name === 'Birch plywood 3 mm')).toBe(true);
    // All of what is 3 mm thick comes before what only has a 3 somewhere.
    const isThree = birch.map((recipe) => recipe.material.name === 'Birch plywood 3 mm');
    expect(isThree.lastIndexOf(true)).toBe(isThree.filter(Boolean).length - 1);
    expect((await search('peel cold')).map((recipe) => recipe.material.name)).toEqual(['Transfer film, gold glitter']);
  });

  it('by the kind of its machine, however its index is written', async () => {
    const found = (await search('co2 bamboo')).map((recipe) => recipe.id);
    expect(found.length).toBeGreaterThan(0);
    expect((await search('CO₂ bamboo')).map((recipe) => recipe.id)).toEqual(found);
  });

  it('by words of its note and reason', async () => {
    expect((await search('four corners')).map((recipe) => recipe.material.name)).toEqual(['Foil, gold']);
    expect((await search('weeds well')).map((recipe) => recipe.material.name)).toEqual(['Transfer film, smooth white']);
  });

  it('reads a misspelt word as the likest one, and says so', async () => {
    const found = await page('search=gliter%20film');
    expect(found.read).toEqual([{ typed: 'gliter', as: 'glitter' }]);
    expect(found.recipes.length).toBeGreaterThan(0);
    expect(found.recipes.every((recipe) => recipe.material.name.includes('glitter'))).toBe(true);
    expect(await page('search=granite')).toEqual({
      recipes: [],
      total: 0,
      hasMore: false,
      read: [{ typed: 'granite', as: null }],
    });
  });

  it('takes signs for nothing, and an empty search for the whole book', async () => {
    expect((await page('search=_')).total).toBe(0);
    expect((await page(`search=${encodeURIComponent("'; drop & | !")}`)).total).toBe(0);
    expect((await page('search=')).total).toBeGreaterThanOrEqual(40);
  });

  it('page by page, sorted and filtered, and refuses filters that there are not', async () => {
    const first = await page('limit=5&sort=temper&order=down');
    const second = await page('limit=5&offset=5&sort=temper&order=down');
    expect(first.recipes).toHaveLength(5);
    expect(first.total).toBe(second.total);
    expect(new Set([...first.recipes, ...second.recipes].map((recipe) => recipe.id)).size).toBe(10);
    const grades = [...first.recipes, ...second.recipes].map((recipe) =>
      ['bare', 'straw', 'bronze', 'violet', 'blue'].indexOf(recipe.temper.temper),
    );
    expect([...grades].sort((a, b) => b - a)).toEqual(grades);
    const pressed = await page('process=heat-press&temper=violet');
    expect(pressed.recipes.map((recipe) => recipe.machine.name)).toEqual(['Clam']);
    expect((await api().get(`${addresses.recipes()}?temper=golden`).expect(422)).body.error.message).toBe(
      'temper must be one of bare, straw, bronze, violet, blue; “golden” came.',
    );
    expect((await api().get(`${addresses.recipes()}?limit=many`).expect(422)).body.error.field).toBe('limit');
  });

  it('shows where it came from, how proven it is and why', async () => {
    const recipe = await get<RecipeDetail>(addresses.recipe({ id: (await navy()).id }));
    expect(recipe).toMatchObject({ source: 'own-trial', settings: { force: 16 }, temper: { temper: 'blue' } });
    expect(recipe.revisions.map((revision) => revision.settings.force)).toEqual([16, 12]);
    expect(recipe.evidence.some((event) => event.jobName === 'Boat numbers, spring set')).toBe(true);
    expect(recipe.lastUsedAt).not.toBeNull();
  });
});

describe('writing a recipe', () => {
  const wanted = async (settings: object) => ({
    id: randomUUID(),
    machineId: (await byName<MachineView>(addresses.machines(), 'Long plotter')).id,
    toolId: (await byName<ToolView>(addresses.tools(), 'Fine blade')).id,
    materialId: (await byName<MaterialView>(addresses.materials(), 'Outdoor vinyl, signal yellow')).id,
    process: 'kiss-cut',
    settings,
    source: 'guess',
    reason: 'like navy',
  });

  it("refuses what is not on the machine's scale, and writes nothing", async () => {
    const body = await wanted({ force: 44, speed: 5, passes: 1 });
    const answer = await api().post(addresses.recipes()).send(body).expect(422);
    expect(answer.body.error).toEqual({
      code: 'refused',
      message: "Long plotter's force goes from 1 to 40; 44 was given.",
      field: 'force',
    });
    await api()
      .get(addresses.recipe({ id: body.id }))
      .expect(404);
  });

  it('starts bare, and there is only one for a place', async () => {
    const body = await wanted({ force: 14, speed: 5, passes: 1, depth: 2 });
    const made = await api().post(addresses.recipes()).send(body).expect(201);
    expect(made.body).toMatchObject({ id: body.id, temper: { temper: 'bare', tally: { rights: 0, wrongs: 0 } } });
    const again = await api()
      .post(addresses.recipes())
      .send({ ...body, id: randomUUID() })
      .expect(409);
    expect(again.body.error.message).toContain(
      'There is a recipe for Outdoor vinyl, signal yellow with Fine blade here already',
    );
  });

  it('refuses a process that the machine or the tool cannot do', async () => {
    const body = await wanted({ power: 40, speed: 5 });
    const onPlotter = await api()
      .post(addresses.recipes())
      .send({ ...body, process: 'laser-line' })
      .expect(422);
    expect(onPlotter.body.error.message).toBe('Laser line cannot be done on Long plotter, a blade plotter.');
    const withBlade = await api()
      .post(addresses.recipes())
      .send({ ...body, process: 'draw', settings: { speed: 5, passes: 1 } })
      .expect(422);
    expect(withBlade.body.error.message).toBe('Fine blade cannot do draw.');
  });

  it('refuses materials, machines and processes that are not there', async () => {
    const body = await wanted({ force: 14, speed: 5, passes: 1 });
    await api()
      .post(addresses.recipes())
      .send({ ...body, materialId: randomUUID() })
      .expect(422);
    await api()
      .post(addresses.recipes())
      .send({ ...body, machineId: randomUUID() })
      .expect(422);
    const answer = await api()
      .post(addresses.recipes())
      .send({ ...body, process: 'weld' })
      .expect(400);
    expect(answer.body.error).toMatchObject({ code: 'contract', field: 'process' });
  });
});

describe('changing a recipe', () => {
  it('adds a revision; its evidence is about the old numbers, so its temper starts again', async () => {
    const { id } = (await search('sticker matt kiss fine'))[0];
    const before = await get<RecipeDetail>(addresses.recipe({ id }));
    expect(before.temper.temper).toBe('bronze');
    const change = {
      version: before.version,
      settings: { ...before.settings, force: 20 },
      source: 'own-trial',
      reason: 'hung at one corner',
    };
    const after = (await api().post(addresses.reviseRecipe({ id })).send(change).expect(201)).body as RecipeDetail;
    expect(after.revisions).toHaveLength(before.revisions.length + 1);
    expect(after).toMatchObject({ settings: { force: 20 }, reason: 'hung at one corner', temper: { temper: 'bare' } });
  });

  it('tells the second of two makers what the first one wrote', async () => {
    const { id } = await navy();
    const before = await get<RecipeDetail>(addresses.recipe({ id }));
    const change = (force: number) => ({
      version: before.version,
      settings: { ...before.settings, force },
      source: 'own-trial',
      reason: 'trying',
    });
    await api().post(addresses.reviseRecipe({ id })).send(change(18)).expect(201);
    const answer = await api().post(addresses.reviseRecipe({ id })).send(change(19)).expect(409);
    expect(answer.body.error).toMatchObject({ code: 'stale', current: { settings: { force: 18 } } });
    expect((await get<RecipeDetail>(addresses.recipe({ id }))).settings.force).toBe(18);
  });

  it('refuses a change that changes nothing, or says not why', async () => {
    const recipe = await get<RecipeDetail>(addresses.recipe({ id: (await navy()).id }));
    const same = { version: recipe.version, settings: recipe.settings, source: 'own-trial', reason: 'hm' };
    expect(
      (
        await api()
          .post(addresses.reviseRecipe({ id: recipe.id }))
          .send(same)
          .expect(422)
      ).body.error.field,
    ).toBe('settings');
    expect(
      (
        await api()
          .post(addresses.reviseRecipe({ id: recipe.id }))
          .send({ ...same, reason: '' })
          .expect(400)
      ).body.error.message,
    ).toBe('Say in a word or two why it changes.');
  });
});

describe('what is not there or cannot be read', () => {
  it('is answered in one shape', async () => {
    for (const path of [
      '/api/nothing',
      addresses.recipe({ id: 'not-an-id' }),
      addresses.recipe({ id: randomUUID() }),
    ]) {
      const { body } = await api().get(path).expect(404);
      expect(body.error).toMatchObject({ code: 'not-found', message: expect.stringContaining('is not there') });
    }
    const broken = await api()
      .post(addresses.recipes())
      .set('Content-Type', 'application/json')
      .send('{"id":')
      .expect(400);
    expect(broken.body.error.code).toBe('json');
    const large = await api()
      .post(addresses.jobs())
      .send({ id: randomUUID(), name: 'x'.repeat(1_100_000) })
      .expect(413);
    expect(large.body.error.message).toBe('That is too large: at most 1 MB are taken.');
  });

  it('lets nothing foreign into the page', async () => {
    const { headers } = await api().get(addresses.bench());
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['content-security-policy']).not.toContain('http');
    expect(headers['x-powered-by']).toBeUndefined();
  });
});
