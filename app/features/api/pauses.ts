/** So long a work may hold the page before others get their turn, in ms. */
const TURN_MS = 8;

/** Lets the page do what waits, each time it is awaited after its turn is over. */
export function pauses(): () => Promise<void> {
  let began = performance.now();
  return async () => {
    if (performance.now() - began < TURN_MS) return;
    await nextTurn();
    began = performance.now();
  };
}

/** Lets the page do what waits. */
export const nextTurn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
