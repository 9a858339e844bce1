import type { RunProgress } from '@keen-anvil/contract';
import { writeHpgl } from '@keen-anvil/core/output';
import { StandInPlotter } from '@keen-anvil/core/standins';
import { longPlotter } from '../../../core/testing/shop';
import { DeviceBay } from './device-bay';

const panel = { speedMmS: 100, forceGf: 100, depthMm: 0.2 };
const file = writeHpgl({ strokes: [{ points: [{ x: 0, y: 0 }, { x: 1000, y: 0 }] }], pen: 1, speedMmS: 100, forceGf: 100 });
const plotter = () => new StandInPlotter(file, panel, longPlotter.motion);

let bay: DeviceBay;
let told: RunProgress[];
let finished: string[];
beforeEach(() => {
  jest.useFakeTimers();
  bay = new DeviceBay();
  told = [];
  finished = [];
  bay.on('progress', (_, progress) => told.push(progress));
  bay.on('finished', (runId) => finished.push(runId));
});
afterEach(() => {
  bay.close();
  jest.useRealTimers();
});

describe('a stand-in machine', () => {
  it('goes at its true speed, and as many times faster as asked', () => {
    bay.load('long', 'slow', plotter(), 1, 0);
    bay.load('little', 'fast', plotter(), 5, 0);
    bay.go('long');
    bay.go('little');
    jest.advanceTimersByTime(1000);
    expect(bay.progressOf('slow')!.doneSeconds).toBeCloseTo(1, 1);
    expect(bay.progressOf('fast')!.doneSeconds).toBeCloseTo(5, 1);
    expect(bay.progressOf('fast')!.cutMm).toBeGreaterThan(bay.progressOf('slow')!.cutMm);
  });

  it('stands where it is halted, and goes on from there', () => {
    bay.load('long', 'run', plotter(), 1, 0);
    bay.go('long');
    jest.advanceTimersByTime(3000);
    bay.halt('long');
    const at = bay.progressOf('run')!;
    expect(at.state).toBe('paused');
    jest.advanceTimersByTime(60_000);
    expect(bay.progressOf('run')).toEqual(at);
    bay.go('long');
    jest.advanceTimersByTime(1000);
    expect(bay.progressOf('run')!.doneSeconds).toBeCloseTo(at.doneSeconds + 1, 1);
  });

  it('begins where a run was left before the server stopped', () => {
    bay.load('long', 'run', plotter(), 1, 7);
    expect(bay.progressOf('run')).toMatchObject({ state: 'paused', doneSeconds: 7 });
    expect(bay.progressOf('run')!.cutMm).toBeGreaterThan(600);
  });

  it('says once that it is finished, with everything cut', () => {
    const device = plotter();
    bay.load('long', 'run', device, 10, 0);
    bay.go('long');
    bay.go('long');
    jest.advanceTimersByTime(device.totalSeconds * 100 + 1000);
    expect(finished).toEqual(['run']);
    expect(told.at(-1)).toMatchObject({ doneSeconds: device.totalSeconds, cutMm: 1000, strokesDone: 1 });
    const seconds = told.map((progress) => progress.doneSeconds);
    expect(seconds).toEqual([...seconds].sort((a, b) => a - b));
  });

  it('takes one run at a time, and the next once it is free', () => {
    bay.load('long', 'first', plotter(), 1, 0);
    expect(() => bay.load('long', 'second', plotter(), 1, 0)).toThrow('busy with another run');
    expect(bay.runOn('long')).toBe('first');
    bay.unload('long');
    bay.load('long', 'second', plotter(), 1, 0);
    expect(bay.runOn('long')).toBe('second');
    expect(bay.progressOf('first')).toBeNull();
  });

  it('does nothing for a machine that holds no run', () => {
    bay.go('nobody');
    bay.halt('nobody');
    bay.unload('nobody');
    expect(bay.runOn('nobody')).toBeUndefined();
    expect(jest.getTimerCount()).toBe(0);
  });
});
