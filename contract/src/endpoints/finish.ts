import type { OwnFinishing } from '@keen-anvil/core/finishing';
import type {
  CostView,
  FinishingView,
  GarmentView,
  JobSummary,
  MockupView,
  QuoteView,
  RatesView,
  SizeSetView,
} from '../answers';
import type {
  FinishingTick,
  MockupWish,
  NewFinishingLine,
  NewGarment,
  NewHandTime,
  NewQuote,
  NewSizeJobs,
  PutAway,
  QuoteTurn,
  RatesWish,
  SizeSetWish,
} from '../requests';
import { givesFile, reads, text, writes } from './endpoint';

const ticksFinishing = { role: 'runner', touches: ['finishing'] } as const;

/** After the machines: finishing, care, what it costs, what is offered, and the garments it is for. */
export const finish = {
  finishing: reads<FinishingView>()({ path: '/jobs/:id/finishing', key: 'finishing' }),
  tickFinishing: writes<FinishingTick, FinishingView>('POST')({ path: '/jobs/:id/finishing', ...ticksFinishing }),
  addFinishingLine: writes<NewFinishingLine, OwnFinishing[]>('POST')({
    path: '/finishing-lines',
    makes: true,
    ...ticksFinishing,
  }),
  putFinishingLineAway: writes<PutAway, OwnFinishing[]>('POST')({
    path: '/finishing-lines/:id/archive',
    ...ticksFinishing,
  }),
  careCard: givesFile({ path: '/jobs/:id/care-card' }),
  keepHandTime: writes<NewHandTime, object>('POST')({
    path: '/jobs/:id/hand-times',
    role: 'runner',
    makes: true,
    touches: ['cost'],
  }),
  cost: reads<CostView>()({ path: '/jobs/:id/cost', key: 'cost', query: { pieces: text(40) } }),
  rates: reads<RatesView>()({ path: '/rates', key: 'rates' }),
  keepRates: writes<RatesWish, RatesView>('PUT')({ path: '/rates', touches: ['rates', 'cost'] }),
  quotes: reads<QuoteView[]>()({ path: '/jobs/:id/quotes', key: 'quotes' }),
  offer: writes<NewQuote, QuoteView[]>('POST')({ path: '/jobs/:id/quotes', makes: true, touches: ['quotes'] }),
  answerQuote: writes<QuoteTurn, QuoteView[]>('POST')({ path: '/quotes/:id/turns', touches: ['quotes', 'jobs'] }),
  quotePaper: givesFile({ path: '/quotes/:id/paper' }),
  mockup: reads<MockupView>()({ path: '/jobs/:id/mockup', key: 'mockup' }),
  keepMockup: writes<MockupWish, MockupView>('POST')({ path: '/jobs/:id/mockup', touches: ['mockup'] }),

  garments: reads<GarmentView[]>()({ path: '/garments', key: 'garments' }),
  measureGarment: writes<NewGarment, GarmentView[]>('POST')({ path: '/garments', makes: true, touches: ['garments'] }),
  putGarmentAway: writes<PutAway, GarmentView[]>('POST')({ path: '/garments/:id/archive', touches: ['garments'] }),
  sizeSet: reads<SizeSetView>()({ path: '/jobs/:id/size-set', key: 'size set' }),
  countSizes: writes<SizeSetWish, SizeSetView>('POST')({ path: '/jobs/:id/size-set', touches: ['size set'] }),
  makeSizeJobs: writes<NewSizeJobs, JobSummary[]>('POST')({
    path: '/jobs/:id/size-jobs',
    makes: true,
    touches: ['jobs'],
  }),
  placement: givesFile({ path: '/jobs/:id/placement', query: { size: text(80), place: text(80) } }),
};
