// What only helps to make something, by name; by itself, as those who only look for it need nothing of the shapes.

/** The marks that a sheet is turned over by. */
export const TURN_MARKS = 'turn-marks';
/** The ruler by which something is laid on a garment. */
export const PLACEMENT_RULER_NAME = 'placement-ruler';
