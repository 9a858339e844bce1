import type { CostView, FinishingView } from '@keen-anvil/contract';
import { costOf, USUAL_RATES, type CostWish } from '@keen-anvil/core/cost';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { shopAnswers } from '../../testing/fixtures';
import { job } from '../../testing/job-fixtures';
import { renderWithBook } from '../../testing/with-book';
import { CostPage } from './cost-page';
import { FinishPage } from './finish-page';
import { PlacePage } from './place-page';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));

const wish: CostWish = {
  stock: [
    {
      name: 'Outdoor vinyl, navy',
      priceCents: 940,
      per: 'm2',
      isBlank: false,
      usedMm2: 20_000,
      sheetMm2: 90_000,
      perSheet: 4,
    },
  ],
  tapeMm2: 10_000,
  inkMm2: 0,
  pressings: 0,
  machineSeconds: [{ machineId: 'long', seconds: 60 }],
  toolLives: 0.001,
  handSeconds: 240,
  handSpread: 0.2,
  failureRate: 0.05,
  failureSpread: 0.03,
};
const asked = costOf(wish, USUAL_RATES, 1);
const cost: CostView = {
  currency: 'EUR',
  laid: 1,
  asked,
  table: [asked, costOf(wish, USUAL_RATES, 5)],
  cheaper: [{ how: 'fill-the-sheet', of: 'Outdoor vinyl, navy', pieces: 4, savedCents: 310 }],
  hands: [{ kind: 'weed', seconds: 240, known: 8 }],
  machineSeconds: 60,
  failureRate: 0.05,
  missing: ['Card 250 g has no price yet: it counts as nothing.'],
};
const finishing: FinishingView = {
  pieces: 3,
  lines: [
    { id: 'weed s1', text: 'Weed it', by: 'piece', waitMinutes: null, isOwn: false, done: 1, since: null },
    { id: 'oil s1', text: 'Oil it', by: 'batch', waitMinutes: 720, isOwn: false, done: 0, since: null },
  ],
  care: { signs: ['hand-wash'], words: ['Wash it by hand, lukewarm.'] },
  handKinds: ['weed', 'finish'],
};
const vest = {
  id: 'vest',
  name: 'Club vest',
  measures: {
    chestWidthMm: 480,
    lengthMm: 660,
    neckWidthMm: 180,
    neckDropMm: 100,
    sleeveLengthMm: 40,
    sleeveWidthMm: 200,
  },
};
const answers = {
  '/api/jobs/job-1/cost': { body: cost },
  '/api/jobs/job-1/quotes': { body: [] },
  '/api/jobs/job-1/finishing': { body: finishing },
  '/api/jobs/job-1/mockup': { body: { photoId: null } },
  '/api/jobs/job-1/size-set': { body: { place: 'front', counts: [{ size: 'M', count: 8 }] } },
  '/api/garments': { body: [vest] },
  '/api/jobs/job-1': { body: job },
  '/api/rates': { body: { ...USUAL_RATES, version: 1, currency: 'EUR' } },
  '/api/clock': { body: { now: 1_000_000 } },
  ...shopAnswers,
};

