import { randomUUID } from 'node:crypto';
import {
  addresses,
  type JobAnswer,
  type JobSummary,
  type MachineView,
  type MaterialView,
  type RecipeDetail,
  type RecipePageView,
  type RunView,
  type TuningView,
} from '@keen-anvil/contract';
import pg from 'pg';
import { asker } from '../../testing/ask';
import { readyJob } from '../../testing/ready-job';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const { api, drawn, get, byName, find } = asker(() => server);

/** Six colours, each cut out of one of the two vinyls. */
const SIX_COLOURS = `<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="10mm" viewBox="0 0 60 10">${['#111111', '#333333', '#555555', '#777777', '#999999', '#bbbbbb'].map((fill, i) => `<rect x="${i * 10}" width="8" height="8" fill="${fill}"/>`).join('')}</svg>`;
const SIX_STEPS = [1, 2, 3].flatMap(() => ['Outdoor vinyl, white', 'Outdoor vinyl, navy']);

/** The statements that PostgreSQL is asked while something is done, but for the bounds of transactions. */
async function statementsOf(work: () => Promise<unknown>): Promise<string[]> {
  const heard: string[] = [];
  const query = jest.spyOn(pg.Client.prototype, 'query').mockImplementation(function (this: unknown, ...args) {
    const text = typeof args[0] === 'string' ? args[0] : (args[0] as { text: string }).text;
    // The keeper of runs looks for what is due by its own clock.
    if (!/^(BEGIN|COMMIT)$|SKIP LOCKED|min\(due_at\)/.test(text)) heard.push(text);
    return original.apply(this, args);
  } as typeof original);
  try {
    await work();
  } finally {
    query.mockRestore();
  }
  return heard;
}
const original = pg.Client.prototype.query as (...args: unknown[]) => unknown;

describe('statements', () => {
  it('the Bench asks at most 8, with runs and nails and jobs', async () => {
    const asked = await statementsOf(() => get(addresses.bench()));
    expect(asked.length).toBeGreaterThan(3);
    expect(asked.length).toBeLessThanOrEqual(8);
  });

  it('opening a job asks at most 12, however many of its steps have no recipe', async () => {
    for (const { id } of await get<JobSummary[]>(addresses.jobs())) {
      const asked = await statementsOf(() => get(addresses.job({ id })));
      expect(asked.length).toBeLessThanOrEqual(12);
    }
    const job = await byName<JobSummary>(addresses.jobs(), 'Certificates');
    const [felt] = await get<MaterialView[]>(`${addresses.materials()}?search=leather`);
    const { document } = await get<JobAnswer>(addresses.job({ id: job.id }));
    for (const { id } of document.steps) {
      await api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(
          wish(await get<JobAnswer>(addresses.job({ id: job.id })), {
            do: 'change-step',
            stepId: id,
            materialId: felt.id,
            process: 'through-cut',
          }),
        )
        .expect(200);
    }
    const now = await get<JobAnswer>(addresses.job({ id: job.id }));
    expect(Object.values(now.found).filter(({ match }) => match.recipe === null).length).toBeGreaterThan(1);
    expect((await statementsOf(() => get(addresses.job({ id: job.id })))).length).toBeLessThanOrEqual(12);
  });

  it('a nudge asks at most 8, the first of a row and the next', async () => {
    const job = await byName<JobSummary>(addresses.jobs(), 'Certificates');
    for (const dxMm of [0.5, 0.25]) {
      const now = await get<JobAnswer>(addresses.job({ id: job.id }));
      const [step] = now.document.steps;
      const [part] = now.document.parts.filter(({ stepId, role }) => stepId === step.id && role === 'process');
      const nudge = wish(now, { do: 'nudge-parts', stepId: step.id, partIds: [part.id], dxMm, dyMm: 0 });
      const asked = await statementsOf(() =>
        api()
          .post(addresses.actOnJob({ id: job.id }))
          .send(nudge)
          .expect(200),
      );
      expect(asked.length).toBeGreaterThan(4);
      expect(asked.length).toBeLessThanOrEqual(8);
    }
  });

  it('a revision asks at most 12, a trial at most 14', async () => {
    const recipe = await find('navy vinyl long plotter');
    const revised = await statementsOf(() =>
      api()
        .post(addresses.reviseRecipe({ id: recipe.id }))
        .send({
          version: recipe.version,
          settings: { ...recipe.settings, speed: recipe.settings.speed === 6 ? 7 : 6 },
          source: 'own-trial',
          reason: 'measured',
        })
        .expect(201),
    );
    expect(revised.length).toBeLessThanOrEqual(12);
    const tried = await statementsOf(() =>
      api()
        .post(addresses.writeTrial({ id: recipe.id }))
        .send({ id: randomUUID(), settings: recipe.settings, outcome: 'right' })
        .expect(201),
    );
    expect(tried.length).toBeLessThanOrEqual(14);
  });

  it('starting a job and cancelling its run ask at most 30 each, however many steps it has', async () => {
    const job = await readyJob({ api, drawn }, SIX_STEPS, SIX_COLOURS);
    expect(job.steps).toHaveLength(SIX_STEPS.length);
    const runs = async () => get<RunView[]>(addresses.runsOfJob({ id: job.id }));
    const started = await statementsOf(() =>
      api()
        .post(addresses.runsOfJob({ id: job.id }))
        .send({ seriesId: randomUUID(), speedUp: 1 })
        .expect(201),
    );
    const [first, ...later] = await runs();
    expect([first, ...later].map(({ progress }) => progress.state)).toEqual(['running', ...later.map(() => 'queued')]);
    const cancelled = await statementsOf(() =>
      api()
        .post(addresses.commandRun({ id: first.id }))
        .send({ action: 'cancel' })
        .expect(200),
    );
    expect(new Set((await runs()).map(({ progress }) => progress.state))).toEqual(new Set(['cancelled']));
    expect([started.length, cancelled.length].map((count) => count <= 30)).toEqual([true, true]);
  });

  it('a list of tunings asks at most 6, and as many for one more', async () => {
    const before = await get<TuningView[]>(addresses.openTunings());
    const asked = await statementsOf(() => get(addresses.openTunings()));
    expect(asked.length).toBeLessThanOrEqual(6);
    for (const words of ['white vinyl', 'card cream through']) {
      const { id, settings } = await find(words);
      await api()
        .post(addresses.tuningsOfRecipe({ id }))
        .send({
          id: randomUUID(),
          start: settings,
          startSpread: 0.35,
          fixed: [],
          stockPieceId: null,
          scrapWidthMm: 150,
          scrapLengthMm: 100,
        })
        .expect(201);
    }
    expect(await get<TuningView[]>(addresses.openTunings())).toHaveLength(before.length + 2);
    expect(await statementsOf(() => get(addresses.openTunings()))).toHaveLength(asked.length);
  });
});

