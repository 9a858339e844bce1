import { PLACEMENT_RULER_NAME, TURN_MARKS, type MeasuredChoices } from '../measured';
import type { Drawing } from './document';

/** Whether a drawing is of the marks that a sheet is turned over by. By itself: the pages of the app ask it, and need nothing else of a job's rules. */
export const isOfTurnMarks = ({ source, choices }: Pick<Drawing, 'source' | 'choices'>): boolean =>
  source === 'measured' && (choices as MeasuredChoices).shape === TURN_MARKS;

/** Whether a drawing only helps to make something: marks to turn by, or a ruler to lay it by. It is no part of what is made. */
export const isOfAid = (drawing: Pick<Drawing, 'source' | 'choices'>): boolean =>
  isOfTurnMarks(drawing) ||
  (drawing.source === 'measured' && (drawing.choices as MeasuredChoices).shape === PLACEMENT_RULER_NAME);
