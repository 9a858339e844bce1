import type { LineTick, PressingView, PressPlanView, UnknownLayer } from '@keen-anvil/contract';
import type { PlanPhase } from '@keen-anvil/core/press';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { shopAnswers } from '../../testing/fixtures';
import { job } from '../../testing/job-fixtures';
import { renderWithBook, type PretendServer } from '../../testing/with-book';
import { sayApart, sayAtOdds, sayPeeledEarly, sayPause, sayPhase } from './phase-words';
import { PressPage } from './press-page';

const mockRouter = { push: jest.fn(), replace: jest.fn(), back: jest.fn(), canGoBack: () => false };
jest.mock('expo-router', () => ({ useRouter: () => mockRouter }));

const phase = (over: Partial<PlanPhase>): PlanPhase => ({
  kind: 'press',
  seconds: 20,
  isDown: true,
  dialled: 155,
  celsius: 153,
  pressure: 4,
  layerIds: ['white'],
  place: null,
  peel: null,
  cover: null,
  isOnlyIfNeeded: false,
  ...over,
});
const window = { fromC: 144, toC: 160, fromSeconds: 16, toSeconds: 28, pressure: null };
const layers = [{ id: 'white', name: 'Smooth white', process: 'heat-press' as const }];
const view: PressPlanView = {
  machineId: 'clam',
  machineName: 'Clam',
  unit: '°C',
  ground: { id: 'jersey', name: 'Polyester jersey' },
  isOpenWeave: false,
  layers: [
    {
      ...layers[0],
      stepNumber: 1,
      colour: '#fbfbf8',
      process: 'heat-press',
      side: 'front',
      recipeId: 'r',
      temper: 'bare',
      evidence: 0,
      dwellSeconds: 20,
      temperatureC: 153,
      leftOut: 0,
      window,
      atC: 153,
      rate: 1.3,
    },
  ],
  plan: {
    pressings: [{ layers: ['white'], dialled: 155, celsius: 153, dwellSeconds: 20, pressure: 4 }],
    heat: [{ layerId: 'white', window, gotSeconds: 26 }],
    apart: [],
    grade: 'bare',
  },
  none: null,
  design: { widthMm: 250, heightMm: 120 },
  places: [{ x: 0, y: 0 }],
  overlaps: 1,
  phases: [phase({}), phase({ kind: 'peel', seconds: 6, isDown: false, peel: 'warm' })],
  seconds: 26,
};
const corner = phase({ kind: 'lift-corner', seconds: 4, isDown: false });
const running: PressingView = {
  id: 'p1',
  jobId: 'job-1',
  machineId: 'clam',
  machineName: 'Clam',
  unit: '°C',
  name: 'Crew shirts',
  isRead: false,
  preparation: [],
  ticked: [],
  layers: [{ ...layers[0], colour: '#fbfbf8', process: 'heat-press', recipeId: 'r', outcome: null }],
  phases: [
    corner,
    phase({ kind: 'press-again', seconds: 8, isOnlyIfNeeded: true }),
    phase({ kind: 'peel', isDown: false, peel: 'cold' }),
  ],
  state: 'running',
  at: 0,
  since: 1_000_000,
  doneBefore: 0,
  took: [],
};
const open = (
  pressings: PressingView[] | ((sent: PretendServer['sent']) => PressingView[]),
  plan: object = { body: view },
  plate: object = { plate: null },
) =>
  renderWithBook(<PressPage jobId="job-1" />, {
    '/api/jobs/job-1/press-plan': plan as { body: unknown },
    '/api/jobs/job-1/pressings': { body: pressings },
    '/api/jobs/job-1': { body: job },
    '/api/pressings/p1/plate': { body: plate },
    '/api/pressings/p1': { body: { ...running, at: 1 } },
    '/api/clock': { body: { now: 1_002_000 } },
    ...shopAnswers,
  });

