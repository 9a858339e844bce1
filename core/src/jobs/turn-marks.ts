import { TURN_MARKS, type MeasuredChoices } from '../measured';
import type { Drawing } from './document';

/** Whether a drawing is of the marks that a sheet is turned over by. By itself: the pages of the app ask it, and need nothing else of a job's rules. */
export const isOfTurnMarks = ({ source, choices }: Pick<Drawing, 'source' | 'choices'>): boolean =>
  source === 'measured' && (choices as MeasuredChoices).shape === TURN_MARKS;
