import { decodeSvg } from '@keen-anvil/core/artwork';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { USUAL_CHOICES, USUAL_TEXT } from '@keen-anvil/core/artwork-choices';
import { contourBounds } from '@keen-anvil/core/geometry';
import { writeHpgl } from '@keen-anvil/core/output';
import sharp from 'sharp';
import { mutate } from '../../../core/testing/mutate';
import { readArtwork, type ReadTask } from './read-artwork';

const DEMO = join(__dirname, '../../demo');
const kindOf = (name: string): ReadTask['source'] =>
  /svgz?$/.test(name) ? 'svg' : name.endsWith('dxf') ? 'dxf' : /png|jpg/.test(name) ? 'picture' : 'hpgl';
const read = (fileName: string, bytes: Uint8Array) =>
  readArtwork({ source: kindOf(fileName), fileName, bytes, choices: USUAL_CHOICES });
const refusal = async (fileName: string, bytes: Uint8Array | string) =>
  (await read(fileName, Buffer.from(bytes as never))).refusal;
const svg = (inside: string, size = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inside}</svg>`;

describe('real files', () => {
  it.each([
    ['finisher-medals.dxf', 12],
    ['ripple-coaster.png', 4],
    ['certificate.svg', 38],
    ['crew-crest.svg', 5],
    ['course-bunting.svg', 3],
    ['boat-plate.svg', 9],
  ])('%s is read whole', async (name, parts) => {
    const answer = await read(name, readFileSync(join(DEMO, name)));
    if (answer.refusal !== null) throw new Error(answer.refusal);
    expect(answer.reading.parts).toHaveLength(parts);
    expect(answer.reading.notices.filter(({ code }) => code === 'unread')).toEqual([]);
  });

  it('an svgz is what it unpacks to', async () => {
    const plain = readFileSync(join(DEMO, 'course-bunting.svg'));
    expect(await read('bunting.svgz', gzipSync(plain))).toEqual(await read('bunting.svg', plain));
  });

  it('a picture has the size of its density; one that says none, or what programs write by default, asks', async () => {
    const disc = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="300"><rect width="300" height="300" fill="#fff"/><circle cx="150" cy="150" r="100"/></svg>',
    );
    for (const [density, expected] of [
      [300, 25.4],
      [72, null],
    ] as const) {
      for (const format of ['png', 'jpeg'] as const) {
        const answer = await read(
          `disc.${format === 'png' ? 'png' : 'jpg'}`,
          await sharp(disc).withMetadata({ density }).toFormat(format).toBuffer(),
        );
        if (answer.refusal !== null) throw new Error(answer.refusal);
        if (expected) expect(answer.reading.widthMm).toBeCloseTo(expected, 1);
        expect(answer.reading.asks === undefined).toBe(expected !== null);
      }
    }
  });
});

describe('a text in single lines', () => {
  it('has every letter that is typed, each as open lines of its height', async () => {
    const words = 'Osprey Bend 12\n“Wren’s” – Ålesund, güt & ñ?';
    const answer = await readArtwork({
      source: 'text',
      fileName: '',
      bytes: null,
      choices: { ...USUAL_TEXT, words, fontId: 'single-line', capHeightMm: 10 },
    });
    if (answer.refusal !== null) throw new Error(answer.refusal);
    const { parts, notices } = answer.reading;
    expect(notices).toEqual([]);
    expect(parts).toHaveLength(words.replace(/\s/g, '').length);
    expect(parts.flatMap(({ contours }) => contours).some(({ closed }) => closed)).toBe(false);
    const box = contourBounds(parts.find(({ name }) => name === 'B')!.contours)!;
    expect(box.maxY - box.minY).toBeCloseTo(10, 0);
  });
});

describe('bad input', () => {
  it.each<[string, string, () => Uint8Array | string, RegExp]>([
    [
      'a truncated picture',
      'x.png',
      () => readFileSync(join(DEMO, 'ripple-coaster.png')).subarray(0, 8000),
      /“x.png” breaks off or is damaged: a whole PNG or JPG picture was expected/,
    ],
    ['a picture that is none', 'x.jpg', () => 'no picture', /breaks off or is damaged/],
    [
      'a picture of another kind',
      'x.png',
      () => Buffer.from('GIF89a\x01\x00\x01\x00\x00\x00\x00;', 'latin1'),
      /PNG or JPG picture was expected/,
    ],
    [
      'an svgz that unpacks without end',
      'x.svgz',
      () => gzipSync(Buffer.alloc(60_000_000, ' ')),
      /unpacks to more than 24 million/,
    ],
    [
      'an svgz that breaks off',
      'x.svgz',
      () => gzipSync(Buffer.from(svg('<rect width="9" height="9"/>'))).subarray(0, 40),
      /breaks off or is damaged/,
    ],
    [
      'DXF in binary form',
      'x.dxf',
      () => Buffer.concat([Buffer.from('Binary DXF\r\n\x1a\x00'), Buffer.alloc(200)]),
      /DXF in text form was expected; this one is in binary form/,
    ],
    ['a shape further than 100 m', 'x.svg', () => svg('<rect width="1e9" height="5"/>'), /^$/],
    [
      'ten million points',
      'x.svg',
      () => svg(`<path d="M0 0${'L1 1'.repeat(10_000_000)}"/>`),
      /at most 24 million characters/,
    ],
    [
      'blocks that hold each other',
      'x.dxf',
      () =>
        '0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n8\n0\n2\nA\n70\n0\n10\n0\n20\n0\n0\nINSERT\n8\n0\n2\nA\n10\n1\n20\n1\n0\nENDBLK\n8\n0\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n8\n0\n2\nA\n10\n0\n20\n0\n0\nENDSEC\n0\nEOF',
      /hold each other in a circle/,
    ],
  ])('%s', async (_, name, make, words) => {
    const said = await refusal(name, make());
    if (words.source === '^$') {
      // Left out with a word rather than refused: nothing is left to cut.
      expect(said).toBeNull();
      const answer = await read(name, Buffer.from(make() as string));
      expect(answer.refusal === null && answer.reading.notices[0].message).toMatch(/reaches further than 100 m/);
    } else expect(said).toMatch(words);
  });

  it('coordinates that are no numbers break the outline off, and that is said', async () => {
    const answer = await read('x.svg', Buffer.from(svg('<path d="M0 0L9 NaN L9 9"/><rect width="5" height="5"/>')));
    expect(answer.refusal === null && [answer.reading.parts.length, answer.reading.notices[0].message]).toEqual([
      1,
      expect.stringContaining('breaks off'),
    ]);
  });

  it('a drawing 40 m wide is read, and it is said that no sheet is so large', async () => {
    const answer = await read(
      'x.svg',
      Buffer.from(svg('<rect width="100" height="50"/>', 'width="40000mm" height="20000mm" viewBox="0 0 100 50"')),
    );
    expect(answer.refusal === null && answer.reading.notices.map(({ message }) => message)).toContainEqual(
      'The drawing is 40 m across, larger than any sheet: look at its unit, or set its exact size',
    );
  });
});

describe('damaged files', () => {
  const inDemo = (kind: RegExp) =>
    readdirSync(DEMO)
      .filter((name) => kind.test(name))
      .map((name): [string, Uint8Array] => [name, readFileSync(join(DEMO, name))]);
  const drawings = [
    ...inDemo(/\.(svg|dxf)$/),
    [
      'seal.hpgl',
      Buffer.from(
        writeHpgl({
          strokes: [
            {
              points: [
                { x: 1, y: 2 },
                { x: 30, y: 2 },
                { x: 30, y: 40 },
              ],
            },
          ],
          pen: 1,
          speedMmS: 80,
          forceGf: 90,
        }),
      ),
    ] as [string, Uint8Array],
  ];

  // A picture is unpacked and traced, which takes a hundred times as long as a drawing: fewer of them.
  it.each([
    ['drawings', drawings, 180],
    ['pictures', inDemo(/^(crew-bow|crew-sticker|ripple)/), 24],
  ])('%s: each is read or refused in a sentence, and none breaks the reader', async (_, files, count) => {
    let refused = 0;
    for (let seed = 1; seed <= count; seed++) {
      const [name, bytes] = files[seed % files.length];
      const answer = await read(name, mutate(bytes, seed));
      if (answer.refusal !== null) {
        refused += 1;
        expect(answer.refusal).toMatch(/^[A-Z“<].*[.!]$/s);
      } else
        for (const { contours } of answer.reading.parts)
          for (const { start } of contours) expect(start.every(Number.isFinite)).toBe(true);
    }
    expect(refused).toBeGreaterThan(count / 10);
    expect(refused).toBeLessThan(count);
  });
});

describe('what a file says of its own letters', () => {
  const svg = (encoding: string) =>
    `<?xml version="1.0" encoding="${encoding}"?><svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"><rect id="Größe" width="9" height="9"/></svg>`;
  const utf16 = (text: string, isBig: boolean) => {
    const bytes = Buffer.from(text, 'utf16le');
    return isBig ? bytes.swap16() : bytes;
  };
  it.each([
    ['UTF-8', Buffer.from(svg('UTF-8'))],
    ['UTF-8 with a mark', Buffer.from(`\uFEFF${svg('UTF-8')}`)],
    ['ISO-8859-1', Buffer.from(svg('ISO-8859-1'), 'latin1')],
    ['windows-1252', Buffer.from(svg('windows-1252'), 'latin1')],
    ['UTF-16, low byte first', utf16(`\uFEFF${svg('UTF-16')}`, false)],
    ['UTF-16, high byte first', utf16(`\uFEFF${svg('UTF-16')}`, true)],
    ['UTF-16 without a mark', utf16(svg('UTF-16'), true)],
    ['UTF-8 that was UTF-16 once', Buffer.from(svg('UTF-16'))],
  ])('is read in %s', (_, bytes) => expect(decodeSvg(bytes, 'a.svg')).toContain('id="Größe"'));

  it('is refused where it is none that is known, or another one', () => {
    expect(() => decodeSvg(Buffer.from(svg('utf-99')), 'a.svg')).toThrow('“utf-99”, which is not known');
    expect(() => decodeSvg(Buffer.from(svg('UTF-8'), 'latin1'), 'a.svg')).toThrow('UTF-8 was expected');
  });
});
