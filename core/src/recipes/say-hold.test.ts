import { sayHold } from './index';

const names = { material: 'Foil, gold', isFoil: true, tool: 'Heated tip', machine: 'Little plotter' };
const nothing = { machine: false, sheet: false, cover: false, tool: false };

describe('what is said at a hold', () => {
  it.each([
    [{ ...nothing, machine: true, sheet: true }, 'Go on at Little plotter: put in Foil, gold'],
    [{ ...nothing, sheet: true }, 'Put in Foil, gold'],
    [{ ...nothing, sheet: true, tool: true }, 'Put in Foil, gold and Heated tip'],
    [
      { ...nothing, cover: true, tool: true },
      'Lay Foil, gold over the sheet; the sheet stays where it lies. Put in Heated tip',
    ],
    [{ ...nothing, tool: true }, 'Leave the sheet where it lies and put in Heated tip'],
  ])('%j', (hold, sentence) => {
    expect(sayHold(hold, names)).toBe(sentence);
  });

  it('takes the foil off before what is none', () => {
    expect(sayHold({ ...nothing, cover: true }, { ...names, isFoil: false })).toBe(
      'Take the foil off; the sheet stays where it lies',
    );
  });
});
