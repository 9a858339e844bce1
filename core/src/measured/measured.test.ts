import { contourBounds, flatten, regionArea, regionOfRings, signedArea, type CurveContour } from '../geometry';
import { drawMeasured, MEASURED_SHAPES, measuredName, usualMeasures, type Measures } from './index';

const draw = (shape: string, measures: Measures = {}) => drawMeasured({ shape, measures });
const contours = (shape: string, measures: Measures = {}): CurveContour[] =>
  draw(shape, measures).parts.flatMap((part) => part.contours);
const ringArea = (contour: CurveContour): number => Math.abs(signedArea(flatten(contour, 0.001).points));
const refusal = (shape: string, measures: Measures): string => {
  try {
    draw(shape, measures);
  } catch (error) {
    return (error as Error).message;
  }
  return 'nothing was refused';
};

describe('every shape of the shelf', () => {
  it.each(MEASURED_SHAPES.map((shape) => [shape.label, shape] as const))(
    '%s is drawn with its usual measures',
    (_, shape) => {
      const { parts, dimensions } = draw(shape.name);
      expect(parts.length).toBeGreaterThan(0);
      const box = contourBounds(
        parts.flatMap((part) => part.contours),
        0.0005,
      )!;
      for (const part of parts) {
        expect(part.contours.length).toBeGreaterThan(0);
        // What lies in the outline lies in it: no hole reaches over the edge.
        const [outer, ...holes] = part.contours.filter(({ closed }) => closed);
        if (!outer) continue;
        const area = regionArea(regionOfRings([outer, ...holes].map((c) => flatten(c, 0.001).points)));
        expect(area).toBeCloseTo(ringArea(outer) - holes.reduce((sum, hole) => sum + ringArea(hole), 0), 1);
      }
      // Each dimension is a measure of the shape, as long as it says.
      for (const { of, from, to } of dimensions) {
        const measure = shape.measures.find(({ name }) => name === of)!;
        expect([of, Math.hypot(to.x - from.x, to.y - from.y)]).toEqual([of, expect.closeTo(measure.usual, 3)]);
      }
      const { width, height } = usualMeasures(shape);
      if (width && height && !['finger-box', 'tiered-drops'].includes(shape.name)) {
        expect(box.maxX - box.minX).toBeCloseTo(width, 2);
        expect(box.maxY - box.minY).toBeCloseTo(height, 2);
      }
    },
  );

  it('takes each measure alone to its least and its most, or says with its name why not', () => {
    for (const shape of MEASURED_SHAPES)
      for (const measure of shape.measures)
        for (const value of [measure.min, measure.max]) {
          try {
            expect(draw(shape.name, { [measure.name]: value }).parts.length).toBeGreaterThan(0);
          } catch (error) {
            expect((error as Error).message).toMatch(/ mm came\.|no room for it at this size\./);
          }
        }
  });

  it('refuses what is out of its range, no number and no measure of it, with what it may be', () => {
    expect(refusal('circle', { diameter: 0 })).toBe('Diameter: 1 to 2000 mm was expected; 0 came.');
    expect(refusal('circle', { diameter: NaN })).toBe('Diameter: 1 to 2000 mm was expected; no number came.');
    expect(refusal('circle', { radius: 4 })).toBe('Circle has no measure “radius”: diameter were expected.');
    expect(refusal('egg', {})).toContain('A shape of the shelf was expected (tag, rectangle');
  });
});