describe('what it costs', () => {
  it('shows the price, its parts and what is behind one of them', async () => {
    renderWithBook(<CostPage jobId="job-1" />, answers);
    fireEvent.press(await screen.findByRole('button', { name: /^Hands: / }));
    expect(screen.getByText('weeding 4 min 0 s a piece (by 8 own times); and setting up once.')).toBeTruthy();
    expect(screen.getByText('Card 250 g has no price yet: it counts as nothing.')).toBeTruthy();
    expect(
      screen.getByText('Make 4: that fills the Outdoor vinyl, navy that is begun. 3.10 EUR less each.'),
    ).toBeTruthy();
  });

  it('says why there is none', async () => {
    renderWithBook(<CostPage jobId="job-1" />, {
      ...answers,
      '/api/jobs/job-1/cost': {
        status: 422,
        body: { error: { code: 'refused', message: 'Step 1 lies on no sheet yet.' } },
      } as unknown as { body: CostView },
    });
    expect(await screen.findByText('Step 1 lies on no sheet yet.')).toBeTruthy();
  });

  it('offers so many at this price', async () => {
    const { sent } = renderWithBook(<CostPage jobId="job-1" />, answers);
    fireEvent.press(await screen.findByText('Offer one at this price'));
    fireEvent.changeText(screen.getByLabelText('For whom'), 'the club');
    fireEvent.press(screen.getByText('Write the quote'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({ body: { pieces: 1, customer: 'the club' } }),
    );
  });
});

describe('after the machines', () => {
  it('counts pieces one by one, and ticks a batch at once', async () => {
    const { sent } = renderWithBook(<FinishPage jobId="job-1" />, answers);
    expect(await screen.findByText('1 of 3 pieces')).toBeTruthy();
    fireEvent.press(screen.getByRole('button', { name: 'One more: Weed it' }));
    fireEvent.press(screen.getByRole('checkbox', { name: 'Oil it' }));
    await waitFor(() =>
      expect(sent.filter(({ method }) => method === 'POST').map(({ body }) => body)).toEqual([
        { lineId: 'weed s1', done: 2, isWaiting: false },
        { lineId: 'oil s1', done: 1, isWaiting: false },
      ]),
    );
    expect(screen.getByText('Wash it by hand, lukewarm.')).toBeTruthy();
  });
});

describe('the clock of hands', () => {
  it('times only what there is to do, by the server’s clock', async () => {
    const { sent } = renderWithBook(<FinishPage jobId="job-1" />, answers);
    expect(await screen.findByRole('radio', { name: 'Weeding' })).toBeTruthy();
    expect(screen.queryByRole('radio', { name: 'Pressing' })).toBeNull();
    fireEvent.press(screen.getByRole('radio', { name: 'Finishing' }));
    fireEvent.press(screen.getByText('Start the clock'));
    fireEvent.press(await screen.findByText('Forget it'));
    expect(await screen.findByText('Start the clock')).toBeTruthy();
    expect(sent.some(({ path }) => path === '/api/clock')).toBe(true);
  });
});

describe('on a garment', () => {
  it('says where it goes and how wide it is, and adds its ruler to the job', async () => {
    const { sent } = renderWithBook(<PlacePage jobId="job-1" />, answers);
    expect(await screen.findByText('70 mm below the neckline')).toBeTruthy();
    fireEvent.press(screen.getByText('Add its ruler to this job'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({
        body: { measured: { shape: 'placement-ruler', measures: { down: 70 } } },
      }),
    );
  });

  it('goes by a garment of our own, and counts it into the set', async () => {
    const { sent } = renderWithBook(<PlacePage jobId="job-1" />, answers);
    fireEvent.press(await screen.findByRole('radio', { name: 'Club vest' }));
    expect(screen.getByText('65 mm below the neckline')).toBeTruthy();
    expect(screen.getByText('8 garments, cut in one width')).toBeTruthy();
    fireEvent.press(screen.getByRole('radio', { name: 'Our own' }));
    fireEvent.press(screen.getByLabelText('Club vest up by 1'));
    await waitFor(() =>
      expect(sent.filter(({ path }) => path.endsWith('/size-set')).at(-1)).toMatchObject({
        body: {
          place: 'front',
          counts: [
            { size: 'M', count: 8 },
            { size: 'vest', count: 1 },
          ],
        },
      }),
    );
    expect(await screen.findByText(/^9 garments, cut in/)).toBeTruthy();
  });

  it('keeps what is measured for all in the workshop', async () => {
    const { sent } = renderWithBook(<PlacePage jobId="job-1" />, answers);
    fireEvent.press(await screen.findByText('Measure one of our own'));
    fireEvent.changeText(screen.getByLabelText('What it is called'), ' Apron ');
    fireEvent.press(screen.getByText('Keep these'));
    await waitFor(() =>
      expect(sent.find(({ method, path }) => method === 'POST' && path === '/api/garments')).toMatchObject({
        body: { name: 'Apron', measures: { chestWidthMm: 520 } },
      }),
    );
  });
});
