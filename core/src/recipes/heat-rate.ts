/** Activation energy over the gas constant of a hot-melt adhesive, K: halves the dwell for about 8 °C more at 150 °C. */
const ACTIVATION_K = 15_000;
const KELVIN = 273.15;
/** The temperature at which a press dose is simply its dwell. */
const REFERENCE_K = KELVIN + 150;

/**
 * How much a second at a temperature counts, in seconds at 150 °C: exp(−Ea/R·(1/T − 1/T₀)), after Arrhenius.
 * @param celsius what lies under the plate has, °C
 * @example heatRate(150) // 1
 */
export const heatRate = (celsius: number): number =>
  Math.exp(-ACTIVATION_K * (1 / (celsius + KELVIN) - 1 / REFERENCE_K));

/** The temperature, °C, at which a second counts so many seconds at 150 °C; Infinity where none is that fast. */
export function celsiusAtRate(rate: number): number {
  const inverse = 1 / REFERENCE_K - Math.log(rate) / ACTIVATION_K;
  return inverse <= 0 ? Infinity : 1 / inverse - KELVIN;
}
