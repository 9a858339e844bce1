/** Makes the database unless it is there. */
export function ensureDatabase(adminUrl: string, name: string): Promise<void>;
/** Makes the database empty, in place of one that was there before. */
export function remakeDatabase(adminUrl: string, name: string): Promise<void>;
