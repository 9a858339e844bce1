import { randomUUID } from 'node:crypto';
import {
  addresses,
  type CostView,
  type GarmentView,
  type JobSummary,
  type MockupView,
  type PartView,
  type QuoteView,
  type SizeSetView,
  type WarmClockView,
} from '@keen-anvil/contract';
import sharp from 'sharp';
import { joinBounds, knownBounds } from '@keen-anvil/core/geometry';
import { boundsOnSheet } from '@keen-anvil/core/layout';
import { asker, bytesOf } from '../../testing/ask';
import { readPaper } from '../../testing/read-paper';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
const { api, drawn, get } = asker(() => server);

const measures = {
  chestWidthMm: 480,
  lengthMm: 660,
  neckWidthMm: 180,
  neckDropMm: 100,
  sleeveLengthMm: 40,
  sleeveWidthMm: 200,
};
const jobNamed = async (name: string): Promise<string> =>
  (await get<{ id: string; name: string }[]>(addresses.jobs())).find((job) => job.name === name)!.id;
/** The copies of a part whose boxes lie over each other on one sheet. */
const liesOver = ({ contours, places }: PartView): string[] => {
  const boxes = places.map((place) => ({
    ...boundsOnSheet({ bounds: knownBounds(contours)!, place }),
    on: place.sheetId,
  }));
  return boxes.flatMap((a, i) =>
    boxes
      .slice(i + 1)
      .filter((b) => a.on === b.on && a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY)
      .map((b) => `${JSON.stringify(a)} ${JSON.stringify(b)}`),
  );
};
/** Counts sizes for the front of a job's shirts. */
const count = (job: string, counts: Readonly<Record<string, number>>) =>
  api()
    .post(addresses.sizeSet({ id: job }))
    .send({ place: 'front', counts: Object.entries(counts).map(([size, many]) => ({ size, count: many })) })
    .expect(200);

describe('garments of a workshop’s own', () => {
  it('are kept once, whoever sends them again, counted into a set, and stay in it when they are put away', async () => {
    const vest = { id: randomUUID(), name: 'Club vest', measures };
    for (const _ of [1, 2]) await api().post(addresses.garments()).send(vest).expect(201);
    expect((await get<GarmentView[]>(addresses.garments())).filter(({ name }) => name === 'Club vest')).toEqual([vest]);
    const job = await jobNamed('Crew shirts');
    const counts = [
      { size: 'L', count: 3 },
      { size: vest.id, count: 2 },
    ];
    await api()
      .post(addresses.sizeSet({ id: job }))
      .send({ place: 'left-breast', counts })
      .expect(200);
    await api()
      .post(addresses.putGarmentAway({ id: vest.id }))
      .send({ isArchived: true })
      .expect(200);
    expect((await get<GarmentView[]>(addresses.garments())).map(({ name }) => name)).toEqual(['Rowing vest']);
    await api()
      .post(addresses.sizeSet({ id: job }))
      .send({ place: 'front', counts })
      .expect(200);
    expect(await get<SizeSetView>(addresses.sizeSet({ id: job }))).toEqual({ place: 'front', counts });
  });

  it('are refused with what was expected: a neckline wider than the chest, a size that there is not', async () => {
    const odd = { id: randomUUID(), name: 'Odd', measures: { ...measures, neckWidthMm: 500 } };
    const { error } = (await api().post(addresses.garments()).send(odd).expect(422)).body;
    expect(error.message).toContain('A neckline narrower than the chest (480 mm) was expected; 500 mm came.');
    const job = await jobNamed('Crew shirts');
    const unknown = await api()
      .post(addresses.sizeSet({ id: job }))
      .send({ place: 'front', counts: [{ size: 'XXXL', count: 1 }] })
      .expect(422);
    expect(unknown.body.error.message).toContain('“XXXL” came');
    const twice = [1, 2].map((count) => ({ size: 'M', count }));
    const { body } = await api()
      .post(addresses.sizeSet({ id: job }))
      .send({ place: 'front', counts: twice })
      .expect(422);
    expect(body.error.message).toContain('“M” came twice');
    await api()
      .get(addresses.sizeSet({ id: randomUUID() }))
      .expect(404);
  });
});

