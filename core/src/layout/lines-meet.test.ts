import { doLinesMeet } from './lines-meet';

const disc = (x: number, r: number) =>
  Array.from({ length: 48 }, (_, i) => ({
    x: x + r * Math.cos((i * Math.PI) / 24),
    y: r * Math.sin((i * Math.PI) / 24),
  }));

describe('lines of two things', () => {
  it('do not meet where one is a disc within the other', () => {
    expect(doLinesMeet([disc(0, 20)], [disc(3, 5)])).toBe(false);
    expect(doLinesMeet([disc(3, 5)], [disc(0, 20), disc(0, 12)])).toBe(false);
  });

  it('meet where they cross, and where one lies on the other', () => {
    expect(doLinesMeet([disc(0, 20)], [disc(18, 5)])).toBe(true);
    expect(doLinesMeet([disc(0, 20)], [disc(0, 20)])).toBe(true);
  });

  it('of one thing that meet each other are not asked about', () => {
    expect(doLinesMeet([disc(0, 20), disc(10, 20)], [disc(60, 5)])).toBe(false);
  });
});