describe('pages', () => {
  it('the shelf and the jobs come page by page, none twice and none left out', async () => {
    for (const path of [addresses.materials(), addresses.jobs()]) {
      const all = await get<{ id: string }[]>(`${path}?limit=200`);
      const paged: { id: string }[] = [];
      for (let offset = 0; offset < all.length; offset += 4)
        paged.push(...(await get<{ id: string }[]>(`${path}?limit=4&offset=${offset}`)));
      expect(paged.map(({ id }) => id)).toEqual(all.map(({ id }) => id));
    }
  });

  it('the shelf is searched by words of the names, and its rows are had by their ids', async () => {
    const found = await get<MaterialView[]>(`${addresses.materials()}?search=${encodeURIComponent('NAVY vinyl')}`);
    expect(found.map(({ name }) => name)).toEqual(['Outdoor vinyl, navy']);
    expect(await get(addresses.material({ id: found[0].id }))).toEqual(found[0]);
    expect(await get(addresses.materials({ ids: [found[0].id] }))).toEqual(found);
    expect(await get(`${addresses.materials()}?search=100%25`)).toEqual([]);
    await api()
      .get(addresses.material({ id: randomUUID() }))
      .expect(404);
  });

  it.each([
    ['limit=many', 'limit must be a whole number; “many” came.'],
    ['offset=-1', 'offset must be a whole number; “-1” came.'],
    ['archived=maybe', 'archived must be true or false; “maybe” came.'],
    ['ids=one,two', 'ids must be ids parted by commas; “one” came.'],
  ])('refuses %s with a sentence', async (query, sentence) => {
    const { body } = await api().get(`${addresses.materials()}?${query}`).expect(422);
    expect(body.error.message).toBe(sentence);
  });

  it('what is put away is a list of its own', async () => {
    const job = await byName<JobSummary>(addresses.jobs(), 'Prize coasters');
    await api()
      .post(addresses.putJobAway({ id: job.id }))
      .send({ isArchived: true })
      .expect(200);
    const ids = async (archived: boolean) =>
      (await get<JobSummary[]>(`${addresses.jobs()}?archived=${archived}`)).map(({ id }) => id);
    expect(await ids(true)).toEqual([job.id]);
    expect(await ids(false)).not.toContain(job.id);
  });
});