describe('the drawing of where a design goes', () => {
  it('has the measures of the size that is asked for, and of all that are made', async () => {
    const job = await jobNamed('Shirts in two films');
    await count(job, { S: 4, XL: 3 });
    const { words, size } = readPaper(
      await bytesOf(api().get(addresses.placement({ id: job, size: 'M', place: 'front' }))),
    );
    expect(size).toContain('A4');
    expect(words).toContain('Front, centred, size M');
    expect(words).toContain('70 mm below the neckline');
    expect(words).toMatch(/S 4 245 × .* XL 3 300 × /);
  });

  it('says which size or place was expected', async () => {
    const job = await jobNamed('Shirts in two films');
    expect(
      (
        await api()
          .get(addresses.placement({ id: job, size: 'huge', place: 'front' }))
          .expect(422)
      ).body.error.message,
    ).toContain('“huge” came');
    expect(
      (
        await api()
          .get(addresses.placement({ id: job, size: 'M', place: 'knee' }))
          .expect(422)
      ).body.error.message,
    ).toContain('front, left-breast');
  });
});

describe('a whole set in one go', () => {
  it('makes a job for each width, as large as its sizes bear and with what is made noted; sent again, they are there', async () => {
    const job = await jobNamed('Shirts in two films');
    await count(job, {});
    const none = await api()
      .post(addresses.makeSizeJobs({ id: job }))
      .send({ id: randomUUID() })
      .expect(422);
    expect(none.body.error.message).toContain('none was counted');
    await count(job, { S: 4, M: 8, XL: 3 });
    const id = randomUUID();
    const made: JobSummary[] = (
      await api()
        .post(addresses.makeSizeJobs({ id: job }))
        .send({ id })
        .expect(201)
    ).body;
    const again: JobSummary[] = (
      await api()
        .post(addresses.makeSizeJobs({ id: job }))
        .send({ id })
        .expect(201)
    ).body;
    expect(again.map((one) => one.id).sort()).toEqual(made.map((one) => one.id).sort());
    expect(made.map(({ name }) => name).sort()).toEqual([
      'Shirts in two films, 245 mm wide',
      'Shirts in two films, 300 mm wide',
    ]);
    const narrow = await drawn(
      api()
        .get(addresses.job({ id: made.find(({ name }) => name.includes('245'))!.id }))
        .expect(200),
    );
    const boxes = narrow.steps.flatMap(({ parts }) => parts.flatMap(({ contours }) => knownBounds(contours) ?? []));
    const box = boxes.reduce(joinBounds);
    expect(box.maxX - box.minX).toBeCloseTo(245, 3);
    expect(narrow.notes.map(({ label, value }) => [label, value])).toEqual([
      [
        '12 garments',
        '4 × S, 8 × M. 5 of them found no room on what there is of Transfer film, smooth white. 10 of them found no room on what there is of Transfer film, gold glitter',
      ],
    ]);
    expect(narrow.steps.map(({ materialId, process }) => [materialId !== null, process])).toEqual([
      [true, 'kiss-cut'],
      [true, 'kiss-cut'],
    ]);
    // Each film is laid as often as it has room, all of it together, and no copy over another.
    expect(narrow.steps.map(({ parts }) => parts.map(({ places }) => places.length))).toEqual([[7], [2, 2, 2, 2]]);
    const [smooth, glitter] = narrow.steps;
    expect(liesOver(smooth.parts[0])).toEqual([]);
    expect(glitter.sheets).toHaveLength(2);
    const wide = await drawn(
      api()
        .get(addresses.job({ id: made.find(({ name }) => name.includes('300'))!.id }))
        .expect(200),
    );
    expect(wide.notes[0].value).toContain('3 × XL. None of them found room on what there is of Transfer film, smooth');
    expect(await get<SizeSetView>(addresses.sizeSet({ id: narrow.id }))).toMatchObject({ place: 'front' });
  });
});

