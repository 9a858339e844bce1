/** A plotter unit of HP-GL is 0.025 mm. */
export const PLOTTER_UNITS_PER_MM = 40;
/** Our files scale their coordinates to hundredths of a millimetre, four times finer than a plotter unit. */
export const FILE_UNITS_PER_MM = 100;
/** The scaling square: this many mm between P1 and P2 along both axes. */
export const SCALE_SQUARE_MM = 100;
