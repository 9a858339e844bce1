import { Piscina } from 'piscina';
import { randomUUID } from 'node:crypto';
import {
  addresses,
  type CostView,
  type FinishingView,
  type JobAnswer,
  type JobDetail,
  type JobSummary,
  type QuoteView,
  type RatesView,
} from '@keen-anvil/contract';
import { regionArea, regionOf } from '@keen-anvil/core/geometry';
import { asker, bytesOf } from '../../testing/ask';
import { readPaper } from '../../testing/read-paper';
import { readyJob } from '../../testing/ready-job';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
const { api, drawn, get } = asker(() => server);

const demoJob = async (name: string): Promise<JobSummary> =>
  (await get<JobSummary[]>('/api/jobs?limit=100')).find((job) => job.name === name)!;
const boatNumbers = (): Promise<JobDetail> => readyJob({ api, drawn });
const costOf = async (id: string, pieces: number): Promise<CostView> =>
  (
    await api()
      .get(addresses.cost({ id, pieces: String(pieces) }))
      .expect(200)
  ).body;
describe('after the machines', () => {
  it('is weeded, taped and lined up; ticks are kept by piece, and a wait goes on by the server’s clock', async () => {
    const job = await boatNumbers();
    const before = await get<FinishingView>(addresses.finishing({ id: job.id }));
    expect(before.lines.map(({ text }) => text.split(' ')[0])).toEqual([
      'Weed',
      'Weed',
      'Transfer',
      'Transfer',
      'Lay',
      'Line',
      'Lay',
    ]);
    expect(before.handKinds).toEqual(['weed', 'finish']);
    const [{ id: lineId }] = before.lines;
    const ticked: FinishingView = (
      await api()
        .post(addresses.finishing({ id: job.id }))
        .send({ lineId, done: 2, isWaiting: true })
        .expect(200)
    ).body;
    expect(ticked.lines[0].done).toBe(2);
    const { since } = ticked.lines[0];
    expect(since).toEqual(expect.any(Number));
    const again: FinishingView = (
      await api()
        .post(addresses.finishing({ id: job.id }))
        .send({ lineId, done: 3, isWaiting: true })
        .expect(200)
    ).body;
    expect(again.lines[0]).toMatchObject({ done: 3, since });
    await api()
      .post(addresses.finishing({ id: job.id }))
      .send({ lineId: 'sing', done: 1, isWaiting: false })
      .expect(422);
  });

  it('has lines of the workshop’s own, until they are put away', async () => {
    const job = await boatNumbers();
    const id = randomUUID();
    const line = { id, text: 'Photograph it for the book', process: null, minutes: null };
    for (const _ of [1, 2]) await api().post(addresses.addFinishingLine()).send(line).expect(201);
    const own = (view: FinishingView) => view.lines.filter(({ isOwn }) => isOwn).map(({ text }) => text);
    expect(own(await get(addresses.finishing({ id: job.id })))).toEqual(['Photograph it for the book']);
    await api().post(addresses.putFinishingLineAway({ id })).send({ isArchived: true }).expect(200);
    expect(own(await get(addresses.finishing({ id: job.id })))).toEqual([]);
  });

  it('comes with a care card of A7 in the customer’s words', async () => {
    const { id } = await demoJob('Shirts in two films');
    const { words, size } = readPaper(await bytesOf(api().get(addresses.careCard({ id }))));
    expect(size).toMatch(/^209\.\d+ x 297\.\d+ pts/);
    expect(words).toContain('Turn it inside out before you wash it.');
    expect(words).toContain('Made by Slipway Studio');
  });
});

