/** The name of the marks that a sheet is turned over by; by itself, as those who only look for it need nothing of the shapes. */
export const TURN_MARKS = 'turn-marks';
