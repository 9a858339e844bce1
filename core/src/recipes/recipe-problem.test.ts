import { clam, longPlotter } from '../../testing/shop';
import { recipeProblem, typedProblem } from './index';

const shop = {
  machines: new Map([longPlotter, clam].map((machine) => [machine.id, machine])),
  tools: new Map([
    ['fine', { name: 'Fine blade', kind: 'fine-blade' as const, machineId: null }],
    ['plate', { name: 'Plate of the clam', kind: 'press-plate' as const, machineId: clam.id }],
  ]),
  materials: new Set(['navy']),
};
const wanted = {
  machineId: longPlotter.id,
  toolId: 'fine',
  materialId: 'navy',
  process: 'kiss-cut' as const,
  settings: { force: 16, speed: 5, depth: 2, passes: 1 },
};

describe('what is wrong with a recipe', () => {
  it('is nothing where machine, tool, material and numbers go together', () => {
    expect(recipeProblem(shop, wanted)).toBeNull();
  });

  it.each([
    [{ machineId: 'gone' }, 'machineId', 'for a machine that is not in this workshop'],
    [{ toolId: 'gone' }, 'toolId', 'for a tool that is not in this workshop'],
    [{ materialId: 'gone' }, 'materialId', 'for a material that is not in this workshop'],
    [{ machineId: clam.id }, 'process', 'Kiss cut cannot be done on'],
    [{ toolId: 'plate' }, 'toolId', 'cannot do kiss cut'],
    [{ settings: { ...wanted.settings, force: 4000 } }, 'force', 'goes from'],
  ])('%j is said with its field', (change, field, words) => {
    const problem = recipeProblem(shop, { ...wanted, ...change });
    expect(problem).toMatchObject({ field });
    expect(problem!.message).toContain(words);
  });

  it('is what was typed where that is not what is set', () => {
    expect(typedProblem(longPlotter, { force: 16 }, { force: { text: '16', unit: '' } })).toBeNull();
    expect(typedProblem(longPlotter, { force: 16 }, { force: { text: '18', unit: '' } })?.field).toBe('typed');
  });
});
