import { GRID, unionOf } from './clipping-library';
import { withoutSpikes } from './spikes';

// What goes in is not cleaned here, so that the library goes on for ever over it.
jest.mock('./spikes', () => ({ withoutSpikes: jest.fn(<T>(ring: T): T => ring) }));

describe('lines on which the clipping library does not end', () => {
  const xs = [10, 11, 12, 12.5, 12.2, 11.4, 10.3, 10, 5];
  const ring = [...xs.map((x) => ({ x, y: 10 })), { x: 5, y: 30 }];

  it('are tried again turned, and come out as they are', () => {
    const rings = unionOf([ring], 'nonzero');
    expect(rings).toHaveLength(1);
    expect(new Set(rings[0].map(({ x, y }) => `${x} ${y}`))).toEqual(new Set(['5 10', '10 10', '5 30']));
  });

  it('are cleaned before on the grid that the library rounds to', () => {
    expect(withoutSpikes).toHaveBeenCalledWith(ring, GRID);
  });
});
