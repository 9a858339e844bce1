import { sheetTurns } from './index';

const step = (name: string, machineId: string, ...sheetIds: string[]) => ({ name, machineId, sheetIds });
const turns = (...steps: ReturnType<typeof step>[]) =>
  sheetTurns(steps).map((turn) => `${turn.step.name} ${turn.sheetId ?? '-'}`);

describe('the order of steps and sheets', () => {
  it('does all of one sheet before it is lifted', () => {
    expect(turns(step('kiss', 'plotter', 'one', 'two'), step('through', 'plotter', 'one', 'two'))).toEqual([
      'kiss one',
      'through one',
      'kiss two',
      'through two',
    ]);
  });

  it('has each step alone where nothing is shared', () => {
    expect(turns(step('white', 'plotter', 'white 1', 'white 2'), step('navy', 'plotter', 'navy'))).toEqual([
      'white white 1',
      'white white 2',
      'navy navy',
    ]);
  });

  it('goes on to another machine with all sheets, as the sheet is lifted anyway', () => {
    expect(turns(step('draw', 'plotter', 'one', 'two'), step('cut', 'laser', 'one', 'two'))).toEqual([
      'draw one',
      'draw two',
      'cut one',
      'cut two',
    ]);
  });

  it('leaves no step out that lies nowhere yet, nor a sheet that only one of them is done on', () => {
    expect(
      turns(step('new', 'plotter'), step('kiss', 'plotter', 'one'), step('through', 'plotter', 'one', 'two')),
    ).toEqual(['new -', 'kiss one', 'through one', 'through two']);
  });
});
