/** An answer as young as this was asked for by what is being opened. */
const JUST_MS = 1000;

interface Asked {
  state: { dataUpdatedAt: number };
}

/** For what is asked anew whenever it is shown: not where it was asked for a moment ago, as ahead of its page. */
export const unlessJustAsked = ({ state }: Asked): 'always' | false =>
  Date.now() - state.dataUpdatedAt < JUST_MS ? false : 'always';
