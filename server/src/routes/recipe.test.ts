import { randomUUID } from 'node:crypto';
import {
  addresses,
  type BenchView,
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

const { api, get, find, byName } = asker(() => server);

describe('the history of a recipe', () => {
  it('leads back to any revision, which is a revision itself', async () => {
    const before = await find('navy vinyl long plotter');
    expect(before.revisions.map((revision) => revision.settings.force)).toEqual([16, 12]);
    const { body } = await api()
      .post(addresses.returnToRevision({ id: before.id }))
      .send({ version: before.version, number: 1 })
      .expect(201);
    expect(body.settings.force).toBe(12);
    expect(body.revisions.map((revision: { settings: { force: number } }) => revision.settings.force)).toEqual([
      12, 16, 12,
    ]);
    expect(body.revisions.map((revision: { returnedTo: number | null }) => revision.returnedTo)).toEqual([
      1,
      null,
      null,
    ]);
    expect(body.reason).toBe('back to revision 1: the middle of what the card says');
    // The evidence for 12 counts again.
    expect(body.temper.temper).toBe('bare');
    const again = await api()
      .post(addresses.returnToRevision({ id: before.id }))
      .send({ version: body.version, number: 3 })
      .expect(422);
    expect(again.body.error.message).toBe('These are the numbers as they stand.');
    await api()
      .post(addresses.returnToRevision({ id: before.id }))
      .send({ version: body.version, number: 2 })
      .expect(201);
    expect((await find('navy vinyl long plotter')).temper.temper).toBe('blue');
  });

  it('keeps numbers as they were typed in another unit, and only where they are the same', async () => {
    const iron = await find('hand iron smooth');
    const change = {
      version: iron.version,
      settings: { ...iron.settings, temperature: 320 },
      source: 'own-trial',
      reason: 'hotter',
    };
    const wrong = await api()
      .post(addresses.reviseRecipe({ id: iron.id }))
      .send({ ...change, typed: { temperature: { text: '150', unit: '°C' } } })
      .expect(422);
    expect(wrong.body.error.message).toContain(
      '150 °C was typed for temperature, but that is not the number that is set',
    );
    const { body } = await api()
      .post(addresses.reviseRecipe({ id: iron.id }))
      .send({ ...change, typed: { temperature: { text: '160', unit: '°C' } } })
      .expect(201);
    expect(body).toMatchObject({ settings: { temperature: 320 }, typed: { temperature: { text: '160', unit: '°C' } } });
    expect(
      (
        await api()
          .post(addresses.reviseRecipe({ id: iron.id }))
          .send({ ...change, typed: { temperature: { text: 'hot', unit: '°C' } } })
          .expect(400)
      ).body.error.field,
    ).toBe('typed');
  });
});

describe('a nudge', () => {
  it('stands beside the proven value, for one tool or one piece', async () => {
    const before = await find('stencil');
    const nudge = { id: randomUUID(), changes: { force: 1 }, reason: 'this roll is stiffer', toolId: before.tool.id };
    const { body } = await api()
      .post(addresses.addVariant({ id: before.id }))
      .send(nudge)
      .expect(201);
    expect(body.settings).toEqual(before.settings);
    expect(body.variants).toMatchObject([{ changes: { force: 1 }, forName: 'Fine blade', endedAt: null }]);
    // Another one for the same tool takes its place.
    const second = await api()
      .post(addresses.addVariant({ id: before.id }))
      .send({ ...nudge, id: randomUUID(), changes: { force: 2 } })
      .expect(201);
    expect(second.body.variants.map((variant: { endedAt: string | null }) => variant.endedAt === null)).toEqual([
      false,
      true,
    ]);
    const ended = await api()
      .post(addresses.endVariant({ id: second.body.variants[1].id }))
      .expect(200);
    expect(ended.body.variants.every((variant: { endedAt: string | null }) => variant.endedAt !== null)).toBe(true);
  });

  it.each([
    ['nothing', { changes: { force: 0 } }, 'Nothing is nudged'],
    ['off the scale', { changes: { force: 40 } }, 'goes from 1 to 40; 53 was given'],
    ['what is not set', { changes: { power: 1 } }, 'does not set power'],
    ['for both a tool and a piece', { stockPieceId: randomUUID() }, 'for one tool or for one piece'],
    ['for another tool', { toolId: randomUUID() }, 'not the one of this recipe'],
  ])('is refused: %s', async (_, change, sentence) => {
    const recipe = await find('stencil');
    const answer = await api()
      .post(addresses.addVariant({ id: recipe.id }))
      .send({ id: randomUUID(), changes: { force: 1 }, reason: 'x', toolId: recipe.tool.id, ...change })
      .expect(422);
    expect(answer.body.error.message).toContain(sentence);
  });

  it('is what a worn blade asks for, with the outcomes that say so', async () => {
    const recipe = await find('navy vinyl little');
    expect(recipe.wearHint).toMatchObject({ quantity: 'force', steps: 2, change: 10, wear: 2310 });
    expect(recipe.wearHint!.because.map((event) => [event.outcome, event.wear])).toEqual([
      ['right', 905],
      ['under', 2190],
      ['right', 2200],
    ]);
    expect((await find('white vinyl little')).wearHint).toBeNull();
  });
});

describe('what is told of a recipe', () => {
  it('is a note, found by its words', async () => {
    const recipe = await find('copper foil');
    const { body } = await api()
      .put(addresses.noteRecipe({ id: recipe.id }))
      .send({ version: recipe.version, note: ' Warm the tip for seven minutes. ' })
      .expect(200);
    expect(body.note).toBe('Warm the tip for seven minutes.');
    expect((await find('seven minutes')).id).toBe(recipe.id);
    await api()
      .put(addresses.noteRecipe({ id: recipe.id }))
      .send({ version: recipe.version, note: 'older' })
      .expect(409);
  });

  it('is a trial by hand, with the wear of the tool at the time', async () => {
    const recipe = await find('copper foil');
    const trial = { id: randomUUID(), settings: recipe.settings, outcome: 'right' };
    const { body } = await api()
      .post(addresses.writeTrial({ id: recipe.id }))
      .send(trial)
      .expect(201);
    expect(body.temper.temper).toBe('bronze');
    expect(body.evidence[0]).toMatchObject({ kind: 'trial', outcome: 'right', toolWear: 44, toolLife: 1 });
    await api()
      .post(addresses.writeTrial({ id: recipe.id }))
      .send({ ...trial, id: randomUUID(), settings: { force: 99, speed: 2, passes: 1 } })
      .expect(422);
    await api()
      .post(addresses.writeTrial({ id: recipe.id }))
      .send({ ...trial, id: randomUUID(), outcome: 'fine' })
      .expect(400);
  });
});

describe('cards nailed to the Bench', () => {
  it('keep the order that the maker gives them', async () => {
    const { nailed } = await get<BenchView>(addresses.bench());
    expect(nailed.length).toBe(5);
    const turned = [...nailed].reverse().map((recipe) => recipe.id);
    await api().put(addresses.nailCards()).send({ recipeIds: turned }).expect(200);
    expect((await get<BenchView>(addresses.bench())).nailed.map((recipe) => recipe.id)).toEqual(turned);
    await api()
      .put(addresses.nailCards())
      .send({ recipeIds: [turned[0], randomUUID()] })
      .expect(422);
    expect((await get<BenchView>(addresses.bench())).nailed.map((recipe) => recipe.id)).toEqual(turned);
    await api()
      .put(addresses.nailCards())
      .send({ recipeIds: [turned[0], turned[0]] })
      .expect(400);
  });
});

describe('putting a recipe away', () => {
  it('frees its place; it comes back only while that is free', async () => {
    const recipe = await find('jersey');
    await api()
      .post(addresses.putRecipeAway({ id: recipe.id }))
      .send({ version: recipe.version, isArchived: true })
      .expect(200);
    expect((await get<RecipePageView>(`${addresses.recipes()}?search=jersey%20rotary`)).total).toBe(0);
    const other = {
      id: randomUUID(),
      machineId: recipe.machine.id,
      toolId: recipe.tool.id,
      materialId: recipe.material.id,
      process: recipe.process,
      settings: recipe.settings,
      source: 'guess',
      reason: '',
    };
    await api().post(addresses.recipes()).send(other).expect(201);
    const refused = await api()
      .post(addresses.putRecipeAway({ id: recipe.id }))
      .send({ version: recipe.version + 1, isArchived: false })
      .expect(409);
    expect(refused.body.error.message).toContain('Another recipe stands in its place');
    expect((await get<RecipeDetail>(addresses.recipe({ id: recipe.id }))).isArchived).toBe(true);
  });
});

describe('starting without a recipe', () => {
  const wanted = async (machine: string, tool: string, material: string, process: string) => ({
    machineId: (await byName<MachineView>(addresses.machines(), machine)).id,
    toolId: (await byName<ToolView>(addresses.tools(), tool)).id,
    materialId: (await byName<MaterialView>(addresses.materials(), material)).id,
    process,
  });

  it('answers with numbers on the machine’s steps, how sure they are, and what they lean on', async () => {
    const { body } = await api()
      .post(addresses.suggestion())
      .send(await wanted('Little plotter', 'Fine blade, worn', 'Outdoor vinyl, signal yellow', 'kiss-cut'))
      .expect(200);
    expect(body.refusal).toBeNull();
    expect(body.suggestion.settings.force % 5).toBe(0);
    expect(body.suggestion.settings.force).toBeGreaterThanOrEqual(95);
    expect(body.suggestion.settings.force).toBeLessThanOrEqual(120);
    expect(body.suggestion.why).toMatch(/could be off by \w+ steps? of force either way/);
    expect(body.suggestion.leanedOn[0].materialName).toContain('Outdoor vinyl');
  });

  it('refuses where it would be guessing, and says why', async () => {
    const { body } = await api()
      .post(addresses.suggestion())
      .send(await wanted('Little plotter', 'Fine blade', 'Sticker paper, matt', 'kiss-cut'))
      .expect(200);
    expect(body.suggestion).toBeNull();
    expect(body.refusal).toContain(
      "Little plotter's pressure scale was never measured, and no material of this family has a recipe for it there",
    );
    await api()
      .post(addresses.suggestion())
      .send({ ...(await wanted('Tube', 'Head of the Tube', 'Canvas', 'laser-cut')), materialId: randomUUID() })
      .expect(404);
  });
});
