import { v5 as uuidv5 } from 'uuid';
import { DEMO_WORKSHOP_ID } from '../workshop';

/** The demo's rows have the same ids on every machine: made from their names. */
export const demoId = (name: string): string => uuidv5(name, DEMO_WORKSHOP_ID);

const DAY_MS = 86_400_000;
/** So many days before now. */
export const ago = (days: number): Date => new Date(Date.now() - days * DAY_MS);
