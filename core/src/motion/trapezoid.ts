/**
 * Seconds for a straight move of `lengthMm` that enters at `entry`, leaves at `exit` and may reach `top` (mm/s)
 * under constant acceleration: speed up, cruise where there is room, slow down.
 * The entry and exit must be within reach of each other: |exit² − entry²| ≤ 2·a·length.
 */
export function trapezoidSeconds(
  lengthMm: number,
  entry: number,
  exit: number,
  top: number,
  accelerationMmS2: number,
): number {
  const peak = Math.sqrt((2 * accelerationMmS2 * lengthMm + entry * entry + exit * exit) / 2);
  if (peak <= top) return (2 * peak - entry - exit) / accelerationMmS2;
  const speedingUp = (top * top - entry * entry) / (2 * accelerationMmS2);
  const slowingDown = (top * top - exit * exit) / (2 * accelerationMmS2);
  return (2 * top - entry - exit) / accelerationMmS2 + (lengthMm - speedingUp - slowingDown) / top;
}
