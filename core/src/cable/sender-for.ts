import { machineKindOf, type Machine } from '../machines';
import { GcodeSender } from './gcode-sender';
import type { CableLine, Every, Sender } from './line';
import { PlotSender } from './plot-sender';

/** What sends a file to a machine, the way it is said to take it. */
export function senderFor(
  machine: Pick<Machine, 'kind' | 'cableFlow' | 'bufferCharacters'>,
  { line, text, totalSeconds, every }: { line: CableLine; text: string; totalSeconds: number; every: Every },
): Sender {
  const { cableFlow } = machine;
  if (machineKindOf(machine.kind).does === 'tool')
    return new PlotSender({ line, text, totalSeconds, every, flow: cableFlow === 'paced' ? 'paced' : 'XON/XOFF' });
  return new GcodeSender({
    line,
    text,
    every,
    flow: cableFlow === 'counted characters' ? 'counted characters' : 'line by line',
    ...(machine.bufferCharacters ? { bufferCharacters: machine.bufferCharacters } : {}),
  });
}
