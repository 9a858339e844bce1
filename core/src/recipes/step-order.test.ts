import { orderSteps, turnsOf, wrongOrder, type OrderedStep } from './index';

const step = (process: OrderedStep['process'], over: Partial<OrderedStep> = {}): OrderedStep => ({
  process,
  materialId: 'card',
  sheetId: 'sheet',
  machineId: 'long',
  toolId: 'blade',
  holder: 2,
  ...over,
});
const pen = { toolId: 'pen', holder: 1 };

describe('the order of steps', () => {
  it('goes by the rank of the process, and otherwise as it came', () => {
    const order = orderSteps([
      step('through-cut'),
      step('kiss-cut', { toolId: 'a' }),
      step('draw'),
      step('kiss-cut', { toolId: 'b' }),
      step('foil'),
    ]);
    expect(order.map(({ process }) => process)).toEqual(['draw', 'foil', 'kiss-cut', 'kiss-cut', 'through-cut']);
    expect(order.filter(({ process }) => process === 'kiss-cut').map(({ toolId }) => toolId)).toEqual(['a', 'b']);
  });

  it('does the front of a sheet before its back, so that it is turned over once', () => {
    const [front, holes, back, out] = [
      step('laser-area'),
      step('laser-cut'),
      step('laser-area', { turned: 'left-right' }),
      step('laser-cut', { turned: 'left-right' }),
    ];
    expect(orderSteps([out, back, holes, front])).toEqual([front, holes, back, out]);
    // Marks that are cut with the front come before the engraving of the back, and nothing is wrong with that.
    expect(wrongOrder(holes, back)).toBeNull();
    expect(wrongOrder(back, front)).toContain('the sheet is turned over twice');
    expect(wrongOrder(out, back)).toContain('what is cut loose shifts');
  });

  it('has what is debossed over a stencil after the stencil is cut', () => {
    const press = { ...step('deboss'), isFromBack: true };
    expect(orderSteps([press, step('through-cut'), step('draw'), step('deboss')])).toEqual([
      step('draw'),
      step('deboss'),
      step('through-cut'),
      press,
    ]);
    expect(wrongOrder({ process: 'through-cut' }, press)).toBeNull();
    expect(wrongOrder(press, { process: 'through-cut' })).toBe('Deboss over a stencil comes before the stencil is cut');
  });

  it('made by hand says what goes wrong', () => {
    expect(wrongOrder({ process: 'draw' }, { process: 'kiss-cut' })).toBeNull();
    expect(wrongOrder({ process: 'through-cut' }, { process: 'draw' })).toContain('what is cut loose shifts');
    expect(wrongOrder({ process: 'deboss' }, { process: 'foil' })).toContain('no longer flat');
    expect(wrongOrder({ process: 'score' }, { process: 'laser-area' })).toBe('Score comes before laser area');
  });
});

describe('what happens between steps', () => {
  const holds = (...steps: OrderedStep[]) =>
    turnsOf(steps).map(
      ({ hold }) =>
        hold &&
        Object.entries(hold)
          .flatMap(([what, is]) => (is ? [what] : []))
          .join(' '),
    );

  it('nothing where machine, sheet and tools are in place, also two tools in two holders', () => {
    expect(holds(step('draw', pen), step('kiss-cut'), step('through-cut'))).toEqual([null, null, null]);
    expect(turnsOf([step('draw', pen), step('kiss-cut')]).map(({ keepsSheet }) => keepsSheet)).toEqual([false, true]);
  });

  it('a hold for another tool in the same holder, and again on the way back', () => {
    expect(holds(step('draw', { ...pen, holder: 2 }), step('kiss-cut'), step('draw', { ...pen, holder: 2 }))).toEqual([
      null,
      'tool',
      'tool',
    ]);
  });

  it('a hold for another sheet, another machine, or what is laid over the sheet', () => {
    expect(holds(step('kiss-cut'), step('kiss-cut', { materialId: 'navy', sheetId: 'roll' }))).toEqual([null, 'sheet']);
    expect(
      holds(step('draw', pen), step('foil', { materialId: 'gold', toolId: 'tip', holder: 1 }), step('through-cut')),
    ).toEqual([null, 'cover tool', 'cover']);
    expect(holds(step('laser-area', { machineId: 'diode' }), step('through-cut'))).toEqual([null, 'machine sheet']);
  });

  it('a sheet that was not chosen yet is another one', () => {
    expect(holds(step('kiss-cut', { sheetId: null }), step('kiss-cut', { sheetId: null }))).toEqual([null, 'sheet']);
  });
});
