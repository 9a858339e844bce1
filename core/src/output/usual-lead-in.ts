/** A cut of a laser begins this far in the waste where nobody says otherwise, in mm. */
export const USUAL_LEAD_IN_MM = 1;
