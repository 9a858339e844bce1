import { MACHINE_KIND_TABLE } from '../machines';
import { TOOL_KINDS } from '../tools';
import { OUTCOMES, PROCESSES, processOf, QUANTITIES, quantityOf, sayQuantity } from './index';

describe.each(PROCESSES.map((process) => [process.label, process] as const))('%s', (_, process) => {
  it('has a word of its own for every outcome', () => {
    const words = OUTCOMES.map((outcome) => process.outcomes[outcome]);
    expect(words.every((word) => word.length > 2)).toBe(true);
    expect(new Set(words).size).toBe(OUTCOMES.length);
  });

  it('names quantities that there are, none of them both needed and left to choice', () => {
    const all = [...process.required, ...process.optional];
    expect(new Set(all).size).toBe(all.length);
    expect(all.every((name) => QUANTITIES.includes(name))).toBe(true);
  });

  it('turns only what it sets, first what it needs', () => {
    const all = [...process.required, ...process.optional];
    expect(process.dose.every(({ quantity }) => all.includes(quantity))).toBe(true);
    expect(process.required).toContain(process.dose[0].quantity);
    expect(process.dose.every(({ exponent }) => exponent !== 0)).toBe(true);
  });

  it('is done on machines and with tools that there are', () => {
    expect(process.machineKinds.length).toBeGreaterThan(0);
    expect(process.machineKinds.every((kind) => MACHINE_KIND_TABLE.some(({ name }) => name === kind))).toBe(true);
    expect(process.toolKinds.every((kind) => TOOL_KINDS.includes(kind))).toBe(true);
  });

  it('has a window and a thickness law within reason, and a line of its own', () => {
    expect(process.window).toBeGreaterThan(0.1);
    expect(process.window).toBeLessThan(1);
    expect(process.thickness.spread).toBeGreaterThan(0);
    const same = PROCESSES.filter(({ line }) => line.width === process.line.width && line.dash === process.line.dash);
    expect(same).toEqual([process]);
  });
});

describe('the order of processes', () => {
  it('draws first, and parts the material last but for the press', () => {
    const ranks = PROCESSES.map(({ rank }) => rank);
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    expect(new Set(ranks).size).toBe(ranks.length);
    expect(PROCESSES[0].name).toBe('draw');
    const parting = PROCESSES.filter(({ parts }) => parts).map(({ rank }) => rank);
    const marking = PROCESSES.filter(({ parts, name }) => !parts && !['heat-press', 'sublimate'].includes(name)).map(
      ({ rank }) => rank,
    );
    expect(Math.min(...parting)).toBeGreaterThan(Math.max(...marking));
  });

  it('refuses a process and a quantity that there are not', () => {
    expect(() => processOf('weld' as never)).toThrow('The process must be one of draw, foil');
    expect(() => quantityOf('luck')).toThrow('A quantity must be one of');
  });
});

describe.each(QUANTITIES.map((name) => [name] as const))('the quantity %s', (name) => {
  it('has a label as it stands in a sentence, and a scale of its own that makes sense', () => {
    const { label, ownScale, choices } = quantityOf(name);
    expect(label).toBe(label.toLowerCase());
    if (!ownScale) return;
    expect(ownScale.max).toBeGreaterThan(ownScale.min);
    expect(ownScale.step).toBeGreaterThan(0);
    if (choices) expect([ownScale.min, ownScale.max]).toEqual([0, choices.length - 1]);
  });

  it('is said as a word where it is a choice', () => {
    const { choices } = quantityOf(name);
    expect(sayQuantity(name, 1)).toBe(choices ? choices[1] : '1');
  });
});
