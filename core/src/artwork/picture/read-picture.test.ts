import { flatten, isInside, polylineLength, signedArea } from '../../geometry';
import { USUAL_CHOICES, USUAL_TRACING, type ReadingChoices } from '../../artwork-choices';
import { ArtworkRefusedError } from '../reading';
import type { Picture } from './picture';
import { readPicture } from './read-picture';

type Paint = (x: number, y: number) => [number, number, number, number?];

/** A picture painted pixel by pixel, each the mean of 16 spots in it. */
function picture(width: number, height: number, paint: Paint, dpi: number | null = 254): Picture {
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const sum = [0, 0, 0, 0];
      for (let k = 0; k < 16; k++) {
        const [r, g, b, a = 255] = paint(x + ((k % 4) + 0.5) / 4, y + (Math.floor(k / 4) + 0.5) / 4);
        [r, g, b, a].forEach((value, i) => (sum[i] += value / 16));
      }
      data.set(sum.map(Math.round), (y * width + x) * 4);
    }
  return { width, height, data, dotsPerInch: dpi === null ? null : { x: dpi, y: dpi } };
}
const [BLACK, WHITE]: [number, number, number][] = [
  [0, 0, 0],
  [255, 255, 255],
];
const inRing = (x: number, y: number, cx: number, cy: number, outer: number, inner = 0) =>
  Math.hypot(x - cx, y - cy) < outer && Math.hypot(x - cx, y - cy) >= inner;
const choices = (tracing: Partial<ReadingChoices['tracing']> = {}, unitMm: number | null = null): ReadingChoices => ({
  ...USUAL_CHOICES,
  unitMm,
  tracing: { ...USUAL_TRACING, ...tracing },
});
const areas = (contours: Parameters<typeof flatten>[0][]) =>
  contours.map((contour) => Math.abs(signedArea(flatten(contour, 0.002).points)));
const disc = picture(300, 300, (x, y) => (inRing(x, y, 150, 150, 100) ? BLACK : WHITE));

describe('a picture by threshold', () => {
  it('gives a disc its area within 0.1 % and few curves', () => {
    const { parts, widthMm, heightMm, asks } = readPicture(disc, choices({ toleranceMm: 0.02 }));
    expect([widthMm.toFixed(6), heightMm.toFixed(6), asks]).toEqual(['30.000000', '30.000000', undefined]);
    expect(parts).toHaveLength(1);
    const [area] = areas(parts[0].contours);
    expect(Math.abs(area / (Math.PI * 100) - 1)).toBeLessThan(0.001);
    expect(readPicture(disc, choices()).parts[0].contours[0].segments.length).toBeLessThan(60);
  });

  it.each([
    ['a line of half a millimetre', 0.5, 15, 12],
    ['a slanted one', 0.5, 15, 33],
    ['a square', 3, 3, 12],
  ])('keeps %s as wide as it is, its sides straight', (_, across, along, degrees) => {
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    const mm = 25.4 / 150;
    const strip = picture(
      120,
      120,
      (x, y) => {
        const [dx, dy] = [(x - 60.2) * mm, (y - 59.7) * mm];
        return Math.abs(dx * cos + dy * sin) < along / 2 && Math.abs(dy * cos - dx * sin) < across / 2 ? BLACK : WHITE;
      },
      150,
    );
    const { parts } = readPicture(strip, choices());
    const [area] = areas(parts[0].contours);
    expect(Math.abs(area / (across * along) - 1)).toBeLessThan(0.035);
    expect(parts[0].contours[0].segments.length).toBeLessThan(12);
  });

  it('puts the tips of a star back where they are', () => {
    const mm = 25.4 / 150;
    const tip = (k: number, r: number) => ({
      x: 10 + r * Math.sin((Math.PI * k) / 5),
      y: 10 - r * Math.cos((Math.PI * k) / 5),
    });
    const corners = Array.from({ length: 10 }, (_, k) => tip(k, k % 2 ? 3.2 : 8));
    const star = picture(120, 120, (x, y) => (isInside({ x: x * mm, y: y * mm }, corners) ? BLACK : WHITE), 150);
    const { points } = flatten(readPicture(star, choices()).parts[0].contours[0], 0.005);
    for (const corner of corners)
      expect(Math.min(...points.map(({ x, y }) => Math.hypot(x - corner.x, y - corner.y)))).toBeLessThan(0.1);
  });

  it('keeps a hole with its outline, and a square its corners', () => {
    const square = picture(200, 200, (x, y) =>
      x > 40 && x < 160 && y > 40 && y < 160 && !inRing(x, y, 100, 100, 30) ? BLACK : WHITE,
    );
    const { parts } = readPicture(square, choices({ toleranceMm: 0.05 }));
    expect(parts).toHaveLength(1);
    const [outline, hole] = areas(parts[0].contours);
    expect(outline).toBeGreaterThan(144 * 0.998);
    expect(outline).toBeLessThan(144 * 1.001);
    expect(Math.abs(hole / (Math.PI * 9) - 1)).toBeLessThan(0.01);
    expect(parts[0].contours[0].segments.every(([kind]) => kind === 'L')).toBe(true);
  });

  it('stays within the tolerance asked for', () => {
    const { parts } = readPicture(disc, choices({ toleranceMm: 0.2 }));
    const far = flatten(parts[0].contours[0], 0.01).points.map(({ x, y }) => Math.abs(Math.hypot(x - 15, y - 15) - 10));
    expect(Math.max(...far)).toBeLessThan(0.2);
  });

  it('takes what is light when inverted, with the picture’s border for an edge', () => {
    const { parts } = readPicture(disc, choices({ isInverted: true, toleranceMm: 0.02 }));
    expect(parts).toHaveLength(1);
    const [frame, hole] = areas(parts[0].contours);
    expect(Math.abs(frame / 900 - 1)).toBeLessThan(0.002);
    expect(Math.abs(hole / (Math.PI * 100) - 1)).toBeLessThan(0.001);
  });

  it('leaves out specks and says how many', () => {
    const specked = picture(200, 200, (x, y) =>
      inRing(x, y, 100, 100, 50) || (Math.floor(x) % 40 === 5 && Math.floor(y) === 10) ? BLACK : WHITE,
    );
    const { parts, notices } = readPicture(specked, choices({ smallestMm2: 0.5 }));
    expect(parts).toHaveLength(1);
    expect(notices).toContainEqual({ code: 'left-out', message: 'A speck below 0.5 mm² was left out', count: 5 });
  });
});

