import { addresses, type RecipeDetail, type ToneLadderView } from '@keen-anvil/contract';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const { api, find } = asker(() => server);
const values = [11, 20, 40, 72];

describe('a tone ladder', () => {
  it('is burnt on the stand-in, the same each time, darker with more power', async () => {
    const recipe = await find('bamboo diode laser area');
    const first = (
      await api()
        .get(addresses.toneOnStandIn({ id: recipe.id, quantity: 'power', values: String(values) }))
        .expect(200)
    ).body as number[];
    expect(first).toHaveLength(4);
    first.forEach((darkness, i) => i && expect(darkness).toBeGreaterThan(first[i - 1]));
    expect(
      (
        await api()
          .get(addresses.toneOnStandIn({ id: recipe.id, quantity: 'power', values: String(values) }))
          .expect(200)
      ).body,
    ).toEqual(first);
  });

  it('has a machine file with a patch for every value', async () => {
    const recipe = await find('bamboo diode laser area');
    const file = (
      await api()
        .get(addresses.toneFile({ id: recipe.id, quantity: 'power', values: String(values) }))
        .expect(200)
    ).body.toString() as string;
    expect(new Set(file.match(/S\d+/g))).toEqual(new Set(['S0', 'S110', 'S200', 'S400', 'S720']));
  });

  it('is kept with its recipe, and another takes its place', async () => {
    const recipe = await find('bamboo diode laser area');
    expect(
      (
        await api()
          .get(addresses.tone({ id: recipe.id }))
          .expect(200)
      ).body,
    ).toBeNull();
    const ladder = (darkest: number) => ({
      quantity: 'power',
      patches: values.map((value, i) => ({ value, darkness: (darkest * i) / 3 })),
    });
    await api()
      .put(addresses.tone({ id: recipe.id }))
      .send(ladder(0.9))
      .expect(200);
    await api()
      .put(addresses.tone({ id: recipe.id }))
      .send(ladder(0.6))
      .expect(200);
    const kept = (
      await api()
        .get(addresses.tone({ id: recipe.id }))
        .expect(200)
    ).body as ToneLadderView;
    expect(kept.patches.at(-1)).toEqual({ value: 72, darkness: 0.6 });
  });

  it('of dots is burnt with their gain, and kept beside the one by power', async () => {
    const recipe = await find('bamboo diode laser area');
    const covers = [10, 50, 100];
    const ask = (way: 'spread' | 'halftone') =>
      api().get(addresses.toneOnStandIn({ id: recipe.id, quantity: 'cover', values: String(covers), way }));
    const spread = (await ask('spread').expect(200)).body as number[];
    expect(spread[1] / spread[2]).toBeGreaterThan(0.55);
    expect(((await ask('halftone').expect(200)).body as number[])[1]).toBeLessThan(spread[1]);
    const patches = covers.map((value, i) => ({ value, darkness: spread[i] }));
    await api()
      .put(addresses.tone({ id: recipe.id }))
      .send({ way: 'spread', quantity: 'cover', patches })
      .expect(200);
    const kept = (
      await api()
        .get(addresses.tone({ id: recipe.id, way: 'spread' }))
        .expect(200)
    ).body as ToneLadderView;
    expect(kept).toMatchObject({ way: 'spread', quantity: 'cover' });
    expect(
      (
        await api()
          .get(addresses.tone({ id: recipe.id }))
          .expect(200)
      ).body,
    ).toMatchObject({ way: 'by power' });
    expect(
      (
        await api()
          .get(addresses.tone({ id: recipe.id, way: 'woven' }))
          .expect(200)
      ).body,
    ).toBeNull();
    await api().get(`/api/recipes/${recipe.id}/tone?way=splashed`).expect(422);
    const { body } = await api()
      .put(addresses.tone({ id: recipe.id }))
      .send({ way: 'spread', quantity: 'power', patches })
      .expect(422);
    expect(body.error.message).toContain('how much they cover');
  });

  it.each([
    ['one patch', { quantity: 'power', patches: [{ value: 10, darkness: 0.5 }] }, '2 to 24 patches; 1 came'],
    [
      'a value off the scale',
      {
        quantity: 'power',
        patches: [
          { value: 10, darkness: 0.5 },
          { value: 200, darkness: 0.6 },
        ],
      },
      'goes from 5 to 100; 200 came',
    ],
    [
      'a dial that the recipe has not',
      {
        quantity: 'force',
        patches: [
          { value: 10, darkness: 0.5 },
          { value: 20, darkness: 0.6 },
        ],
      },
      '“force” came',
    ],
    [
      'a value twice',
      {
        quantity: 'power',
        patches: [
          { value: 10, darkness: 0.5 },
          { value: 10, darkness: 0.6 },
        ],
      },
      'a value of its own',
    ],
  ])('is refused for %s, and nothing is kept', async (_, ladder, sentence) => {
    const recipe = await find('leather diode laser area');
    expect(
      (
        await api()
          .put(addresses.tone({ id: recipe.id }))
          .send(ladder)
          .expect(422)
      ).body.error.message,
    ).toContain(sentence);
    expect(
      (
        await api()
          .get(addresses.tone({ id: recipe.id }))
          .expect(200)
      ).body,
    ).toBeNull();
  });

  it('is for engraving areas only', async () => {
    const recipe = await find('navy vinyl long plotter');
    expect(
      (
        await api()
          .get(addresses.toneOnStandIn({ id: recipe.id, quantity: 'force', values: String([10, 20]) }))
          .expect(422)
      ).body.error.message,
    ).toContain('engraving areas');
  });
});

describe('photos of trials', () => {
  it('are refused where they are none, or where there is no such trial', async () => {
    const nowhere = '7b0a4c1e-5f0d-4a52-9b1e-3f5f0c9a1d11';
    expect(
      (
        await api()
          .put(addresses.photographTrial({ id: nowhere }))
          .send(Buffer.from('no photo'))
          .expect(422)
      ).body.error.message,
    ).toContain('A photo was expected');
    const dot = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    expect(
      (
        await api()
          .put(addresses.photographTrial({ id: nowhere }))
          .send(dot)
          .expect(404)
      ).body.error.message,
    ).toContain('That trial');
  });

  it('hang to the trial they were taken of', async () => {
    const { body: tunings } = await api().get(addresses.openTunings()).expect(200);
    const [shape] = tunings[0].sheets[0].shapes;
    const dot = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const { body } = await api()
      .put(addresses.photographTrial({ id: shape.id }))
      .send(dot)
      .expect(200);
    const { photoId } = body.sheets[0].shapes[0];
    await api()
      .get(addresses.photo({ id: photoId }))
      .expect(200)
      .expect('Content-Type', 'image/jpeg');
  });
});

describe('the demo’s tunings', () => {
  it('are one half-way and one that cannot be; one is settled in its recipe', async () => {
    const { body: open } = await api().get(addresses.openTunings()).expect(200);
    expect(open.map(({ recipe }: { recipe: RecipeDetail }) => recipe.process).sort()).toEqual([
      'heat-press',
      'kiss-cut',
    ]);
    const card = await find('card diode laser cut');
    expect(card.temper.tally.settledAfter).toBeGreaterThan(0);
    const narrow = open.find(({ recipe }: { recipe: RecipeDetail }) => recipe.process === 'kiss-cut');
    const { body } = await api()
      .get(addresses.tuningAdvice({ id: narrow.id }))
      .expect(200);
    expect(body.advice).toMatchObject({ isSettled: false, isHopeless: true });
  });
});