describe('shapes by their formulas', () => {
  it('a circle and a ring', () => {
    expect(ringArea(contours('circle', { diameter: 40 })[0])).toBeCloseTo(Math.PI * 400, 0);
    const [outer, inner] = contours('ring', { diameter: 40, inner: 30 });
    expect(ringArea(outer) - ringArea(inner)).toBeCloseTo(Math.PI * (400 - 225), 0);
    expect(refusal('ring', { diameter: 40, inner: 40 })).toBe(
      'Nothing is left of the ring: inner diameter may be 39.8 mm at most at this size; 40 mm came.',
    );
  });

  it('a round-cornered plate: what its corners lose is (4 − π) r²', () => {
    expect(ringArea(contours('plate', { width: 60, height: 40, corner: 10 })[0])).toBeCloseTo(
      2400 - (4 - Math.PI) * 100,
      1,
    );
    expect(refusal('plate', { width: 60, height: 40, corner: 21 })).toBe(
      'The corners meet: corner radius may be 20 mm at most at this size; 21 mm came.',
    );
  });

  it('an arch, a polygon and a drop', () => {
    expect(ringArea(contours('arch', { width: 40, height: 50 })[0])).toBeCloseTo(40 * 30 + (Math.PI * 400) / 2, 1);
    expect(ringArea(contours('polygon', { corners: 4, diameter: 20 })[0])).toBeCloseTo(200, 6);
    // Circle of 15 with its middle 35 below the point: two right triangles and what is left of the circle.
    const half = Math.asin(15 / 35);
    const side = Math.sqrt(35 ** 2 - 15 ** 2);
    const area = 15 * side + (225 / 2) * (Math.PI + 2 * half);
    expect(ringArea(contours('drop', { width: 30, height: 50 })[0])).toBeCloseTo(area, 1);
    expect(ringArea(contours('half-drop', { width: 15, height: 50 })[0])).toBeCloseTo(area / 2, 1);
    expect(refusal('drop', { width: 30, height: 20 })).toBe(
      'A drop is higher than it is wide: height has to be 30.6 mm at least at this size; 20 mm came.',
    );
  });
});

describe('a tag', () => {
  const hole = (measures: Measures) => contourBounds([contours('tag', measures)[1]])!;

  it('has its hole at the distance from the edge to the rim', () => {
    const box = hole({ width: 40, height: 60, hole: 5, rim: 6 });
    expect([box.minY, box.maxY - box.minY, (box.minX + box.maxX) / 2]).toEqual([
      expect.closeTo(6, 2),
      expect.closeTo(5, 2),
      expect.closeTo(20, 2),
    ]);
  });

  it('has a slot along its edge, two holes at its sides', () => {
    const slot = hole({ width: 40, height: 60, hole: 3, rim: 4, slot: 15 });
    expect([slot.maxX - slot.minX, slot.maxY - slot.minY]).toEqual([expect.closeTo(15, 2), expect.closeTo(3, 2)]);
    expect(contours('tag', { holes: 2 })).toHaveLength(3);
    const left = hole({ holes: 2, hole: 4, rim: 3 });
    expect(left.minX).toBeCloseTo(3, 2);
  });

  it.each([
    [
      { width: 40, height: 60, hole: 4, rim: 60 },
      'The hole reaches the edge: edge to hole may be 55.5 mm at most at this size; 60 mm came.',
    ],
    [
      { width: 20, height: 60, hole: 30 },
      'The hole reaches the edge: hole may be 19 mm at most at this size; 30 mm came.',
    ],
    [
      { width: 20, height: 60, slot: 30 },
      'The slot reaches the edge: length of the slot may be 19 mm at most at this size; 30 mm came.',
    ],
    [
      { width: 20, height: 60, corner: 10, hole: 6, rim: 0.5, slot: 15 },
      /^The hole reaches the edge: edge to hole has to be 2.\d+ mm at least at this size; 0.5 mm came\.$/,
    ],
  ] as [Measures, string | RegExp][])('says of %j what it may be', (measures, sentence) => {
    expect(refusal('tag', measures)).toMatch(sentence);
  });
});