describe('what it costs', () => {
  it('has each layout and each tool path worked out once, however many ask at the same time', async () => {
    const job = (await get<{ id: string; name: string }[]>(addresses.jobs())).find(
      ({ name }) => name === 'Finishers’ medals',
    )!;
    const done = jest.spyOn(Piscina.prototype, 'run');
    const costs = await Promise.all([1, 1, 1, 1].map((pieces) => costOf(job.id, pieces)));
    const work = done.mock.calls
      .map(([{ task }, how]) => ({ name: how?.name, task: JSON.stringify(task) }))
      .filter(({ name }) => name === 'fitsClosely' || name === 'planMachineFile');
    done.mockRestore();
    expect(new Set(work.map(({ name }) => name)).size).toBe(2);
    expect(new Set(work.map(({ task }) => task)).size).toBe(work.length);
    for (const cost of costs) expect(cost).toEqual(costs[0]);
  });

  it('is made of parts that add up to the cent, for one piece and for fifty', async () => {
    const { asked, table, laid, missing } = await costOf((await boatNumbers()).id, 10);
    expect(laid).toBe(1);
    expect(missing).toEqual([]);
    for (const cost of [asked, ...table])
      expect(cost.parts.reduce((sum, { cents }) => sum + cents, 0)).toBe(cost.priceCents);
    expect(table.map(({ pieces }) => pieces)).toEqual([1, 5, 10, 50]);
    const each = table.map(({ priceCents, pieces }) => priceCents / pieces);
    expect([...each].sort((a, b) => b - a)).toEqual(each);
    expect(asked.lowCents).toBeLessThan(asked.priceCents);
  });

  it('does not count the marks that a sheet is turned by: medals fill their board', async () => {
    const { asked } = await costOf((await demoJob('Finishers’ medals')).id, 30);
    const [{ perSheet }] = asked.sheets;
    expect(perSheet).toBeGreaterThan(5);
  });

  it('counts the ink of what is printed by what it covers', async () => {
    const { id } = await demoJob('Prizes printed on both sides');
    const inkIn = async () => (await costOf(id, 100)).asked.parts.find(({ kind }) => kind === 'consumables')!.cents;
    const { currency: _c, ...rates } = await get<RatesView>(addresses.rates());
    const before = await inkIn();
    await api()
      .put(addresses.rates())
      .send({ ...rates, inkCentsPerM2: rates.inkCentsPerM2 + 1000 })
      .expect(200);
    const job: JobDetail = await drawn(api().get(addresses.job({ id })).expect(200));
    const mm2 = job.steps
      .flatMap(({ parts }) => parts)
      .reduce((sum, { contours }) => sum + regionArea(regionOf(contours)), 0);
    // Ten euros more a square metre, for a hundred of them.
    expect(await inkIn()).toBeCloseTo(before + (100 * 1000 * mm2) / 1e6, -1);
  });

  it('learns how long hands take', async () => {
    const job = await boatNumbers();
    const weedOf = async () => (await costOf(job.id, 1)).hands.find(({ kind }) => kind === 'weed')!;
    const before = await weedOf();
    for (let i = 0; i < 6; i++)
      await api()
        .post(addresses.keepHandTime({ id: job.id }))
        .send({ id: randomUUID(), kind: 'weed', seconds: Math.round(before.seconds * 3 * 2), pieces: 2 })
        .expect(201);
    const after = await weedOf();
    expect(after.known).toBe(before.known + 6);
    expect(after.seconds).toBeGreaterThan(before.seconds);
  });

  it('says why there is none: no sheet, no such number, all of it margin', async () => {
    const id = randomUUID();
    await api().post(addresses.jobs()).send({ id, name: 'Nothing yet' }).expect(201);
    expect(
      (
        await api()
          .get(addresses.cost({ id, pieces: String(1) }))
          .expect(422)
      ).body.error.message,
    ).toContain('a drawing was expected');
    const job = await readyJob({ api, drawn }, []);
    expect(
      (
        await api()
          .get(addresses.cost({ id: job.id, pieces: String(1) }))
          .expect(422)
      ).body.error.message,
    ).toContain('lies on no sheet yet');
    expect(
      (
        await api()
          .get(addresses.cost({ id: job.id, pieces: String(0) }))
          .expect(422)
      ).body.error.message,
    ).toContain('“0” came');
    const rates = await get<RatesView>(addresses.rates());
    const { currency: _c, ...wish } = rates;
    const refused = await api()
      .put(addresses.rates())
      .send({ ...wish, marginPercent: 100 })
      .expect(422);
    expect(refused.body.error.message).toContain('100 % came: nothing would be left');
  });

  it('goes by the rates of the workshop, and a stale change of them is refused with both', async () => {
    const { currency: _c, ...rates } = await get<RatesView>(addresses.rates());
    const job = await boatNumbers();
    const before = await costOf(job.id, 1);
    const changed: RatesView = (
      await api()
        .put(addresses.rates())
        .send({ ...rates, handCentsPerHour: 2 * rates.handCentsPerHour })
        .expect(200)
    ).body;
    expect(changed.version).toBe(rates.version + 1);
    expect((await costOf(job.id, 1)).asked.priceCents).toBeGreaterThan(before.asked.priceCents);
    const stale = await api()
      .put(addresses.rates())
      .send({ ...rates, packagingCents: 1 })
      .expect(409);
    expect(stale.body.error.current).toMatchObject({ handCentsPerHour: changed.handCentsPerHour });
    // The same change sent once more under its name is done once, and answered as it was.
    const name = randomUUID();
    const { currency: _e, ...again } = changed;
    for (const _ of [1, 2])
      await api()
        .put(addresses.rates())
        .set('Idempotency-Key', name)
        .send({ ...again, packagingCents: 75 })
        .expect(200);
    const { currency: _d, ...now } = await get<RatesView>(addresses.rates());
    expect(now).toMatchObject({ packagingCents: 75, version: changed.version + 1 });
    await api()
      .put(addresses.rates())
      .send({ ...now, handCentsPerHour: rates.handCentsPerHour })
      .expect(200);
  });
});

