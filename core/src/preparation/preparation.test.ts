import { clam, diode, longPlotter } from '../../testing/shop';
import { machineKindOf, type Machine } from '../machines';
import { processOf, type ProcessName } from '../recipes';
import { preparationFor, unticked, type Prepared } from './index';

const stepOf = (machine: Machine, process: ProcessName, more: Partial<Prepared> = {}): Prepared => ({
  process: processOf(process),
  settings: {},
  machine,
  kind: machineKindOf(machine.kind),
  tool: { name: 'Fine blade', kind: 'fine-blade', details: {} },
  holder: 1,
  material: { name: 'Outdoor vinyl, navy', family: 'vinyl', thicknessMm: 0.1, facing: 'colour up', details: {} },
  onCarrier: false,
  isFromBack: false,
  ...more,
});
const plywood = {
  name: 'Birch plywood',
  family: 'wood' as const,
  thicknessMm: 3,
  facing: 'better face up',
  details: {},
};
const all = { sheet: true, material: true, tool: true, machine: true };
const ids = (step: Prepared, isNew = all) => preparationFor(step, isNew, [], 'm').map(({ id }) => id);

describe('getting ready for a step', () => {
  it('asks of a plotter only what a vinyl needs', () => {
    expect(ids(stepOf(longPlotter, 'kiss-cut'))).toEqual(['fed', 'face', 'tool']);
  });

  it('leaves the sheet where it lies for foil over what was drawn on it, and has the foil taped all round', () => {
    const foil = { name: 'Foil, copper', family: 'foil' as const, thicknessMm: 0.02, facing: '', details: {} };
    const tip = { name: 'Heated tip', kind: 'heated-tip' as const, details: {} };
    const step = stepOf(longPlotter, 'foil', { material: foil, tool: tip, onCarrier: true });
    const kept = { sheet: false, material: true, tool: true, machine: false };
    expect(ids(step, kept)).toEqual(['stays', 'foil', 'tool', 'warm', 'hot']);
    expect(ids(step)).toEqual(['carrier', 'foil', 'tool', 'warm', 'hot']);
    const text = preparationFor(step, kept, [], 'm').map((line) => line.text);
    expect(text[1]).toBe('Foil, copper laid over its place and taped all round, without lifting what lies under it');
  });

  it('asks for the right tack, rollers and tape of thick leather on a carrier', () => {
    const leather = {
      name: 'Leather',
      family: 'leather' as const,
      thicknessMm: 2.5,
      facing: 'grain side up',
      details: {},
    };
    const lines = preparationFor(
      stepOf(longPlotter, 'through-cut', { material: leather, onCarrier: true }),
      all,
      [],
      'm',
    );
    expect(lines.map(({ id }) => id)).toEqual(['carrier', 'face', 'rollers', 'taped', 'tool']);
    expect(lines[0].text).toContain('very tacky');
  });

  it('puts what keeps people safe last on a laser, goggles for an open beam and a lid for a closed one', () => {
    const tool = { name: 'Head', kind: 'laser-head' as const, details: {} };
    expect(ids(stepOf(diode, 'laser-cut', { material: plywood, tool, settings: { air: 1 } }))).toEqual([
      'flat',
      'face',
      'focus',
      'air',
      'vent',
      'goggles',
      'extinguisher',
      'stay',
    ]);
    const tube = ids(stepOf({ ...diode, kind: 'co2-laser', homes: false }, 'laser-cut', { material: plywood, tool }));
    expect(tube).toContain('lid');
    expect(tube).toContain('homed');
    expect(tube).not.toContain('goggles');
    expect(tube).not.toContain('air');
  });

  it('lets a tip warm up for its minutes, and asks for nothing twice with the same material and tool', () => {
    const tip = { name: 'Foiling tip', kind: 'heated-tip' as const, details: { warmUp: 7 } };
    const step = stepOf(longPlotter, 'foil', { tool: tip });
    expect(preparationFor(step, all, [], 'm').find(({ id }) => id === 'warm')?.minutes).toBe(7);
    expect(ids(step, { sheet: true, material: true, tool: false, machine: false })).toEqual(['fed', 'face']);
    expect(ids(step, { sheet: false, material: false, tool: false, machine: false })).toEqual([]);
  });

  it('asks before each start for what must hold at each start', () => {
    const tool = { name: 'Head', kind: 'laser-head' as const, details: {} };
    expect(
      ids(stepOf(diode, 'laser-cut', { material: plywood, tool }), {
        sheet: false,
        material: false,
        tool: false,
        machine: false,
      }),
    ).toEqual(['goggles', 'stay']);
  });

  it('has lines of the maker’s own, for all or for one process or machine', () => {
    const own = [
      { id: 'a', text: 'Cat out of the room', process: null, machineId: null },
      { id: 'b', text: 'Squeegee warm', process: 'heat-press', machineId: null },
      { id: 'c', text: 'Fan at the window', process: null, machineId: 'other' },
    ];
    const mine = (machine: Machine, process: ProcessName) =>
      preparationFor(stepOf(machine, process), all, own, 'm')
        .filter(({ isOwn }) => isOwn)
        .map(({ id }) => id);
    expect(mine(longPlotter, 'kiss-cut')).toEqual(['a']);
    expect(mine(clam, 'heat-press')).toEqual(['a', 'b']);
  });

  it('asks for a washed garment or for a wiped blank, by what it is pressed onto', () => {
    const on = (family: 'fabric' | 'acrylic') => ({ ground: { name: 'The blank', family } });
    expect(ids(stepOf(clam, 'heat-press', on('fabric')))).toEqual(['washed', 'plate']);
    expect(ids(stepOf(clam, 'sublimate', on('acrylic')))).toEqual(['wiped', 'shifts', 'plate']);
    expect(ids(stepOf({ ...clam, kind: 'hand-press' }, 'heat-press', { settings: { cover: 1 } }))).toEqual([
      'washed',
      'steam',
      'cover',
      'plate',
    ]);
  });

  it('may leave lines open, but none that keeps people safe', () => {
    const tool = { name: 'Head', kind: 'laser-head' as const, details: {} };
    const lines = preparationFor(stepOf(diode, 'laser-cut', { material: plywood, tool }), all, [], 'm');
    expect(unticked(lines, ['vent', 'goggles']).map(({ id }) => id)).toEqual(['extinguisher', 'stay']);
    expect(unticked(lines, ['vent', 'goggles', 'extinguisher', 'stay'])).toEqual([]);
  });
});
