/** A setting is reliable where it is right at least this often. */
export const RELIABLE = 0.9;