describe('a quote', () => {
  it('is offered, printed, and accepted into its job', async () => {
    const job = await boatNumbers();
    const { asked } = await costOf(job.id, 5);
    const id = randomUUID();
    const offered = { id, pieces: 5, customer: 'Osprey Bend Rowing Club', validUntil: '2027-06-30' };
    for (const _ of [1, 2])
      await api()
        .post(addresses.quotes({ id: job.id }))
        .send(offered)
        .expect(201);
    const [quote, ...more] = await get<QuoteView[]>(addresses.quotes({ id: job.id }));
    expect(more).toEqual([]);
    expect(quote).toMatchObject({ totalCents: asked.priceCents, pieces: 5, state: 'offered', isOver: false });
    const { words, size } = readPaper(await bytesOf(api().get(addresses.quotePaper({ id }))));
    expect(size).toContain('A4');
    expect(words).toContain(`Quote ${quote.number}`);
    expect(words).toContain('good until 2027-06-30');
    expect(words).toContain(`${Math.floor(asked.priceCents / 100)}.`);
    const [accepted]: QuoteView[] = (
      await api().post(addresses.answerQuote({ id })).send({ state: 'accepted' }).expect(200)
    ).body;
    expect(accepted.state).toBe('accepted');
    const { notes } = await get<JobAnswer>(addresses.job({ id: job.id }));
    expect(notes.map(({ label, value }) => [label, value])).toContainEqual([
      `Quote ${quote.number} accepted`,
      '5 pieces for Osprey Bend Rowing Club',
    ]);
  });

  it('is not accepted after its day', async () => {
    const job = await boatNumbers();
    const id = randomUUID();
    await api()
      .post(addresses.quotes({ id: job.id }))
      .send({ id, pieces: 2, customer: 'Osprey Bend Rowing Club', validUntil: '2027-06-30' })
      .expect(201);
    await server.pool.query('UPDATE quote SET valid_until = current_date - 1 WHERE id = $1', [id]);
    const refused = await api().post(addresses.answerQuote({ id })).send({ state: 'accepted' }).expect(409);
    expect(refused.body.error.message).toContain('Offer it anew');
    const quote = (await get<QuoteView[]>(addresses.quotes({ id: job.id }))).find((one) => one.id === id)!;
    expect(quote).toMatchObject({ state: 'offered', isOver: true });
    // On its last day it still is.
    await server.pool.query('UPDATE quote SET valid_until = current_date WHERE id = $1', [id]);
    await api().post(addresses.answerQuote({ id })).send({ state: 'accepted' }).expect(200);
  });

  it('is not offered until yesterday', async () => {
    const job = await boatNumbers();
    const refused = await api()
      .post(addresses.quotes({ id: job.id }))
      .send({ id: randomUUID(), pieces: 1, customer: '', validUntil: '2020-01-01' })
      .expect(422);
    expect(refused.body.error.message).toContain('2020-01-01 came');
  });
});
