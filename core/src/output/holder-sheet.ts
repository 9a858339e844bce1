import type { Point } from '../geometry';
import { machineKindOf, type Machine } from '../machines';
import { writeHpgl } from './hpgl/write';
import { frameOf } from './frame';

/** Where the two crosses lie, and how they are drawn, in mm. */
const MIDDLE: Point = { x: 30, y: 30 };
const ARM_MM = 10;
const TICK_MM = { plain: 1, fifth: 2 };

const stroke = (...points: [number, number][]) => ({
  points: points.map(([x, y]) => ({ x: MIDDLE.x + x, y: MIDDLE.y + y })),
});
const cross = [stroke([-ARM_MM, 0], [ARM_MM, 0]), stroke([0, -ARM_MM], [0, ARM_MM])];
/** A mark each millimetre along both arms, each fifth longer. */
const ticks = Array.from({ length: 2 * ARM_MM + 1 }, (_, i) => i - ARM_MM)
  .filter((mm) => mm !== 0)
  .flatMap((mm) => {
    const half = mm % 5 === 0 ? TICK_MM.fifth : TICK_MM.plain;
    return [stroke([mm, -half], [mm, half]), stroke([-half, mm], [half, mm])];
  });

/**
 * A small sheet by which a holder's offset is measured: the first holder draws a cross with a mark each millimetre, the other one a
 * bare cross at the same place. What lies between them is its offset, whatever was measured before.
 * @param holder from 2
 * @throws RangeError for a holder that the machine has not, or a machine that holds no tools
 */
export function holderSheet(machine: Machine, holder: number): string {
  if (machineKindOf(machine.kind).does !== 'tool')
    throw new RangeError(`A machine that holds tools was expected; ${machine.name} is none.`);
  if (!Number.isInteger(holder) || holder < 2 || holder > machine.holders)
    throw new RangeError(
      machine.holders < 2
        ? `${machine.name} has one holder: there is nothing to measure.`
        : `A holder from 2 to ${machine.holders} was expected; ${holder} came.`,
    );
  const zero = frameOf(machine, null);
  return [
    { pen: 1, strokes: [...cross, ...ticks] },
    { pen: holder, strokes: cross },
  ]
    .map(({ pen, strokes }) => writeHpgl({ strokes, pen, speedMmS: null, forceGf: null, zero }))
    .join('');
}
