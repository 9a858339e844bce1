import { sayTemper } from '@keen-anvil/core/recipes';
import { randomUUID } from 'node:crypto';
import {
  addresses,
  type MachineView,
  type MaterialView,
  type RecipeDetail,
  type TuningAdviceView,
  type TuningView,
  type WindowView,
} from '@keen-anvil/contract';
import type { Settings } from '@keen-anvil/core/recipes';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';

// The tuner reckons for each trial, and the stand-in moves in its own time.
jest.setTimeout(60_000);

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const { api, get, find } = asker(() => server);
const pieceOf = async (material: string) =>
  (await get<MaterialView[]>(addresses.materials())).find(({ name }) => name === material)!.pieces[0];

async function begin(recipe: RecipeDetail, more: object = {}): Promise<TuningView> {
  const wanted = {
    id: randomUUID(),
    start: recipe.settings,
    startSpread: 0.35,
    fixed: [],
    scrapWidthMm: 200,
    scrapLengthMm: 150,
    ...more,
  };
  return (
    await api()
      .post(addresses.tuningsOfRecipe({ id: recipe.id }))
      .send(wanted)
      .expect(201)
  ).body as TuningView;
}

const layOut = async (tuning: TuningView, more: object = {}) =>
  (
    await api()
      .post(addresses.layOutTrials({ id: tuning.id }))
      .send({ id: randomUUID(), count: 1, ...more })
      .expect(201)
  ).body as TuningView;
const run = async (sheetId: string, by: 'stand-in' | 'by-hand') =>
  (
    await api()
      .post(addresses.runTrialSheet({ id: sheetId }))
      .send({ by })
      .expect(200)
  ).body as TuningView;
const score = async (shapeId: string, outcome: string) =>
  (
    await api()
      .post(addresses.scoreTrial({ id: shapeId }))
      .send({ outcome })
      .expect(200)
  ).body as TuningView;
const end = (tuning: TuningView, how: string) =>
  api()
    .post(addresses.endTuning({ id: tuning.id }))
    .send({ version: tuning.version, how });

/** Waits until the stand-in is done with the last sheet. */
async function done(tuningId: string): Promise<TuningView> {
  for (;;) {
    const tuning = await get<TuningView>(addresses.tuning({ id: tuningId }));
    if (tuning.sheets.at(-1)!.state === 'done') return tuning;
    await new Promise((resolve) => setImmediate(resolve));
  }
}

// First of all: what is tried below comes out by chance, and would be in the window.
describe('the good window', () => {
  it('is drawn over two dials from everything that was tried', async () => {
    const recipe = await find('navy vinyl long plotter');
    const window = await get<WindowView>(addresses.goodWindow({ id: recipe.id }));
    expect([window.x, window.y]).toEqual(['force', 'passes']);
    expect(window.right).toHaveLength(window.ys.length);
    const row = window.right[window.ys.indexOf(recipe.settings.passes!)];
    const near = (force: number) =>
      row[window.xs.reduce((best, x, i) => (Math.abs(x - force) < Math.abs(window.xs[best] - force) ? i : best), 0)];
    expect(near(recipe.settings.force!)).toBeGreaterThan(0.7);
    expect(near(5)).toBeLessThan(0.1);
    expect((await get<WindowView>(addresses.goodWindow({ id: recipe.id, x: 'speed', y: 'force' }))).x).toBe('speed');
    await api()
      .get(addresses.goodWindow({ id: recipe.id, x: 'luck' }))
      .expect(422);
  });
});

describe('tuning the gold glitter film from a wrong supplier value', () => {
  it('settles on the stand-in, writes a revision, and the temper follows', async () => {
    const recipe = await find('gold glitter long plotter kiss');
    const sheet = await pieceOf('Transfer film, gold glitter');
    let tuning = await begin(recipe, { stockPieceId: sheet.id });
    expect(tuning.scrap).toMatchObject({ name: 'glitter sheet', widthMm: 300, lengthMm: 500 });
    const again = await api()
      .post(addresses.tuningsOfRecipe({ id: recipe.id }))
      .send({
        id: randomUUID(),
        start: recipe.settings,
        startSpread: 0.35,
        fixed: [],
        scrapWidthMm: 9,
        scrapLengthMm: 9,
      })
      .expect(409);
    expect(again.body.error.message).toContain('being tuned already');

    let advice = (await get<TuningAdviceView>(addresses.tuningAdvice({ id: tuning.id }))).advice;
    expect(advice).toMatchObject({ isSettled: false, settings: recipe.settings });
    for (let trials = 0; !advice.isSettled; trials++) {
      expect(trials).toBeLessThan(15);
      tuning = await layOut(tuning);
      await run(tuning.sheets.at(-1)!.id, 'stand-in');
      tuning = await done(tuning.id);
      const [shape] = tuning.sheets.at(-1)!.shapes;
      tuning = await score(shape.id, shape.seenOutcome!);
      advice = (await get<TuningAdviceView>(addresses.tuningAdvice({ id: tuning.id }))).advice;
    }
    // Every trial lies clear of the others.
    const places = tuning.sheets.flatMap(({ shapes }) => shapes.map(({ at }) => at));
    for (const [i, a] of places.entries())
      for (const b of places.slice(i + 1))
        expect(Math.max(Math.abs(a.x - b.x) - 12, Math.abs(a.y - b.y) - 16.5)).toBeGreaterThanOrEqual(4);

    const settled = (await end(tuning, 'settle').expect(200)).body as TuningView;
    expect(settled.state).toBe('settled');
    expect(settled.recipe.settings).toEqual(advice.settings);
    expect(settled.recipe.temper.temper).toBe('violet');
    expect(sayTemper(settled.recipe.temper.tally)[0]).toContain('settled by tuning');
    expect(settled.recipe.evidence.length).toBe(recipe.evidence.length + places.length);
    expect((await end(settled, 'end').expect(409)).body.error.message).toBe('This tuning is settled.');
  });
});

