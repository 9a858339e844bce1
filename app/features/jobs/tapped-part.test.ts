import { drawnOn, MANY_PARTS } from './sheet-picture';
import { tappedPart } from './tapped-part';

const part = (id: string, minX: number, minY: number, maxX: number, maxY: number) => ({
  id,
  bounds: { minX, minY, maxX, maxY },
});
const parts = [part('plate', 0, 0, 200, 120), part('digit', 20, 20, 90, 110), part('dot', 150, 100, 150.8, 100.8)];

describe('which part a tap means', () => {
  it('takes the smaller of two that lie over each other', () => {
    expect(tappedPart(parts, { x: 50, y: 50 }, 1)).toBe('digit');
    expect(tappedPart(parts, { x: 120, y: 20 }, 1)).toBe('plate');
  });

  it('reaches a dot that is smaller than a finger', () => {
    expect(tappedPart(parts, { x: 158, y: 95 }, 1)).toBe('dot');
    expect(tappedPart(parts, { x: 158, y: 95 }, 4)).toBe('plate');
  });

  it('means nothing beside the parts', () => {
    expect(tappedPart(parts, { x: 300, y: 300 }, 1)).toBeNull();
  });
});

describe('what is drawn on a sheet', () => {
  const part = (i: number) => ({
    id: `p${i}`,
    name: `p${i}`,
    path: `M${i} 0`,
    bounds: { minX: i, minY: 0, maxX: i + 1, maxY: 2 },
    move: null,
  });
  const parts = Array.from({ length: MANY_PARTS + 1 }, (_, i) => part(i));

  it('is each part, or where there are very many all as one with the chosen ones on top', () => {
    expect(drawnOn(parts.slice(1), [])).toHaveLength(MANY_PARTS);
    const [all, ...rest] = drawnOn(parts, ['p7']);
    expect(all.path).toBe(parts.map(({ path }) => path).join(''));
    expect(all.bounds).toEqual({ minX: 0, minY: 0, maxX: MANY_PARTS + 1, maxY: 2 });
    expect(rest.map(({ id }) => id)).toEqual(['p7']);
  });
});
