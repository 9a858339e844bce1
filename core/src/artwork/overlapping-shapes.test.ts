import { flatten, normalise, regionArea } from '../geometry';
import { readSvg } from './index';

const drawing = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${inside}</svg>`;
const read = (inside: string) => {
  const reading = readSvg(drawing(inside));
  const areas = reading.parts.map((part) =>
    regionArea(normalise(part.contours.map((contour) => flatten(contour, 0.001).points))),
  );
  return { ...reading, total: areas.reduce((sum, area) => sum + area, 0) };
};

describe('contours of one shape that overlap', () => {
  it('a bar across a square is one part without lines inside', () => {
    const { parts, total, notices } = read('<path d="M10 10H50V50H10ZM40 40H90V60H40Z"/>');
    expect(parts).toHaveLength(1);
    expect(parts[0].contours).toHaveLength(1);
    expect(total).toBeCloseTo(2500, 2);
    expect(notices).toEqual([]);
  });

  it('a bow-tie is there, both halves of it', () => {
    const { parts, total } = read('<path d="M10 10L90 90H10L90 10Z"/>');
    expect(parts).toHaveLength(2);
    expect(total).toBeCloseTo(3200, 2);
  });

  it('even-odd squares keep their hole', () => {
    expect(read('<path fill-rule="evenodd" d="M10 10H50V50H10ZM30 30H70V70H30Z"/>').total).toBeCloseTo(2400, 2);
  });

  it('a shape drawn twice over itself says that it comes to nothing', () => {
    const { parts, notices } = read('<path fill-rule="evenodd" d="M0 0H9V9H0ZM0 0H9V9H0Z"/>');
    expect(parts).toEqual([]);
    expect(notices).toEqual([
      expect.objectContaining({
        code: 'left-out',
        count: 2,
        message: expect.stringContaining('encloses nothing of its own'),
      }),
    ]);
  });

  it('lines that are only drawn stay lines, however they cross', () => {
    const { parts } = read('<path fill="none" stroke="#000" d="M10 10H50V50H10ZM40 40H90V60H40Z"/>');
    expect(parts.map((part) => part.contours.length)).toEqual([1, 1]);
  });

  it('a ring that touches its outline from within is still its hole', () => {
    const { parts, total } = read('<path fill-rule="evenodd" d="M0 0H40V40H0ZM0 10H20V20H0Z"/>');
    expect(parts).toHaveLength(1);
    expect(total).toBeCloseTo(1400, 2);
  });
});
