import { PROCESSES, processOf } from '../recipes';
import { TOOL_KIND_TABLE, toolKindOf } from '../tools';
import { drawDown, isAnotherBlank, FAMILIES, familyOf, thicknessFrom, type UsedBlanks } from './index';

describe('the table of families', () => {
  it('gives each a process that there is, and fields of its own', () => {
    for (const family of FAMILIES) {
      expect(processOf(family.process).name).toBe(family.process);
      expect(new Set(family.fields.map((field) => field.name)).size).toBe(family.fields.length);
    }
    expect(FAMILIES.filter((family) => family.isMirrored).map((family) => family.name)).toEqual(['film', 'ink-paper']);
    expect(() => familyOf('granite')).toThrow('The family must be one of vinyl');
  });
});

describe('the table of tools', () => {
  it('has a use for every tool, and a tool for every process', () => {
    const used = new Set(PROCESSES.flatMap((process) => process.toolKinds));
    for (const { name } of TOOL_KIND_TABLE) expect(used.has(name)).toBe(true);
    for (const process of PROCESSES) for (const kind of process.toolKinds) expect(toolKindOf(kind).name).toBe(kind);
  });

  it('counts hours for what burns and heats, metres for the rest', () => {
    expect(TOOL_KIND_TABLE.filter((kind) => kind.wearUnit === 'h').map((kind) => kind.name)).toEqual([
      'laser-head',
      'press-plate',
    ]);
  });
});

describe('thickness from the calipers', () => {
  it('is the mean of the readings, with their scatter', () => {
    expect(thicknessFrom([2.9, 3, 3.1])).toEqual({ thicknessMm: 3, spreadMm: 0.1 });
    expect(thicknessFrom([0.3])).toEqual({ thicknessMm: 0.3, spreadMm: null });
    expect(() => thicknessFrom([])).toThrow('Measure the thickness at least once.');
    expect(() => thicknessFrom([3, 0])).toThrow('a number of mm above 0; 0 was given');
  });
});

describe('stock after a run', () => {
  it('is a shorter roll, or one sheet fewer, and never less than none', () => {
    expect(drawDown({ kind: 'roll', lengthMm: 4200, count: 1 }, 310.5)).toEqual({ lengthMm: 3889.5, count: 1 });
    expect(drawDown({ kind: 'roll', lengthMm: 200, count: 1 }, 310)).toEqual({ lengthMm: 0, count: 0 });
    expect(drawDown({ kind: 'sheet', lengthMm: 297, count: 14 }, 100)).toEqual({ lengthMm: 297, count: 13 });
    expect(drawDown({ kind: 'offcut', lengthMm: 100, count: 0 }, 50)).toEqual({ lengthMm: 100, count: 0 });
  });

  it('is one blank fewer for a job that presses it and works on it, whichever comes first', () => {
    const takings = (done: readonly (keyof UsedBlanks)[]) => {
      const used = { pressed: 0, run: 0 };
      return done.map((what) => {
        used[what] += 1;
        return isAnotherBlank(what, used);
      });
    };
    expect(takings(['pressed', 'run', 'pressed', 'run'])).toEqual([true, false, true, false]);
    expect(takings(['run', 'pressed'])).toEqual([true, false]);
    // One that was spoilt on the press: two pressed, one engraved.
    expect(takings(['pressed', 'pressed', 'run', 'run', 'run'])).toEqual([true, true, false, false, true]);
    expect(takings(['run', 'run'])).toEqual([true, true]);
  });
});