describe('scallops', () => {
  it('meet, whatever is typed for their number, and are as deep as is said', () => {
    const [edge] = contours('scalloped-disc', { diameter: 80, scallops: 11.6, depth: 4 });
    const points = flatten(edge, 0.001).points;
    const radii = points.map(({ x, y }) => Math.hypot(x - 40, y - 40));
    expect(Math.max(...radii)).toBeCloseTo(40, 1);
    // Twelve valleys, all at one radius: (40 − 4) / cos(π/12).
    const valley = 36 / Math.cos(Math.PI / 12);
    expect(radii.filter((r) => Math.abs(r - valley) < 0.01)).toHaveLength(12);
    expect(Math.min(...radii)).toBeCloseTo(valley, 2);
  });

  it('are half circles at most', () => {
    expect(refusal('scalloped-disc', { diameter: 80, scallops: 24, depth: 10 })).toMatch(
      /^The scallops are deeper than half circles: depth of a scallop may be 4\.\d+ mm at most/,
    );
  });
});

describe('tiered drops', () => {
  it('have a hole to hang by, and pairs of ring holes that far apart', () => {
    const { parts } = draw('tiered-drops', { tiers: 3, width: 18, growth: 6, hole: 2, rim: 2, pair: 8 });
    expect(parts.map((part) => part.contours.length - 1)).toEqual([3, 4, 2]);
    const middles = parts[0].contours.slice(2).map((c) => {
      const box = contourBounds([c])!;
      return (box.minX + box.maxX) / 2;
    });
    expect(Math.abs(middles[0] - middles[1])).toBeCloseTo(8, 2);
    // From each hole to the outline there is the rim, no less.
    for (const {
      contours: [outer, ...holes],
    } of parts) {
      const edge = flatten(outer, 0.001).points;
      for (const hole of holes) {
        const box = contourBounds([hole])!;
        const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
        const near = Math.min(...edge.map((p, i) => toSegment({ x, y }, p, edge[(i + 1) % edge.length])));
        expect(near).toBeGreaterThan(1 + 2 - 0.02);
      }
    }
  });

  it('say where the rings find no room', () => {
    expect(refusal('tiered-drops', { width: 18, pair: 16 })).toMatch(
      /^The ring holes reach the edge of a drop: ring holes apart may be/,
    );
  });
});

function toSegment(p: { x: number; y: number }, a: { x: number; y: number }, b: { x: number; y: number }): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

describe('a finger-joint box', () => {
  it('has plates whose fingers fill each other’s gaps, at their true size, or with some play', () => {
    const measures = { width: 80, depth: 60, height: 40, thick: 3, finger: 8 };
    const { parts } = draw('finger-box', measures);
    expect(parts.map(({ name }) => name)).toEqual(['bottom', 'front', 'back', 'left side', 'right side']);
    // Put together, the plates fill the walls and nothing twice: their area times the thickness is the box less its inside.
    const volume = parts.reduce((sum, { contours: [c] }) => sum + ringArea(c) * 3, 0);
    expect(volume).toBeCloseTo(86 * 66 * 43 - 80 * 60 * 40, 0);
    // A beam's width is made up for by its path, never in the drawing: a box from before had it in its measures.
    expect(draw('finger-box', { ...measures, kerf: 0.2 }).parts).toEqual(parts);
    // Wider gaps: a mouth of each is wider by the play, on every edge.
    const loose = draw('finger-box', { ...measures, fit: 0 }).parts;
    expect(ringArea(loose[0].contours[0])).toBeLessThan(ringArea(parts[0].contours[0]));
  });

  it('has no fingers narrower than its plates are thick, on the pitch that they really have', () => {
    expect(refusal('finger-box', { thick: 3, finger: 2 })).toMatch(
      /narrower than the plate is thick: width of a finger, about has to be \d/,
    );
    for (const [thick, finger] of [
      [3, 3],
      [3, 4],
      [6, 8],
      [4, 5.5],
    ]) {
      let parts;
      try {
        ({ parts } = draw('finger-box', { thick, finger }));
      } catch {
        continue;
      }
      // Each plate is one piece.
      for (const { contours: rings } of parts) expect(rings).toHaveLength(1);
    }
    const told = Number(/has to be ([\d.]+) mm at least/.exec(refusal('finger-box', { thick: 3, finger: 2 }))![1]);
    expect(
      draw('finger-box', { thick: 3, finger: told }).parts.every(({ contours: rings }) => rings.length === 1),
    ).toBe(true);
  });

  it('with a lid holds that too', () => {
    const { parts } = draw('finger-box', { width: 80, depth: 60, height: 40, thick: 3, finger: 8, lid: 1 });
    expect(parts).toHaveLength(6);
    const volume = parts.reduce((sum, { contours: [c] }) => sum + ringArea(c) * 3, 0);
    expect(volume).toBeCloseTo(86 * 66 * 46 - 80 * 60 * 40, 0);
  });
});