describe('a picture by the edge of what is opaque, and by colours', () => {
  it('follows alpha whatever the colours are', () => {
    const cut = picture(200, 100, (x, y) => (inRing(x, y, 100, 50, 40) ? [x, 200, 30, 255] : [0, 0, 0, 0]));
    const { parts } = readPicture(cut, choices({ way: 'alpha', toleranceMm: 0.02 }));
    expect(parts).toHaveLength(1);
    expect(Math.abs(areas(parts[0].contours)[0] / (Math.PI * 16) - 1)).toBeLessThan(0.002);
  });

  it('tells colours apart and leaves the ground out', () => {
    const flags = picture(300, 100, (x, y) =>
      inRing(x, y, 50, 50, 40)
        ? [29, 47, 92]
        : inRing(x, y, 150, 50, 40)
          ? [232, 179, 30]
          : inRing(x, y, 250, 50, 40)
            ? [200, 52, 47]
            : WHITE,
    );
    const { parts, notices } = readPicture(flags, choices({ way: 'colours', colours: 3 }));
    // Soft edges between two colours may pass for a third: only what is large counts.
    expect(parts.filter((part) => areas(part.contours)[0] > 40)).toHaveLength(3);
    expect(new Set(parts.map((part) => part.colour)).size).toBe(3);
    expect(notices[0].message).toMatch(/^The ground, #f[a-f0-9]{5}, was left out$/);
    expect(readPicture(flags, choices({ way: 'colours', colours: 3 })).parts).toEqual(parts);
  });
});

describe('the size of a picture', () => {
  it('is asked where the file does not say, with what each answer would give', () => {
    const unsized = { ...disc, dotsPerInch: null };
    const { asks, widthMm } = readPicture(unsized, choices());
    expect(widthMm).toBeCloseTo(50.8, 6);
    expect(asks?.answers.map(({ widthMm: w }) => Math.round(w * 10) / 10)).toEqual([79.4, 50.8, 25.4, 12.7]);
    const answered = readPicture(unsized, choices({}, 25.4 / 300));
    expect([answered.widthMm.toFixed(3), answered.asks]).toEqual(['25.400', undefined]);
  });

  it('beyond what is taken is refused before anything is done', () => {
    expect(() =>
      readPicture({ width: 9000, height: 9000, data: new Uint8Array(0), dotsPerInch: { x: 300, y: 300 } }, choices()),
    ).toThrow(ArtworkRefusedError);
  });
});

describe('a picture from a camera or a scanner', () => {
  /** Noise with a seed: two uniform numbers from a linear congruential row make one normal one (Box & Muller 1958). */
  function noise(sigma: number) {
    let state = 12345;
    const next = () => (state = (state * 1664525 + 1013904223) % 4294967296) / 4294967296;
    return () => sigma * Math.sqrt(-2 * Math.log(next() + 1e-12)) * Math.cos(2 * Math.PI * next());
  }
  const noisy = (source: Picture, sigma: number): Picture => {
    const draw = noise(sigma);
    const data = new Uint8Array(source.data);
    for (let i = 0; i < data.length; i += 4) {
      const shift = draw();
      for (let k = 0; k < 3; k++) data[i + k] = Math.max(0, Math.min(255, Math.round(data[i + k] + shift)));
    }
    return { ...source, data };
  };
  /** A dark disc on paper that is lit from one side. */
  const lit = picture(400, 300, (x, y) => {
    const paper = 170 + 60 * (x / 400) - 25 * (y / 300);
    const edge = Math.max(0, Math.min(1, (Math.hypot(x - 200, y - 150) - 80) / 3));
    const value = 50 + (paper - 50) * edge;
    return [value, value, value];
  });
  const around = (contours: Parameters<typeof flatten>[0][]) =>
    contours.reduce((sum, contour) => sum + polylineLength(flatten(contour, 0.01)), 0);

  it.each([2, 6, 15])('with noise of %d grey levels is the disc that it shows, without spikes', (sigma) => {
    const { parts, notices } = readPicture(noisy(lit, sigma), choices({ toleranceMm: 0.1 }));
    expect(parts).toHaveLength(1);
    const radius = 8.15;
    expect(around(parts[0].contours) / (2 * Math.PI * radius)).toBeLessThan(1.05);
    expect(Math.abs(areas(parts[0].contours)[0] / (Math.PI * radius ** 2) - 1)).toBeLessThan(0.035);
    const far = flatten(parts[0].contours[0], 0.01).points.map(({ x, y }) =>
      Math.abs(Math.hypot(x - 20, y - 15) - radius),
    );
    expect(Math.max(...far)).toBeLessThan(0.25);
    expect(notices[0].message).toContain('The picture is noisy');
  });

  it('a noisy scan with dust gives few pieces', () => {
    const dusty = noisy(lit, 10);
    const draw = noise(1);
    for (let i = 0; i < dusty.data.length; i += 4) if (draw() > 2.4) dusty.data.fill(30, i, i + 3);
    const { parts } = readPicture(dusty, choices());
    expect(
      parts.flatMap(({ contours }) => contours).reduce((sum, { segments }) => sum + segments.length, 0),
    ).toBeLessThan(400);
  });

  it('colours are told apart in spite of noise', () => {
    const flags = picture(300, 100, (x, y) =>
      inRing(x, y, 75, 50, 40) ? [29, 47, 92] : inRing(x, y, 225, 50, 40) ? [200, 52, 47] : [240, 240, 235],
    );
    const { parts } = readPicture(noisy(flags, 12), choices({ way: 'colours', colours: 2 }));
    expect(parts.filter((part) => areas(part.contours)[0] > 0.8)).toHaveLength(2);
  });
});

describe('the level that is found', () => {
  it.each([
    [200, 201],
    [0, 1],
    [254, 255],
    [10, 240],
  ])('parts greys of %d and %d, and never takes all or nothing', (dark, light) => {
    const two = picture(100, 100, (x) => (x < 40 ? [dark, dark, dark] : [light, light, light]));
    const { parts } = readPicture(two, choices({ toleranceMm: 0.02 }));
    expect(parts).toHaveLength(1);
    // The edge is the picture's own on three sides, and half-way on the fourth.
    expect(Math.abs(areas(parts[0].contours)[0] - 4 * 10)).toBeLessThan(0.25);
  });

  it('a page that is dark all over is no part', () => {
    const dark = picture(60, 60, (x) => [x < 30 ? 8 : 12, 10, 10]);
    expect(() => readPicture(dark, choices({ threshold: 128 }))).toThrow('its edge is that of the page');
    expect(() => readPicture(dark, choices({ way: 'alpha' }))).toThrow('All of the picture is opaque');
  });

  it('a picture of one grey is refused in words', () => {
    expect(() =>
      readPicture(
        picture(50, 50, () => [90, 90, 90]),
        choices(),
      ),
    ).toThrow('The picture is of one grey all over');
  });
});

describe('densities', () => {
  it('may differ across and down', () => {
    const { parts, widthMm, heightMm } = readPicture(
      { ...disc, dotsPerInch: { x: 254, y: 127 } },
      choices({ toleranceMm: 0.02 }),
    );
    expect([widthMm, heightMm]).toEqual([expect.closeTo(30, 9), expect.closeTo(60, 9)]);
    expect(Math.abs(areas(parts[0].contours)[0] / (Math.PI * 200) - 1)).toBeLessThan(0.002);
  });
});
