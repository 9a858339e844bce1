import type { PlateView, PressingView, PressPlanView } from '../answers';
import type { LineTick, NewPressing, PressingTurn, PressingVerdict } from '../requests';
import { reads, writes, yesOrNo } from './endpoint';

const seesPressing = { role: 'runner', touches: ['pressings'] } as const;

/** Press plans, and the timers that they are carried out by. */
export const press = {
  pressPlan: reads<PressPlanView>()({ path: '/jobs/:id/press-plan', key: 'press plan', query: { warm: yesOrNo } }),
  pressingsOfJob: reads<PressingView[]>()({ path: '/jobs/:id/pressings', key: 'pressings' }),
  openPressings: reads<PressingView[]>()({ path: '/pressings', key: 'pressings' }),
  beginPressing: writes<NewPressing, PressingView>('POST')({
    path: '/jobs/:id/pressings',
    makes: true,
    ...seesPressing,
  }),
  turnPressing: writes<PressingTurn, PressingView>('POST')({ path: '/pressings/:id/turns', ...seesPressing }),
  tickPressing: writes<LineTick, PressingView>('POST')({ path: '/pressings/:id/ticks', ...seesPressing }),
  plate: reads<PlateView>()({ path: '/pressings/:id/plate', key: 'plate', holds: 'never' }),
  judgePressing: writes<PressingVerdict, PressingView>('POST')({ path: '/pressings/:id/outcome', ...seesPressing }),
};