describe('the orders of the book', () => {
  it.each(['material', 'machine', 'process', 'temper', 'used'])(
    'by %s, backwards is the other way round',
    async (sort) => {
      const order = async (way: string) =>
        (await get<RecipePageView>(`${addresses.recipes()}?limit=200&sort=${sort}${way}`)).recipes;
      const [forwards, backwards] = [await order(''), await order('&order=down')];
      // What was never used stands last either way.
      const used = (recipes: RecipePageView['recipes']) =>
        recipes.filter(({ lastUsedAt }) => sort !== 'used' || lastUsedAt !== null).map(({ id }) => id);
      expect(used(backwards)).toEqual(used(forwards).reverse());
      if (sort === 'used') expect(backwards.at(-1)!.lastUsedAt).toBeNull();
      if (sort === 'machine')
        expect([...new Set(forwards.map(({ machine }) => machine.name))]).toEqual(
          [...new Set(forwards.map(({ machine }) => machine.name))].sort(),
        );
    },
  );

  it('a machine that is called otherwise moves its recipes', async () => {
    const {
      id,
      version,
      isArchived: _,
      dials,
      ...fields
    } = await byName<MachineView>(addresses.machines(), 'Little plotter');
    const body = {
      ...fields,
      version,
      dials: dials.map(({ physicalUnit: _p, ...dial }) => ({ ...dial, isRated: false })),
    };
    await api()
      .put(addresses.changeMachine({ id }))
      .send({ ...body, name: 'A little plotter' })
      .expect(200);
    const [first] = (await get<RecipePageView>(`${addresses.recipes()}?sort=machine`)).recipes;
    expect(first.machine.name).toBe('A little plotter');
    expect((await get<RecipePageView>(addresses.recipes({ search: 'a little plotter' }))).total).toBeGreaterThan(0);
  });
});

describe('what no longer fits a machine', () => {
  it('is known when a dial changes, and forgotten when the recipe or the dial does', async () => {
    const recipe = await find('navy vinyl long plotter');
    const misfits = async () =>
      (await get<{ recipe: { id: string } }[]>(addresses.misfits({ id: recipe.machine.id }))).map(
        (misfit) => misfit.recipe.id,
      );
    const put = async (max: number) => {
      const machines = await get<MachineView[]>(addresses.machines());
      const { id, isArchived: _, dials, ...fields } = machines.find((machine) => machine.id === recipe.machine.id)!;
      const turned = dials.map(({ physicalUnit: _p, calibration: _c, ...dial }) => ({
        ...dial,
        calibration: [],
        isRated: false,
        max: dial.name === 'force' ? max : dial.max,
      }));
      await api()
        .put(addresses.changeMachine({ id }))
        .send({ ...fields, dials: turned })
        .expect(200);
    };
    expect(await misfits()).toEqual([]);
    const force = recipe.settings.force!;
    await put(force - 1);
    expect(await misfits()).toContain(recipe.id);
    const now = await get<RecipeDetail>(addresses.recipe({ id: recipe.id }));
    await api()
      .post(addresses.reviseRecipe({ id: recipe.id }))
      .send({
        version: now.version,
        settings: { ...now.settings, force: force - 1 },
        source: 'own-trial',
        reason: 'less',
      })
      .expect(201);
    expect(await misfits()).not.toContain(recipe.id);
    await put(40);
    expect(await misfits()).toEqual([]);
  });
});

describe('the book as a table', () => {
  it('has every recipe once, in the order of the book', async () => {
    const { text } = await api().get(addresses.bookAsCsv()).expect(200);
    const { recipes, total } = await get<RecipePageView>(`${addresses.recipes()}?limit=200&sort=material`);
    const lines = text.trimEnd().split('\r\n').slice(1);
    expect(lines).toHaveLength(total);
    expect(lines.map((line) => line.split(',')[0].replace('"', ''))).toEqual(
      recipes.map(({ material }) => material.name.split(',')[0]),
    );
  });
});
