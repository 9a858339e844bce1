/** What ends by itself is started again after a pause that grows each time, ms; after so many in a row it is given up. */
const PAUSES_MS = [300, 1000, 3000, 8000, 15_000];
/** After this long it is taken to be well, and what was before does not count any more. */
const WELL_MS = 60_000;

/** Counts how often something ended by itself. */
export class Restarts {
  inARow = 0;
  #began = Date.now();

  /** It was started. */
  began() {
    this.#began = Date.now();
  }

  /** It ended by itself. @returns after which pause it is started again, ms; undefined where it is given up */
  ended() {
    if (Date.now() - this.#began > WELL_MS) this.inARow = 0;
    const pause = PAUSES_MS[this.inARow];
    this.inARow += 1;
    return pause;
  }
}
