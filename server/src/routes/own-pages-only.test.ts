import { randomUUID } from 'node:crypto';
import { addresses, type MaterialView } from '@keen-anvil/contract';
import sharp from 'sharp';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
const { api, byName } = asker(() => server);
const job = () => ({ id: randomUUID(), name: 'Crew board' });

describe('a page of another site', () => {
  it('reads nothing under a name that was made to point here', async () => {
    const answer = await api().get(addresses.bench()).set('Host', 'osprey.example:8300').expect(421);
    expect(answer.body.error).toMatchObject({
      code: 'host',
      message: expect.stringContaining('none of the workshop’s'),
    });
    await api().get(addresses.bench()).set('Host', '127.0.0.1').expect(421);
    await api().get(addresses.bench()).set('Host', '').expect(421);
  });

  it('writes nothing, whatever its browser says of it', async () => {
    const write = () => api().post(addresses.jobs());
    for (const [name, value] of [
      ['Origin', 'http://elsewhere.example'],
      ['Origin', 'null'],
      ['Origin', 'http://127.0.0.1:1'],
      ['Sec-Fetch-Site', 'cross-site'],
      ['Sec-Fetch-Site', 'same-site'],
    ] as const) {
      expect((await write().set(name, value).send(job()).expect(403)).body.error.code).toBe('foreign-page');
    }
    await api()
      .put(addresses.nailCards())
      .set('Origin', 'http://elsewhere.example')
      .send({ recipeIds: [] })
      .expect(403);
    // From a page of ours, and by a program, it is written.
    await write().set('Sec-Fetch-Site', 'same-origin').send(job()).expect(201);
    await write().send(job()).expect(201);
  });

  it('sends no body that a browser lets anybody send', async () => {
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x']) {
      expect(
        (await api().post(addresses.jobs()).set('Content-Type', type).send(JSON.stringify(job())).expect(415)).body
          .error.message,
      ).toContain('JSON, sent as application/json, was expected');
      expect(
        (
          await api()
            .post(addresses.importBook({ fileName: 'book.json', preview: false }))
            .set('Content-Type', type)
            .send('{}')
            .expect(415)
        ).body.error.message,
      ).toContain('A file, sent as application/octet-stream');
      expect(
        (
          await api()
            .post(addresses.importBook({ fileName: 'book.json', preview: false }))
            .set('Content-Type', '')
            .send(Buffer.from('{}'))
        ).status,
      ).toBeGreaterThanOrEqual(400);
      await api()
        .put(addresses.bringIn({ id: randomUUID(), artworkId: randomUUID(), fileName: 'a.svg' }))
        .set('Content-Type', type)
        .send('<svg/>')
        .expect(415);
    }
    await api().post(addresses.jobs()).set('Content-Type', 'image/svg+xml').send('<svg/>').expect(415);
  });

  it('finds nothing of ours kept by a browser', async () => {
    expect((await api().get(addresses.bench()).expect(200)).headers['cache-control']).toBe('no-store');
    expect(
      (
        await api()
          .get(addresses.job({ id: randomUUID() }))
          .expect(404)
      ).headers['cache-control'],
    ).toBe('no-store');
  });
});

describe('somebody else’s photo', () => {
  const send = async (bytes: Buffer, type = 'image/jpeg') => {
    const material = await byName<MaterialView>(addresses.materials(), 'Canvas');
    return api()
      .put(addresses.photographMaterial({ id: material.id, version: material.version }))
      .set('Content-Type', type)
      .send(bytes);
  };

  it('is a JPEG, PNG or WebP by its bytes, whatever it is called', async () => {
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="20000" height="20000"><filter id="f"><feTurbulence numOctaves="50"/></filter><rect width="100%" height="100%" filter="url(#f)"/></svg>',
    );
    for (const bytes of [
      svg,
      Buffer.from('<html><script>alert(1)</script></html>'),
      Buffer.from('GIF89a'),
      Buffer.alloc(0),
      Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]),
    ]) {
      const refused = await send(bytes);
      expect(refused.status).toBe(422);
      expect(refused.body.error.message).toContain('A photo was expected (JPEG, PNG or WebP)');
    }
  });

  it('is written anew, without where it was taken', async () => {
    const taken = await sharp({ create: { width: 1500, height: 900, channels: 3, background: '#22406e' } })
      .withExif({ IFD0: { Copyright: 'somebody' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
      .png()
      .toBuffer();
    const kept = await send(taken, 'image/png');
    expect(kept.status).toBe(200);
    const { body, headers } = await api()
      .get(addresses.photo({ id: (kept.body as MaterialView).photoId! }))
      .buffer(true)
      .expect(200);
    expect(headers['content-type']).toBe('image/jpeg');
    const photo = await sharp(body as Buffer).metadata();
    expect(photo).toMatchObject({ format: 'jpeg', width: 1200, height: 720 });
    expect(photo.exif).toBeUndefined();
  });
});
