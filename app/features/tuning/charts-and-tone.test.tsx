import type { RecipeDetail, ToneLadderView, WindowView } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { recipe, shopAnswers } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { ChartsPage } from './charts-page';
import { measurePatches } from './measure-photo';
import { TonePage } from './tone-page';

const mockRouter = {
  setParams: jest.fn(),
  push: jest.fn(),
  replace: jest.fn(),
  back: jest.fn(),
  canGoBack: () => false,
};
jest.mock('expo-router', () => ({ useRouter: () => mockRouter, useLocalSearchParams: () => ({}) }));

const window: WindowView = {
  x: 'force',
  y: 'passes',
  xs: [1, 14, 27, 40],
  ys: [1, 2],
  right: [
    [0, 0.8, 0.3, 0],
    [0.1, 0.4, 0, 0],
  ],
};
const at = (path: string) => `/api/recipes/${recipe.id}${path}`;

describe('charts', () => {
  it('say in words what they show', async () => {
    renderWithBook(<ChartsPage recipeId={recipe.id} />, {
      [at('/window')]: { body: window },
      [at('')]: { body: recipe },
      ...shopAnswers,
    });
    expect((await screen.findByTestId('trials-chart')).props['aria-label']).toBe(
      'Force of the last 2 trials and runs, oldest first: 12 hangs in places, 16 clean',
    );
    expect((await screen.findByTestId('window-map')).props['aria-label']).toBe(
      'Most likely “clean” (80 %) at force 14 and passes 1 ×. 2 trials and runs lie on the map.',
    );
    expect(screen.getByText(/Too little is known of this tool’s wear/)).toBeTruthy();
  });

  it('draw the window over any two dials', async () => {
    const { sent } = renderWithBook(<ChartsPage recipeId={recipe.id} />, {
      [at('/window')]: { body: window },
      [at('')]: { body: recipe },
      ...shopAnswers,
    });
    fireEvent.press((await screen.findAllByLabelText('Speed'))[1]);
    await waitFor(() => expect(sent.some(({ path }) => path.endsWith('/window?x=force&y=speed'))).toBe(true));
    // The same dial twice makes no map: they change places.
    fireEvent.press(screen.getAllByLabelText('Force')[1]);
    await waitFor(() => expect(sent.some(({ path }) => path.endsWith('/window?x=speed&y=force'))).toBe(true));
  });

  it('follow the tool’s wear where it was written down', async () => {
    const evidence = [400, 200].map((toolWear, i) => ({
      ...recipe.evidence[0],
      id: `w${i}`,
      toolWear,
      settings: { ...recipe.settings, force: 16 - i },
    }));
    renderWithBook(<ChartsPage recipeId={recipe.id} />, {
      [at('/window')]: { body: window },
      [at('')]: { body: { ...recipe, evidence } },
      ...shopAnswers,
    });
    expect((await screen.findByTestId('drift-chart')).props['aria-label']).toBe(
      'Right with force 15 at 200 m, 16 at 400 m',
    );
  });

  it('say what to do first where nothing was tried', async () => {
    renderWithBook(<ChartsPage recipeId={recipe.id} />, {
      [at('')]: { body: { ...recipe, evidence: [] } },
      ...shopAnswers,
    });
    expect(await screen.findByText('Nothing to draw yet')).toBeTruthy();
  });
});

describe('a tone ladder', () => {
  const engraving: RecipeDetail = {
    ...recipe,
    process: 'laser-area',
    settings: { power: 40, speed: 3000, interval: 0.1, passes: 1 },
    machine: { id: 'diode', name: 'Diode' },
    tool: { id: 'head', name: 'Head of the Diode', kind: 'laser-head' },
  };
  const open = (kept: ToneLadderView | null, more: Record<string, { status?: number; body: unknown }> = {}) =>
    renderWithBook(<TonePage recipeId={recipe.id} />, {
      ...more,
      [at('/tone')]: { body: kept },
      [at('')]: { body: engraving },
      ...shopAnswers,
    });

  it('is scored patch by patch; nothing can be kept before', async () => {
    const { sent } = open(null);
    expect(await screen.findByText('Not scored yet')).toBeTruthy();
    fireEvent.press(screen.getByText('Keep the curve with the recipe'));
    expect(sent.filter(({ method }) => method === 'PUT')).toEqual([]);
    fireEvent.press(screen.getAllByLabelText(/Darkness up by 1/)[7]);
    expect(await screen.findByTestId('tone-chart')).toBeTruthy();
  });

  it('is burnt on the stand-in, and kept', async () => {
    const { sent } = open(null, { [at('/tone/stand-in')]: { body: [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8] } });
    fireEvent.press(await screen.findByText('Stronger where it is dark'));
    fireEvent.press(await screen.findByText('Burn it on the stand-in'));
    const chart = await screen.findByTestId('tone-chart');
    expect(chart.props['aria-label']).toMatch(/^Power \d+: 10 % give or take 3; /);
    fireEvent.press(screen.getByText('Keep the curve with the recipe'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'PUT')?.body).toMatchObject({
        way: 'by power',
        quantity: 'power',
        patches: expect.arrayContaining([{ value: expect.any(Number), darkness: 0.8 }]),
      }),
    );
  });

  it('is of the dots that a picture will be made of, by how much they cover', async () => {
    const { sent } = open(null, { [at('/tone/stand-in')]: { body: [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8] } });
    fireEvent.press(await screen.findByText('Round dots that grow'));
    fireEvent.press(await screen.findByText('Burn it on the stand-in'));
    expect((await screen.findByTestId('tone-chart')).props['aria-label']).toMatch(/^Covered 5: 10 %/);
    fireEvent.press(screen.getByText('Keep the curve with the recipe'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'PUT')?.body).toMatchObject({
        way: 'halftone',
        quantity: 'cover',
        patches: expect.arrayContaining([{ value: 100, darkness: 0.8 }]),
      }),
    );
  });

  it('shows the curve that is kept', async () => {
    open({
      way: 'by power',
      quantity: 'power',
      patches: [
        { value: 10, darkness: 0.2 },
        { value: 40, darkness: 0.7 },
      ],
      madeAt: '2026-11-01T10:00:00Z',
    });
    fireEvent.press(await screen.findByText('Stronger where it is dark'));
    expect((await screen.findByTestId('tone-chart')).props['aria-label']).toBe(
      'Power 10: 20 % give or take 3; Power 40: 70 % give or take 3',
    );
  });
});

describe('measuring a ladder in a photo', () => {
  const corners = [
    { x: 20, y: 40 },
    { x: 180, y: 40 },
    { x: 180, y: 80 },
    { x: 20, y: 80 },
  ];
  const shares: [number, number][] = [
    [0, 0.25],
    [0.25, 0.5],
    [0.5, 0.75],
    [0.75, 1],
  ];

  it('reads each patch against the bare material above it, whatever the light', () => {
    // Brighter to the right, and four patches of 20, 40, 60 and 80 % between the corners.
    const light = (x: number) => 0.5 + x / 500;
    const picture = {
      width: 200,
      height: 120,
      at: (x: number, y: number) =>
        light(x) * (y >= 40 && y < 80 && x >= 20 && x < 180 ? 1 - 0.2 * (1 + Math.floor((x - 20) / 40)) : 1),
    };
    measurePatches(picture, corners, shares).forEach((darkness, i) => expect(darkness).toBeCloseTo(0.2 * (i + 1), 1));
  });

  it('has no number for what lies outside the photo', () => {
    const picture = { width: 60, height: 120, at: () => 0.5 };
    expect(measurePatches(picture, corners, shares)[3]).toBeNaN();
  });
});
