import fc from 'fast-check';
import {
  doneSeconds,
  isOver,
  keepsMachine,
  mayTurn,
  nextInSeries,
  RUN_STATES,
  RUN_TURNS,
  secondsToGo,
  type RunState,
  type RunTurnName,
  type SeriesRun,
} from './index';

const series = (...states: RunState[]): SeriesRun[] =>
  states.map((state, position) => ({
    position,
    state,
    hold: position > 0 ? { machine: false, sheet: true, cover: false, tool: false } : null,
  }));

describe('the turns of a run', () => {
  it('lead nowhere from where it is over', () => {
    for (const turn of Object.keys(RUN_TURNS) as RunTurnName[]) {
      for (const state of RUN_STATES.filter(isOver)) expect(mayTurn(state, turn)).toBe(false);
    }
  });

  it('charge wear and stock once on every way through', () => {
    const names = Object.keys(RUN_TURNS) as RunTurnName[];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...names), { maxLength: 30 }), (wished) => {
        let state: RunState = 'queued';
        let [wears, takings] = [0, 0];
        for (const name of wished) {
          if (!mayTurn(state, name)) continue;
          const turn = RUN_TURNS[name];
          state = turn.to;
          wears += turn.wear === 'nothing' ? 0 : 1;
          takings += turn.takesStock ? 1 : 0;
        }
        expect(wears).toBe(isOver(state) ? 1 : 0);
        expect(takings).toBe(state === 'finished' ? 1 : 0);
      }),
    );
  });

  it('keep the machine from the hold to the end', () => {
    expect(RUN_STATES.filter(keepsMachine)).toEqual(['holding', 'running', 'paused']);
  });
});

describe('what follows in a series', () => {
  it('begins the first at once and holds before each that has a hold', () => {
    expect(nextInSeries(series('queued', 'queued'))).toMatchObject({ run: { position: 0 }, turn: 'begin' });
    expect(nextInSeries(series('finished', 'queued'))).toMatchObject({ run: { position: 1 }, turn: 'hold' });
    expect(
      nextInSeries([
        { position: 0, state: 'finished', hold: null },
        { position: 1, state: 'queued', hold: null },
      ]),
    ).toMatchObject({ turn: 'begin' });
  });

  it('is nothing while one is under way, after a cancel, and at the end', () => {
    expect(nextInSeries(series('running', 'queued'))).toBeUndefined();
    expect(nextInSeries(series('finished', 'holding', 'queued'))).toBeUndefined();
    expect(nextInSeries(series('cancelled', 'queued'))).toBeUndefined();
    expect(nextInSeries(series('finished', 'finished'))).toBeUndefined();
  });
});

describe('the clock of a run', () => {
  it('goes as many times faster as asked, and no further than the end', () => {
    const clock = { doneBefore: 10, goingSeconds: 3, speedUp: 20, totalSeconds: 100 };
    expect(doneSeconds(clock)).toBe(70);
    expect(doneSeconds(clock, 0.5)).toBe(80);
    expect(doneSeconds(clock, 60)).toBe(100);
    expect(doneSeconds({ ...clock, goingSeconds: null }, 60)).toBe(10);
    // A clock that was set back does not undo what was done.
    expect(doneSeconds({ ...clock, goingSeconds: -5 })).toBe(10);
  });

  it('is due when it says', () => {
    const clock = { doneBefore: 10, speedUp: 20, totalSeconds: 100 };
    expect(secondsToGo(clock)).toBe(4.5);
    expect(doneSeconds({ ...clock, goingSeconds: secondsToGo(clock) })).toBe(100);
    expect(secondsToGo({ ...clock, doneBefore: 120 })).toBe(0);
  });
});
