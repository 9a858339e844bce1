import type { BenchView, Change, ClockView, WorkshopView } from '../answers';
import type { NewWorkshop, PutAway } from '../requests';
import { follows, reads, writes } from './endpoint';

/** The workshop one is in: its bench, its clock, what is written in it. */
export const workshop = {
  bench: reads<BenchView>()({ path: '/bench', key: 'bench' }),
  clock: reads<ClockView>()({ path: '/clock', holds: 'never' }),
  changes: follows<Change>()({ path: '/changes' }),
  workshops: reads<WorkshopView[]>()({ path: '/workshops', key: 'workshops' }),
  startWorkshop: writes<NewWorkshop, WorkshopView[]>('POST')({
    path: '/workshops',
    role: 'reader',
    makes: true,
    touches: 'everything',
  }),
  enterWorkshop: writes<undefined, WorkshopView[]>('POST')({
    path: '/workshops/:id/entry',
    role: 'reader',
    touches: 'everything',
  }),
  putWorkshopAway: writes<PutAway, WorkshopView[]>('POST')({
    path: '/workshops/:id/archive',
    role: 'owner',
    touches: 'everything',
  }),
};