describe('a set of more than can be laid at once', () => {
  it('is refused with how many are, and no job is made', async () => {
    const job = await jobNamed('Shirts in two films');
    const vests = Array.from({ length: 11 }, (_, i) => ({ id: randomUUID(), name: `Vest ${i}`, measures }));
    for (const vest of vests) await api().post(addresses.garments()).send(vest).expect(201);
    await count(job, Object.fromEntries(vests.map(({ id }) => [id, 500])));
    const before = (await get<JobSummary[]>(addresses.jobs())).length;
    const { error } = (
      await api()
        .post(addresses.makeSizeJobs({ id: job }))
        .send({ id: randomUUID() })
        .expect(422)
    ).body;
    expect(error.message).toBe('At most 5000 of one width are laid in one go; 5500 came. Count fewer.');
    expect(await get<JobSummary[]>(addresses.jobs())).toHaveLength(before);
  });
});

describe('what a piece of a set costs', () => {
  it('has the machine time of one, however often each of its films had room', async () => {
    const job = await jobNamed('Shirts in two films');
    const seconds = async (counts: Readonly<Record<string, number>>) => {
      await count(job, counts);
      const made: JobSummary[] = (
        await api()
          .post(addresses.makeSizeJobs({ id: job }))
          .send({ id: randomUUID() })
          .expect(201)
      ).body;
      return (
        await get<CostView>(
          addresses.cost({ id: made.find(({ name }) => name.includes('245'))!.id, pieces: String(1) }),
        )
      ).machineSeconds;
    };
    const [once, often] = [await seconds({ S: 1, L: 1 }), await seconds({ S: 4, M: 8, L: 1 })];
    expect(Math.abs(often / once - 1)).toBeLessThan(0.03);
  });
});

describe('what warms up', () => {
  it('goes by the server’s clock from its first start, and is put away', async () => {
    const clock = { name: 'a run warm', jobId: await jobNamed('Crew shirts'), text: 'The tip is warm', minutes: 5 };
    const [first]: WarmClockView[] = (await api().post(addresses.warmClocks()).send(clock).expect(201)).body;
    expect(first).toMatchObject(clock);
    const again: WarmClockView[] = (await api().post(addresses.warmClocks()).send(clock).expect(201)).body;
    expect(again).toEqual([first]);
    expect((await api().post(addresses.endWarming()).send({ name: clock.name }).expect(200)).body).toEqual([]);
    await api().post(addresses.endWarming()).send({ name: clock.name }).expect(200);
  });
});

describe('a mock-up that is kept with a job', () => {
  it('is on the quotes that are offered after it, and stays on them', async () => {
    const job = await jobNamed('Crew shirts');
    await api()
      .post(addresses.mockup({ id: job }))
      .send({ photoId: randomUUID() })
      .expect(422);
    const photoId = randomUUID();
    const photo = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#22406e' } })
      .png()
      .toBuffer();
    await api()
      .put(addresses.photo({ id: photoId }))
      .send(photo)
      .expect(204);
    await api()
      .post(addresses.mockup({ id: job }))
      .send({ photoId })
      .expect(200);
    expect(await get<MockupView>(addresses.mockup({ id: job }))).toEqual({ photoId });
    const offer = async (): Promise<QuoteView> =>
      (
        await api()
          .post(addresses.quotes({ id: job }))
          .send({
            id: randomUUID(),
            pieces: 2,
            customer: '',
            validUntil: new Date(Date.now() + 864e5).toISOString().slice(0, 10),
          })
          .expect(201)
      ).body[0];
    const shown = await offer();
    expect(shown.photoId).toBe(photoId);
    await api()
      .post(addresses.mockup({ id: job }))
      .send({ photoId: null })
      .expect(200);
    const plain = await offer();
    expect(plain.photoId).toBeNull();
    const picturesIn = async ({ id }: QuoteView) =>
      readPaper(await bytesOf(api().get(addresses.quotePaper({ id })))).pictures;
    expect(await picturesIn(shown)).toBe(1);
    expect(await picturesIn(plain)).toBe(0);
  });
});
