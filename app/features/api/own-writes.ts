/** So many writes of this page are remembered: their changes are told within a moment. */
const MOST = 200;
const own = new Set<string>();

/** Remembers the name of a write of this page. */
export function rememberWrite(key: string): void {
  own.add(key);
  for (const oldest of own) {
    if (own.size <= MOST) break;
    own.delete(oldest);
  }
}

/** Whether this very page has made a write: what it changes is shown already. */
export const isOwnWrite = (key: string): boolean => own.has(key);
