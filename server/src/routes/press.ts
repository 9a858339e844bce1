import { pressPlanOf } from '../services/press-plans';
import { Pressings } from '../services/pressings';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';

/** Press plans, and the timers that they are carried out by. */
export const pressHandlers = ({ pool, heavy }: ApiParts): Handlers<'press'> => {
  const pressings = new Pressings(pool, heavy);
  return {
    pressPlan: async (here, { id, warm }) => (await pressPlanOf(here, pool, heavy, id, warm === true)).view,
    pressingsOfJob: (here, { id }) => pressings.list(here, id),
    openPressings: (here) => pressings.list(here, null),
    beginPressing: (here, { id, body }) => pressings.begin(here, id, body),
    turnPressing: (here, { id, body }) => pressings.turn(here, id, body),
    tickPressing: (here, { id, body }) => pressings.tick(here, id, body),
    plate: (here, { id }) => pressings.plate(here, id),
    judgePressing: (here, { id, body }) => pressings.judge(here, id, body),
  };
};
