import fc from 'fast-check';
import {
  dialSpread,
  fitCalibration,
  knowledgeOf,
  machineKindOf,
  MACHINE_KINDS,
  toDial,
  toPhysical,
  type Dial,
} from './index';

const reading = (dial: number, physical: number) => ({ dial, physical });
const dialWith = (calibration: Dial['calibration'], over: Partial<Dial> = {}): Dial => ({
  name: 'force',
  label: 'Force',
  unit: '',
  physicalUnit: 'gf',
  min: 1,
  max: 40,
  step: 1,
  calibration,
  ...over,
});

describe('measuring a dial with a kitchen scale', () => {
  it('draws a straight line where the readings lie on one, and says that nothing is off', () => {
    const fit = fitCalibration([reading(5, 40), reading(20, 160), reading(40, 320)]);
    expect(fit.points).toEqual([reading(5, 40), reading(20, 160), reading(40, 320)]);
    expect(fit.residuals).toEqual([{ dial: 20, physical: 160, residual: 0 }]);
    expect(fit.relativeSpread).toBeCloseTo(0, 12);
  });

  it('says how far a reading is from the line between its neighbours', () => {
    // Between 100 at 10 and 300 at 30 the line says 200 at 20; 220 was read.
    const { residuals, relativeSpread } = fitCalibration([reading(10, 100), reading(20, 220), reading(30, 300)]);
    expect(residuals).toEqual([{ dial: 20, physical: 220, residual: 20 }]);
    expect(relativeSpread).toBeCloseTo(20 / 220 / Math.sqrt(1.5), 9);
  });

  it('averages readings that were taken twice, and takes their scatter for the spread', () => {
    const fit = fitCalibration([reading(10, 95), reading(10, 105), reading(30, 300)]);
    expect(fit.points).toEqual([reading(10, 100), reading(30, 300)]);
    expect(fit.relativeSpread).toBeCloseTo(Math.sqrt((0.05 ** 2 * 2 + 0.05 ** 2 * 2) / 2), 9);
  });

  it('pools what falls although the dial goes up, so that the curve still has an inverse', () => {
    const fit = fitCalibration([reading(5, 50), reading(10, 120), reading(15, 110), reading(30, 240)]);
    expect(fit.points).toEqual([reading(5, 50), reading(12.5, 115), reading(30, 240)]);
    const dial = dialWith([reading(5, 50), reading(10, 120), reading(15, 110), reading(30, 240)]);
    expect(toDial(dial, toPhysical(dial, 22))).toBeCloseTo(22, 9);
  });

  it('rises all along, whatever was read', () => {
    const readings = fc.array(
      fc.record({ dial: fc.integer({ min: 1, max: 40 }), physical: fc.integer({ min: 1, max: 400 }) }),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(readings, (list) => {
        const { points } = fitCalibration(list);
        for (let i = 1; i < points.length; i++) {
          expect(points[i].dial).toBeGreaterThan(points[i - 1].dial);
          expect(points[i].physical).toBeGreaterThan(points[i - 1].physical);
        }
      }),
    );
  });
});

describe('how well a dial is known', () => {
  it('by readings, by its rating, by its unit, or not at all', () => {
    const two = [reading(10, 1), reading(100, 10)];
    expect(knowledgeOf(dialWith(two))).toBe('measured');
    expect(knowledgeOf(dialWith(two, { isRated: true }))).toBe('rated');
    expect(knowledgeOf(dialWith([], { unit: 'mm/min', physicalUnit: 'mm/s' }))).toBe('as shown');
    expect(knowledgeOf(dialWith([], { unit: '%', physicalUnit: 'W' }))).toBe('never measured');
    expect(knowledgeOf(dialWith([reading(5, 40)]))).toBe('never measured');
  });

  it('turns a scale in a true unit both ways without readings', () => {
    const speed = dialWith([], { unit: 'mm/min', physicalUnit: 'mm/s' });
    expect(toPhysical(speed, 3000)).toBe(50);
    expect(toDial(speed, 50)).toBe(3000);
    const iron = dialWith([], { unit: '°F', physicalUnit: '°C' });
    expect(toPhysical(iron, 320)).toBe(160);
  });

  it('is the less sure the less was measured', () => {
    expect(dialSpread(dialWith([]))).toBe(Infinity);
    expect(dialSpread(dialWith([reading(5, 40), reading(40, 320)]))).toBe(0.05);
    expect(dialSpread(dialWith([reading(10, 1), reading(100, 10)], { isRated: true }))).toBe(0.15);
    expect(dialSpread(dialWith([reading(5, 40), reading(20, 160), reading(40, 320)]))).toBe(0.01);
  });
});

describe('the table of machines', () => {
  it('knows of every kind what it works with', () => {
    expect(MACHINE_KINDS.map((kind) => machineKindOf(kind).does)).toEqual(['tool', 'beam', 'beam', 'heat', 'heat']);
    expect(() => machineKindOf('lathe' as never)).toThrow('must be one of');
  });
});
