import { v4 as uuid } from 'uuid';

const SHELF = 'keen-anvil.device';
let known: string | null = null;

/** The name that this phone or computer has for the server: what is undone on it is what was done on it. */
export function thisDevice(): string {
  if (known) return known;
  try {
    known = localStorage.getItem(SHELF) ?? uuid();
    localStorage.setItem(SHELF, known);
  } catch {
    // Nothing can be kept on this device: it has another name after a reload.
    known ??= uuid();
  }
  return known;
}
