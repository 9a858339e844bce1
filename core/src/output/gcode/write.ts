import type { Stroke } from '../../toolpath';
import type { Frame } from '../frame';

/** One run of strokes with the same beam. */
export interface BeamPass {
  strokes: Stroke[];
  /** Share of full power, 0 to 1. */
  power: number;
  speedMmS: number;
  /** Air assist on. */
  air: boolean;
}

/** What the file calls full power: the S of most controllers. */
export const FULL_POWER_S = 1000;

/**
 * Beam passes as G-code: millimetres, absolute, M4 (power follows the speed), each stroke a G0 to its start and G1 along
 * it with S and F, S anew wherever the power changes; air by M8 and M9; the beam off and the head home at the end. Coordinates are
 * counted from `zero`, a place on the sheet, with Y away from who stands before the machine.
 * @throws RangeError for power outside 0 to 1, a speed that is not above 0, or coordinates that are no numbers
 */
export function writeGcode(passes: readonly BeamPass[], zero: Frame): string {
  const lines = ['G21', 'G90', 'M4 S0'];
  let isAir = false;
  for (const { strokes, power, speedMmS, air } of passes) {
    if (!(power >= 0 && power <= 1)) throw new RangeError(`The beam's power is a share from 0 to 1; ${power} came.`);
    if (!(speedMmS > 0)) throw new RangeError(`The beam's speed is above 0 mm/s; ${speedMmS} came.`);
    if (air !== isAir) lines.push(air ? 'M8' : 'M9');
    isAir = air;
    const full = Math.round(power * FULL_POWER_S);
    for (const { points, power: shares } of strokes) {
      let last = 0;
      let [lastX, lastY] = ['', ''];
      points.forEach(({ x, y }, i) => {
        if (!Number.isFinite(x) || !Number.isFinite(y))
          throw new RangeError(`A tool path point must be two numbers; ${x}, ${y} came.`);
        const [atX, atY] = [`X${decimal(x - zero.x)}`, `Y${decimal(zero.y - y)}`];
        if (i === 0) {
          lines.push(`G0 ${atX} ${atY} S0`);
          [lastX, lastY] = [atX, atY];
          return;
        }
        const now = shares ? Math.round(shares[i - 1] * full) : full;
        const s = i === 1 || now !== last ? ` S${now}` : '';
        // A coordinate that stays is left out: a picture’s file is half as long so.
        const at = atY === lastY ? atX : atX === lastX ? atY : `${atX} ${atY}`;
        lines.push(`G1 ${at}${s}${i === 1 ? ` F${decimal(speedMmS * 60)}` : ''}`);
        [lastX, lastY] = [atX, atY];
        last = now;
      });
    }
  }
  if (isAir) lines.push('M9');
  lines.push('M5', 'G0 X0 Y0 S0');
  return lines.join('\n') + '\n';
}

const decimal = (value: number): string => String(Number(value.toFixed(3)) + 0);