describe('a tuning that goes on from another', () => {
  const byHand = async (tuning: TuningView, outcome: string): Promise<TuningView> => {
    const laid = await layOut(tuning);
    await run(laid.sheets.at(-1)!.id, 'by-hand');
    return score(laid.sheets.at(-1)!.shapes[0].id, outcome);
  };
  const adviceOf = async ({ id }: TuningView) => (await get<TuningAdviceView>(addresses.tuningAdvice({ id }))).advice;

  it('knows what was tried before, and stands where that one began', async () => {
    const recipe = await find('navy vinyl long plotter');
    const first = await byHand(
      await begin(recipe, { start: { ...recipe.settings, force: 9 }, startSpread: 1 }),
      'far-under',
    );
    const ended = (await end(first, 'end').expect(200)).body as TuningView;
    let second = await begin(recipe, { goesOnFrom: ended.id });
    expect(second).toMatchObject({ start: { ...recipe.settings, force: 9 }, startSpread: 1, sheets: [] });
    expect(second.earlier).toEqual([
      { id: first.sheets[0].shapes[0].id, settings: first.start, onTopOf: [], outcome: 'far-under' },
    ]);
    // What was far from enough is not tried again; and it lies on another scrap, where nothing can be gone over.
    const advice = await adviceOf(second);
    expect(advice.settings.force).toBeGreaterThan(9);
    expect(advice.repeat).toBeNull();

    second = (await end(await byHand(second, 'right'), 'end').expect(200)).body as TuningView;
    let third = await begin(recipe, { goesOnFrom: second.id });
    expect(third.earlier.map(({ outcome }) => outcome)).toEqual(['far-under', 'right']);
    for (let trials = 0; !(await adviceOf(third)).isSettled; trials++) {
      expect(trials).toBeLessThan(10);
      third = await byHand(third, 'right');
    }
    const settled = (await end(third, 'settle').expect(200)).body as TuningView;
    expect(settled.recipe.revisions[0].reason).toContain(`settled by tuning in ${2 + third.sheets.length} trials`);
  });

  it('goes on only from one of the same recipe that ended without a result', async () => {
    const [navy, glitter] = [await find('navy vinyl long plotter'), await find('gold glitter long plotter kiss')];
    const open = await begin(navy);
    const wanted = {
      id: randomUUID(),
      start: navy.settings,
      startSpread: 0.35,
      fixed: [],
      scrapWidthMm: 200,
      scrapLengthMm: 150,
      goesOnFrom: open.id,
    };
    const refusal = async (recipe: RecipeDetail) =>
      (
        await api()
          .post(addresses.tuningsOfRecipe({ id: recipe.id }))
          .send({ ...wanted, start: recipe.settings })
          .expect(422)
      ).body.error;
    expect(await refusal(navy)).toMatchObject({
      field: 'goesOnFrom',
      message: expect.stringContaining('ended without a result'),
    });
    await end(open, 'end').expect(200);
    expect(await refusal(glitter)).toMatchObject({ field: 'goesOnFrom' });
    const nowhere = { ...wanted, goesOnFrom: randomUUID() };
    expect(
      (
        await api()
          .post(addresses.tuningsOfRecipe({ id: navy.id }))
          .send(nowhere)
          .expect(422)
      ).body.error.field,
    ).toBe('goesOnFrom');
  });
});

