/** The made-up workshop of the demo. */
export const DEMO_WORKSHOP_ID = '5a1f0000-0000-4000-8000-000000000001';
/** The cookie that says in which workshop one is. */
export const WORKSHOP_COOKIE = 'workshop';
