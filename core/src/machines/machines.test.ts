import fc from 'fast-check';
import {
  cuttableArea,
  dialProblem,
  isCalibrated,
  snapToDial,
  toDial,
  toPhysical,
  UncalibratedDialError,
  type Dial,
} from './index';

const force: Dial = {
  name: 'force',
  label: 'Force',
  unit: '',
  physicalUnit: 'gf',
  min: 1,
  max: 40,
  step: 1,
  calibration: [
    { dial: 5, physical: 42 },
    { dial: 20, physical: 148 },
    { dial: 40, physical: 302 },
  ],
};

describe('a dial measured with a kitchen scale', () => {
  it('reads grams between two measured values on the straight line between them', () => {
    expect(toPhysical(force, 10)).toBeCloseTo(42 + (5 / 15) * 106, 9);
    expect(toPhysical(force, 20)).toBeCloseTo(148, 9);
  });

  it('goes on with the outer slope beyond what was measured', () => {
    expect(toPhysical(force, 2)).toBeCloseTo(42 - 3 * (106 / 15), 9);
    expect(toDial(force, 309.7)).toBeCloseTo(41, 9);
  });

  it('comes back to the same dial value from its grams', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), (value) => {
        expect(snapToDial(force, toDial(force, toPhysical(force, value)))).toBe(value);
      }),
    );
  });

  it('does not matter in which order the points were measured', () => {
    const shuffled = { ...force, calibration: [...force.calibration].reverse() };
    expect(toPhysical(shuffled, 33)).toBe(toPhysical(force, 33));
  });
});

describe('a dial that was never measured', () => {
  it('says so instead of guessing', () => {
    const bare = { ...force, calibration: [] };
    expect(() => toPhysical(bare, 10)).toThrow(UncalibratedDialError);
    expect(() => toPhysical(bare, 10)).toThrow('never measured');
  });

  it('counts as unmeasured where more force weighed less', () => {
    expect(
      isCalibrated({
        ...force,
        calibration: [
          { dial: 5, physical: 80 },
          { dial: 20, physical: 60 },
        ],
      }),
    ).toBe(false);
  });
});

describe('values on a dial', () => {
  it('are refused outside the range and between the steps, in words', () => {
    expect(dialProblem('Long plotter', force, 18)).toBeNull();
    expect(dialProblem('Long plotter', force, 41)).toBe("Long plotter's force goes from 1 to 40; 41 was given.");
    expect(dialProblem('Long plotter', force, 17.5)).toBe(
      "Long plotter's force moves in steps of 1 from 1; 17.5 was given.",
    );
    expect(dialProblem('Long plotter', force, Number.NaN)).toContain('must be a number');
  });

  it('snap to the nearest step and never leave the range', () => {
    const odd: Dial = { ...force, min: 0, max: 1, step: 0.3 };
    expect(snapToDial(odd, 0.44)).toBe(0.3);
    expect(snapToDial(odd, 1)).toBe(0.9);
    expect(snapToDial(force, 99)).toBe(40);
  });
});

describe('the area a machine can reach', () => {
  const bed = {
    workWidthMm: 305,
    workLengthMm: 3000,
    marginSideMm: 8,
    marginLeadMm: 12,
    marginTailMm: 25,
    carrierSideMm: 0,
    carrierLeadMm: 0,
    carrierTailMm: 0,
  };

  it('loses the margins where the sheet is fed without a carrier', () => {
    expect(cuttableArea(bed, { widthMm: 210, lengthMm: 297 }, false)).toEqual({
      minX: 8,
      minY: 12,
      maxX: 202,
      maxY: 272,
    });
  });

  it('is the whole sheet on a carrier, but never wider than the machine', () => {
    expect(cuttableArea(bed, { widthMm: 400, lengthMm: 300 }, true)).toEqual({
      minX: 0,
      minY: 0,
      maxX: 305,
      maxY: 300,
    });
  });

  it('is nothing on an offcut shorter than the rollers need', () => {
    expect(cuttableArea(bed, { widthMm: 100, lengthMm: 30 }, false)).toBeNull();
  });
});
