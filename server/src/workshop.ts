import type { Request } from 'express';

/** The made-up workshop of the demo. */
export const DEMO_WORKSHOP_ID = '5a1f0000-0000-4000-8000-000000000001';

/** Whose rows a request is about: the one place to change when accounts come. */
export function workshopOf(_request: Request): string {
  return DEMO_WORKSHOP_ID;
}
