/**
 * A number with at most `decimals` places and no trailing zeros.
 * @example formatNumber(2.50, 2) // '2.5'
 */
export function formatNumber(value: number, decimals = 2): string {
  const rounded = Number(value.toFixed(decimals));
  return Object.is(rounded, -0) ? '0' : String(rounded);
}

/**
 * A time in seconds as a maker says it: `42 s`, `3 min 5 s`, `1 h 2 min`.
 * @example formatDuration(185) // '3 min 5 s'
 */
export function formatDuration(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 60) return `${whole} s`;
  if (whole < 3600) return `${Math.floor(whole / 60)} min ${whole % 60} s`;
  const minutes = Math.round(seconds / 60);
  return `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