describe('the press page', () => {
  it('says how proven its plan is, and why, and begins it', async () => {
    const { sent } = open([]);
    expect(await screen.findByText('One pressing suits all of it')).toBeTruthy();
    expect(screen.getByText('because nobody has looked at Smooth white yet')).toBeTruthy();
    fireEvent.press(screen.getByText('Begin at Clam'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toMatchObject({ body: { isWarm: false } }),
    );
  });

  it('asks at the corner: what holds passes the second pressing over', async () => {
    const { sent } = open([running]);
    fireEvent.press(await screen.findByText('It holds'));
    await waitFor(() =>
      expect(sent.filter(({ path }) => path.endsWith('/turns')).map(({ body }) => body)).toEqual([
        { turn: 'next', at: 0 },
        { turn: 'skip', at: 1 },
      ]),
    );
  });

  it('has the numbers of a film that nobody has pressed yet written down right there', async () => {
    const current: UnknownLayer = {
      materialId: 'gold',
      materialName: 'Transfer film, gold glitter',
      machineId: shopAnswers['/api/machines'].body.find(({ kind }) => kind === 'clam-press')!.id,
      toolId: 'plate',
      process: 'heat-press',
      match: { suggestion: null, refusal: 'There is no heat press on a material of this family on any machine yet.' },
    };
    const { sent } = open([], {
      status: 422,
      body: { error: { code: 'no-press-numbers', message: 'There are no numbers yet.', field: 'recipe', current } },
    });
    fireEvent.press(await screen.findByText('Set the numbers myself'));
    fireEvent.press(await screen.findByText('Write it down as bare'));
    await waitFor(() =>
      expect(sent.find(({ path, method }) => path === '/api/recipes' && method === 'POST')).toMatchObject({
        body: { materialId: 'gold', machineId: current.machineId, toolId: 'plate', process: 'heat-press' },
      }),
    );
  });

  it('leads to the shop where there is no press', async () => {
    open([], { status: 422, body: { error: { code: 'no-press', message: 'There is no heat press in the shop.' } } });
    expect(await screen.findByText('Add a machine')).toBeTruthy();
  });

  it('has what must be ready ticked off before its start, each tick on top of the one before', async () => {
    const preparation = [
      { id: 'washed', text: 'Garment washed', isSafety: false, isOwn: false, minutes: null },
      { id: 'plate', text: 'Clam stands firm', isSafety: true, isOwn: false, minutes: null },
    ];
    const { sent } = open((so) => [
      {
        ...running,
        state: 'waiting',
        preparation,
        ticked: so.filter(({ path }) => path.endsWith('/ticks')).map(({ body }) => (body as LineTick).line),
      },
    ]);
    expect(await screen.findByText('One line for your safety still to tick')).toBeTruthy();
    fireEvent.press(await screen.findByLabelText('Garment washed'));
    fireEvent.press(await screen.findByLabelText('Clam stands firm'));
    await waitFor(() =>
      expect(sent.filter(({ path }) => path.endsWith('/ticks')).map(({ body }) => body)).toEqual([
        { line: 'washed', isTicked: true },
        { line: 'plate', isTicked: true },
      ]),
    );
    expect(screen.queryByText(/still to tick/)).toBeNull();
    fireEvent.press(screen.getByText('Start'));
    await waitFor(() =>
      expect(sent.find(({ path }) => path.endsWith('/turns'))).toMatchObject({ body: { turn: 'start', at: 0 } }),
    );
  });

  it('goes by what the plate tells, in the unit of its dial: swung over it is not ready, whatever the clock says', async () => {
    const warm = phase({ kind: 'warm-up', seconds: 1, isDown: false });
    const plate = { shownC: 160, dialledC: 155, isReady: false, readyInSeconds: 40 };
    open([{ ...running, unit: '°F', isRead: true, phases: [warm, phase({})] }], undefined, { plate });
    expect(await screen.findByText('320 °F')).toBeTruthy();
    expect(screen.getByText('It has swung over by 9 °F: wait until it is back. Ready in about 40 s.')).toBeTruthy();
  });

  it('says by the server’s clock what is left', async () => {
    open([{ ...running, phases: [phase({ seconds: 3600 })] }]);
    await waitFor(() => {
      const said = screen.getByTestId('left').props['aria-label'] as string;
      expect(Number.parseFloat(said)).toBeGreaterThan(3000);
      expect(Number.parseFloat(said)).toBeLessThanOrEqual(3598);
    });
  });

  it('says that nobody was there, where the phone was off for a day', async () => {
    open([{ ...running, at: 0, phases: [phase({}), corner], since: 1_002_000 - 86_420_000 }]);
    expect(
      await screen.findByText(/^This was over 24 h 0 min ago, and nobody has said so\. If the plate is still down/),
    ).toBeTruthy();
    expect(screen.queryByTestId('left')).toBeNull();
  });

  it('says which two are at odds where there is no window, and offers no start', async () => {
    const none = { needs: 'white', bears: 'jersey', in: 'temperature', wanted: 144, borne: 120, unit: '°C', atC: null };
    open([], { body: { ...view, plan: null, none, phases: [] } });
    expect(
      await screen.findByText(
        'Smooth white needs at least 144 °C; Polyester jersey bears 120 °C. They are 24 °C apart.',
      ),
    ).toBeTruthy();
    expect(screen.queryByText('Begin at Clam')).toBeNull();
  });
});

const inCelsius = {
  show: (value: number, unit: string) => `${value} ${unit}`,
  showDifference: (value: number, unit: string) => `${value} ${unit}`,
};

describe('the words of a press plan', () => {
  it('say what is dialled, and where the plate is set down', () => {
    expect(sayPhase(phase({ place: { turn: 2, of: 3 } }), layers, '°F')).toBe(
      'Plate down at 155 °F, knob at 4 turns: Smooth white. Place 2 of 3.',
    );
    const print = [{ ...layers[0], process: 'sublimate' as const }];
    expect(sayPhase(phase({ kind: 'lay', isDown: false }), print, '°C')).toBe('Smooth white, its ink to the blank.');
    expect(sayPhase(phase({ kind: 'lay', isDown: false, cover: 1 }), layers, '°C')).toBe(
      'Smooth white, its carrier up; the baking paper over it.',
    );
  });

  it('say what a pause does to the heat', () => {
    expect(sayPause(phase({}), 5)).toContain('has 25 % of this pressing');
    expect(sayPause(corner, 5)).toContain('nothing is lost');
  });

  it('say why something is pressed by itself, and why something is peeled early', () => {
    const both = [...layers, { id: 'gold', name: 'Gold' }];
    const apart = {
      because: 'temperature',
      later: 'gold',
      before: 'white',
      wanted: 150,
      borne: 140,
      unit: '°C',
      atC: null,
    } as const;
    expect(sayApart(apart, both, inCelsius)).toContain('one asks for 150 °C at least, the other takes 140 °C at most');
    expect(
      sayApart({ ...apart, because: 'lies over', wanted: null, borne: null, unit: null }, both, inCelsius),
    ).toContain('it lies over it');
    const pressing = { layers: ['white'], dialled: 150, celsius: 150, dwellSeconds: 2, pressure: 4 };
    const white = { id: 'white', name: 'Smooth white', dwellSeconds: 15, rate: 1 };
    expect(sayPeeledEarly(white, pressing, 15)).toBe(
      'Smooth white is peeled after 2 s: it gets the other 13 s under what is pressed later.',
    );
    expect(sayPeeledEarly(white, { ...pressing, dwellSeconds: 15 }, 15)).toBeNull();
  });

  it('say by how many seconds, at which temperature', () => {
    const tight = { needs: 'white', bears: 'gold', in: 'heat', wanted: 20, borne: 20.4, unit: 's', atC: 150 } as const;
    expect(sayAtOdds(tight, [...layers, { id: 'gold', name: 'Gold' }], null, 'Clam', inCelsius)).toContain(
      'narrower than a step',
    );
    const between = { ...tight, in: 'whole seconds', wanted: 2.2, borne: 2.8 } as const;
    expect(sayAtOdds(between, [...layers, { id: 'gold', name: 'Gold' }], null, 'Clam', inCelsius)).toContain(
      'would take 2.2 to 2.8 s at 150 °C: no whole second',
    );
    const odds = { needs: 'white', bears: 'gold', in: 'heat', wanted: 27, borne: 11, unit: 's', atC: 150 } as const;
    expect(sayAtOdds(odds, [...layers, { id: 'gold', name: 'Gold' }], null, 'Clam', inCelsius)).toBe(
      'Smooth white needs 27 s at 150 °C while Gold lies there already, which takes 11 s: 16 s too long.',
    );
  });
});
