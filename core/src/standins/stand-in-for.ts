import { machineKindOf, type Machine } from '../machines';
import { frameOf, type Frame } from '../output';
import type { Settings } from '../recipes';
import { StandInLaser } from './laser';
import { panelFrom } from './panel';
import { StandInPlotter } from './plotter';
import { StandInPress } from './press';
import type { StandIn } from './stand-in';

/**
 * The stand-in for a machine, with its file loaded and its dials set. A press takes no file.
 * @param zero the place on the sheet from which the file counts; the machine's own zero where nothing is said
 * @throws SyntaxError where the file cannot be read
 */
export function standInFor(
  machine: Machine,
  file: string,
  settings: Settings,
  zero: Frame = frameOf(machine, null),
): StandIn {
  const { does } = machineKindOf(machine.kind);
  if (does === 'tool') return new StandInPlotter(file, panelFrom(machine, settings), machine.motion, zero);
  return does === 'beam' ? new StandInLaser(file, machine, zero) : new StandInPress(settings);
}
