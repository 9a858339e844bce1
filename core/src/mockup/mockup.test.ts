import { coneOf } from '../measured';
import { heightOf, roundPicture, seenOnCup, textureOf, textureTile, TEXTURES, TILE_MM } from './index';

const meanOf = (data: ArrayLike<number>, k: number) => {
  let sum = 0;
  for (let i = k; i < data.length; i += 4) sum += data[i];
  return sum / (data.length / 4);
};

describe('what materials look like', () => {
  it('goes by their family, and by a word in their name', () => {
    expect(textureOf({ family: 'film', name: 'Transfer film, gold glitter', finish: '' })).toBe('glitter');
    expect(textureOf({ family: 'film', name: 'Transfer film, white', finish: 'smooth' })).toBe('plain');
    expect(textureOf({ family: 'bamboo', name: 'Bamboo board', finish: '' })).toBe('wood');
  });

  it('keeps the colour of the material, the same each time, and has no seam', () => {
    for (const texture of TEXTURES) {
      const tile = textureTile(texture, '#804020', 4);
      expect([tile.width, tile.height]).toEqual([4 * TILE_MM, 4 * TILE_MM]);
      expect(Math.abs(meanOf(tile.data, 0) - 128)).toBeLessThan(30);
      expect(textureTile(texture, '#804020', 4).data.every((value, i) => value === tile.data[i])).toBe(true);
      if (texture === 'plain' || texture === 'glitter') continue;
      // Across the seam it changes no more than it does elsewhere.
      const step = (row: number, a: number, b: number) =>
        Math.abs(tile.data[4 * (row * tile.width + a)] - tile.data[4 * (row * tile.width + b)]);
      const rows = Array.from({ length: tile.height }, (_, row) => row);
      const seam = rows.reduce((sum, row) => sum + step(row, tile.width - 1, 0), 0) / rows.length;
      const within = rows.reduce((sum, row) => sum + step(row, 40, 41) + step(row, 80, 81), 0) / (2 * rows.length);
      expect(seam).toBeLessThan(3 * within + 4);
    }
    const glitter = textureTile('glitter', '#c79a3b', 4).data;
    expect(Math.max(...glitter.filter((_, i) => i % 4 === 2))).toBeGreaterThan(200);
  });
});

describe('a design round a cup', () => {
  // Rims of 251 and 218 mm round, 164 mm high.
  const cone = coneOf({ how: 1, top: 251, bottom: 218, height: 164, rise: 0 });
  const straight = coneOf({ how: 1, top: 200, bottom: 200, height: 100, rise: 0 });

  it('is true in the middle, and narrower towards the sides by the sine of its angle', () => {
    expect(heightOf(cone)).toBeCloseTo(164, 6);
    const view = { cone: straight, turn: 0, above: 0 };
    const radius = 200 / (2 * Math.PI);
    for (const angle of [0, 0.4, 1, 1.4, -0.8]) {
      const at = seenOnCup(view, { x: radius * Math.sin(angle), y: 30 })!;
      expect(at.x).toBeCloseTo(radius * angle, 6);
      expect(at.y).toBeCloseTo(30, 6);
    }
    expect(seenOnCup(view, { x: radius + 0.1, y: 30 })).toBeNull();
    expect(seenOnCup(view, { x: 0, y: 101 })).toBeNull();
    // Turned by a quarter, one sees what lies a quarter of its round beside.
    expect(seenOnCup({ ...view, turn: 90 }, { x: 0, y: 30 })!.x).toBeCloseTo(-50, 6);
  });

  it('bends with a cup that tapers, and with rims that are seen from above', () => {
    const view = { cone, turn: 0, above: 0 };
    const [top, bottom] = [251 / (2 * Math.PI), 218 / (2 * Math.PI)];
    expect(seenOnCup(view, { x: (top + bottom) / 2 + 0.1, y: 82 })).toBeNull();
    const side = seenOnCup(view, { x: top * Math.sin(0.7), y: 0 })!;
    const should = cone.bend((0.7 / (2 * Math.PI)) * cone.around, 0);
    expect(side.x).toBeCloseTo(should.x, 4);
    expect(side.y).toBeCloseTo(should.y, 4);
    // From 20° above the front of the rim lies lower by the sine of that.
    const tipped = { cone: straight, turn: 0, above: 20 };
    const drop = (200 / (2 * Math.PI)) * Math.sin((20 * Math.PI) / 180);
    expect(seenOnCup(tipped, { x: 0, y: drop + 40 })!.y).toBeCloseTo(40, 6);
    expect(seenOnCup(tipped, { x: 0, y: drop - 1 })).toBeNull();
  });

  it('is drawn where one sees it, and clear beside the cup', () => {
    const box = { minX: -50, minY: 0, maxX: 50, maxY: 100 };
    const data = new Uint8ClampedArray(4 * 100 * 100);
    // A stripe from 10 to 20 mm at the right of the middle.
    for (let y = 0; y < 100; y++) for (let x = 60; x < 70; x++) data.set([200, 30, 30, 255], 4 * (y * 100 + x));
    const design = { width: 100, height: 100, data, dotsPerInch: null, box };
    const seen = roundPicture(design, { cone: straight, turn: 0, above: 0 }, { width: 100, height: 100, box });
    const alpha = (x: number) => seen.data[4 * (50 * 100 + x + 50) + 3];
    const radius = 200 / (2 * Math.PI);
    const [left, right] = [radius * Math.sin(10 / radius), radius * Math.sin(20 / radius)];
    expect([alpha(Math.ceil(left)), alpha(Math.floor(right) - 1)]).toEqual([255, 255]);
    expect([alpha(Math.floor(left) - 1), alpha(Math.ceil(right)), alpha(-49), alpha(-15)]).toEqual([0, 0, 0, 0]);
  });
});