describe('a trial sheet', () => {
  it('is planned, dropped, run by hand and scored, each in its turn', async () => {
    const recipe = await find('navy vinyl long plotter');
    let tuning = await layOut(await begin(recipe));
    const [first] = tuning.sheets;
    expect(
      (
        await api()
          .post(addresses.layOutTrials({ id: tuning.id }))
          .send({ id: randomUUID(), count: 1 })
          .expect(409)
      ).body.error.message,
    ).toContain('not carried out yet');
    expect(
      (
        await api()
          .post(addresses.scoreTrial({ id: first.shapes[0].id }))
          .send({ outcome: 'right' })
          .expect(409)
      ).body.error.message,
    ).toContain('once its sheet is done');
    expect(
      (
        await api()
          .get(addresses.trialSheetFile({ id: first.id }))
          .expect(200)
      ).body.toString(),
    ).toContain('IN;');
    tuning = (
      await api()
        .post(addresses.dropTrialSheet({ id: first.id }))
        .expect(200)
    ).body as TuningView;
    expect(tuning.sheets).toEqual([]);

    tuning = await layOut(tuning);
    tuning = await run(tuning.sheets[0].id, 'by-hand');
    expect(tuning.sheets[0]).toMatchObject({ state: 'done', isByHand: true });
    expect(
      (
        await api()
          .post(addresses.layOutTrials({ id: tuning.id }))
          .send({ id: randomUUID(), count: 1 })
          .expect(409)
      ).body.error.message,
    ).toContain('Score the trials');
    expect(
      (
        await api()
          .post(addresses.runTrialSheet({ id: tuning.sheets[0].id }))
          .send({ by: 'by-hand' })
          .expect(409)
      ).body.error.message,
    ).toContain('is done');
    expect(
      (
        await api()
          .post(addresses.scoreTrial({ id: tuning.sheets[0].shapes[0].id }))
          .send({ outcome: 'fine' })
          .expect(400)
      ).body.error.field,
    ).toBe('outcome');
    tuning = await score(tuning.sheets[0].shapes[0].id, 'under');
    expect((await end(tuning, 'settle').expect(422)).body.error.message).toContain('not settled yet');
    expect(
      (
        await api()
          .post(addresses.endTuning({ id: tuning.id }))
          .send({ version: tuning.version - 1, how: 'end' })
          .expect(409)
      ).body.error.code,
    ).toBe('stale');
    expect(((await end(tuning, 'end').expect(200)).body as TuningView).state).toBe('ended');
  });

  it('is gone over again in the same place, with the first time counted in', async () => {
    const recipe = await find('card 250 cream through cut');
    let tuning = await layOut(await begin(recipe, { start: { ...recipe.settings, force: 18 } }));
    tuning = await run(tuning.sheets[0].id, 'by-hand');
    tuning = await score(tuning.sheets[0].shapes[0].id, 'under');
    const { advice } = await get<TuningAdviceView>(addresses.tuningAdvice({ id: tuning.id }));
    expect(advice.repeat).toMatchObject({ number: 1, ofShapeId: tuning.sheets[0].shapes[0].id });
    const evidence = tuning.recipe.evidence.length;
    tuning = await layOut(tuning, { repeatOf: advice.repeat!.ofShapeId });
    const [again] = tuning.sheets[1].shapes;
    expect(again).toMatchObject({
      number: 1,
      at: tuning.sheets[0].shapes[0].at,
      onTopOf: [tuning.sheets[0].shapes[0].settings],
    });
    tuning = await run(tuning.sheets[1].id, 'by-hand');
    tuning = await score(again.id, 'right');
    // The second numbers were not enough alone: they are no evidence of their own.
    expect(tuning.recipe.evidence.length).toBe(evidence);
    const moved = await api()
      .post(addresses.layOutTrials({ id: tuning.id }))
      .send({ id: randomUUID(), count: 1, repeatOf: tuning.sheets[0].shapes[0].id })
      .expect(422);
    expect(moved.body.error.message).toContain('only the last trial');
    await end(tuning, 'end').expect(200);
  });

  it('holds several trials at once for a beam, as G-code, and only one for a blade', async () => {
    const laser = await find('bamboo diode laser area');
    let tuning = await layOut(await begin(laser), { count: 4 });
    const [sheet] = tuning.sheets;
    expect(sheet.format).toBe('gcode');
    expect(new Set(sheet.shapes.map(({ settings }) => JSON.stringify(settings))).size).toBe(4);
    expect(
      (
        await api()
          .get(addresses.trialSheetFile({ id: sheet.id }))
          .expect(200)
      ).body.toString(),
    ).toMatch(/^G21\nG90\n/);
    await run(sheet.id, 'stand-in');
    const busy = await api()
      .post(addresses.runTrialSheet({ id: sheet.id }))
      .send({ by: 'stand-in' })
      .expect(409);
    expect(busy.body.error.message).toContain('on the machine');
    tuning = await done(tuning.id);
    expect(tuning.sheets[0].shapes.every(({ seenOutcome }) => seenOutcome !== null)).toBe(true);
    const blade = await begin(await find('stencil long plotter'));
    const refused = await api()
      .post(addresses.layOutTrials({ id: blade.id }))
      .send({ id: randomUUID(), count: 3 })
      .expect(422);
    expect(refused.body.error.message).toContain('one trial at a time');
  });

  it('is started once, however often the key is pressed', async () => {
    const tuning = await layOut(await begin(await find('leather diode laser area')));
    const press = () =>
      api()
        .post(addresses.runTrialSheet({ id: tuning.sheets[0].id }))
        .send({ by: 'stand-in' });
    const answers = await Promise.all([press(), press(), press()]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
    // The one that was started comes to its end.
    expect((await done(tuning.id)).sheets[0].shapes[0].seenOutcome).not.toBeNull();
  });

  it('says so where the dial was given another range since, and can be ended', async () => {
    const recipe = await find('navy vinyl long plotter');
    const tuning = await layOut(await begin(recipe));
    await run(tuning.sheets[0].id, 'by-hand');
    const scored = await score(tuning.sheets[0].shapes[0].id, 'under');
    await get<TuningAdviceView>(addresses.tuningAdvice({ id: tuning.id }));
    const machine = (await get<MachineView[]>(addresses.machines())).find(({ name }) => name === 'Long plotter')!;
    const { id, version, isArchived: _a, dials, ...fields } = machine;
    const own = (most: number | null) => ({
      ...fields,
      dials: dials.map(({ physicalUnit: _p, ...dial }) => ({
        ...dial,
        isRated: dial.isRated ?? false,
        ...(dial.name === 'force' && most !== null
          ? { max: most, calibration: dial.calibration.filter((point) => point.dial <= most) }
          : {}),
      })),
    });
    await api()
      .put(addresses.changeMachine({ id }))
      .send({ ...own(recipe.settings.force! - 3), version })
      .expect(200);
    const refusals = [
      await api().get(addresses.tuningAdvice({ id: tuning.id })),
      await api()
        .post(addresses.layOutTrials({ id: tuning.id }))
        .send({ id: randomUUID(), count: 1 }),
      await end(scored, 'settle'),
    ];
    for (const refusal of refusals) {
      expect(refusal.status).toBe(409);
      expect(refusal.body.error.message).toContain('given another range since this tuning began');
    }
    await api()
      .put(addresses.changeMachine({ id }))
      .send({ ...own(null), version: version + 1 })
      .expect(200);
    await api()
      .get(addresses.tuningAdvice({ id: tuning.id }))
      .expect(200);
    await end(scored, 'end').expect(200);
  });

  it('says so where there is no room for another trial', async () => {
    const tuning = await begin(await find('matt sticker kiss'), { scrapWidthMm: 20, scrapLengthMm: 20 });
    const refused = await api()
      .post(addresses.layOutTrials({ id: tuning.id }))
      .send({ id: randomUUID(), count: 1 })
      .expect(422);
    expect(refused.body.error.message).toContain('no room for another trial');
  });

  it('needs no file for a press, which the stand-in presses all the same', async () => {
    const press = await find('smooth white clam press');
    let tuning = await layOut(await begin(press));
    expect(tuning.sheets[0].format).toBeNull();
    expect(
      (
        await api()
          .get(addresses.trialSheetFile({ id: tuning.sheets[0].id }))
          .expect(422)
      ).body.error.message,
    ).toContain('takes no machine file');
    await run(tuning.sheets[0].id, 'stand-in');
    tuning = await done(tuning.id);
    expect(tuning.sheets[0].shapes[0].seenOutcome).toBe('right');
  });
});

describe('what a tuning refuses', () => {
  it.each([
    [
      'a start off the scale',
      { start: { force: 90, speed: 5, passes: 1 } as Settings },
      'goes from 1 to 40; 90 was given',
    ],
    ['every dial fixed', { fixed: ['force', 'speed', 'depth', 'passes'] }, 'At least one dial has to be free'],
    ['a piece of something else', { stockPieceId: randomUUID() }, "not of this recipe's material"],
    ['a job of somebody else', { jobId: randomUUID() }, 'not in this workshop'],
  ])('%s', async (_, more, sentence) => {
    const recipe = await find('white vinyl long plotter');
    const wanted = {
      id: randomUUID(),
      start: recipe.settings,
      startSpread: 0.35,
      fixed: [],
      scrapWidthMm: 100,
      scrapLengthMm: 100,
      ...more,
    };
    expect(
      (
        await api()
          .post(addresses.tuningsOfRecipe({ id: recipe.id }))
          .send(wanted)
          .expect(422)
      ).body.error.message,
    ).toContain(sentence);
  });
});