describe('limits', () => {
  it('of scallops are their valleys: flatter ones would reach out of the circle', () => {
    expect(refusal('scalloped-disc', { diameter: 80, scallops: 4, depth: 3 })).toContain('has to be 11.77 mm at least');
    for (const scallops of [4, 8, 24]) {
      const least = 40 * (1 - Math.cos(Math.PI / scallops)) + 0.06;
      const [disc] = contours('scalloped-disc', { diameter: 80, scallops, depth: least });
      const box = contourBounds([disc])!;
      expect(box.maxX - box.minX).toBeLessThanOrEqual(80.001);
    }
  });

  it('of a ring hole are kept to the edge, wherever that is nearest', () => {
    for (const measures of [
      { tiers: 2, width: 30, growth: 0, slim: 105, hole: 2, rim: 2, pair: 18 },
      { tiers: 3, width: 24, growth: 4, slim: 120, hole: 2, rim: 3, pair: 10 },
      { tiers: 2, width: 30, growth: 0, slim: 200, hole: 3, rim: 2, pair: 8 },
    ])
      for (const { contours: rings } of draw('tiered-drops', measures).parts) {
        const [edge, ...holes] = rings.map((ring) => flatten(ring, 0.001).points);
        for (const hole of holes)
          for (const at of hole)
            for (let i = 0; i < edge.length; i++) {
              const [a, b] = [edge[i], edge[(i + 1) % edge.length]];
              const long = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
              const t =
                long > 0
                  ? Math.min(1, Math.max(0, ((at.x - a.x) * (b.x - a.x) + (at.y - a.y) * (b.y - a.y)) / long))
                  : 0;
              const off = Math.hypot(a.x + (b.x - a.x) * t - at.x, a.y + (b.y - a.y) * t - at.y);
              if (off < measures.rim - 0.01) throw new Error(`${off} mm of ${measures.rim} are left`);
            }
      }
  });

  it('are told by what can be met', () => {
    // 2,976 mm would be needed, and 2,000 are the most: it is the width that is too much.
    expect(refusal('half-drop', { width: 1459, height: 2000 })).toContain('width may be 980.39 mm at most');
    expect(refusal('drop', { width: 1990, height: 2000 })).toContain('width may be 1960.78 mm at most');
  });
});

describe('a placement ruler', () => {
  it('has a mark at each centimetre of its middle, or at each half inch', () => {
    const marks = (inches: number) =>
      draw('placement-ruler', { side: 100, down: 180, inches }).parts.find(({ name }) => name === 'marks')!;
    // 17 down the middle and 9 to each side, none on an edge; 14 and 7.
    expect(marks(0).contours).toHaveLength(35);
    expect(marks(1).contours).toHaveLength(28);
    const { parts } = draw('placement-ruler');
    expect(parts.filter(({ contours }) => contours.some(({ closed }) => closed)).map(({ name }) => name)).toEqual([
      'ruler',
    ]);
    expect(parts.filter(({ isMarking }) => !isMarking).map(({ name }) => name)).toEqual(['ruler']);
  });
});

describe('the name of a measured shape', () => {
  it('says what it is and its size', () => {
    expect(measuredName({ shape: 'tag', measures: { width: 38 } })).toBe('Tag with a hole, 38 × 60 mm');
    expect(measuredName({ shape: 'circle', measures: {} })).toBe('Circle, 50 mm');
  });
});
