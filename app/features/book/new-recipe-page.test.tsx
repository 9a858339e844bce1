import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { pageOf, recipe, shopAnswers, suggestion, summary } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { NewRecipePage } from './new-recipe-page';

const mockReplace = jest.fn();
let mockMaterial: string | undefined = 'navy';
jest.mock('expo-router', () => ({
  useRouter: () => ({ push: jest.fn(), replace: mockReplace, back: jest.fn(), canGoBack: () => false }),
  useLocalSearchParams: () => ({ material: mockMaterial }),
}));

const open = (answers: Parameters<typeof renderWithBook>[1] = {}) =>
  renderWithBook(<NewRecipePage />, {
    ...answers,
    '/api/suggestion': answers['/api/suggestion'] ?? { body: { suggestion, refusal: null } },
    '/api/recipes?': answers['/api/recipes?'] ?? pageOf(),
    '/api/recipes': { status: 201, body: recipe },
    ...shopAnswers,
  });

describe('a recipe for a place that has none', () => {
  afterEach(() => void (mockMaterial = 'navy'));

  it('starts from the suggestion, and writes down what it leans on', async () => {
    const { sent } = open();
    expect(await screen.findByText(/could be off by two steps of force either way/)).toBeTruthy();
    expect(
      screen.getByText(/Outdoor vinyl, white on Long plotter \(60 %\), Outdoor vinyl, teal on Long plotter \(40 %\)/),
    ).toBeTruthy();
    fireEvent.press(screen.getByText('Start with it'));
    await waitFor(() => expect(mockReplace).toHaveBeenCalled());
    expect(sent.find((request) => request.path === '/api/recipes' && request.method === 'POST')!.body).toMatchObject({
      materialId: 'navy',
      machineId: 'long',
      toolId: 'fine',
      process: 'kiss-cut',
      settings: suggestion.settings,
      source: 'carried-over',
      reason: expect.stringContaining('Leaned on Outdoor vinyl, white on Long plotter 60 %'),
    });
  });

  it('says why the book cannot say, and lets the maker set the numbers', async () => {
    const { sent } = open({
      '/api/suggestion': { body: { suggestion: null, refusal: 'It would be a guess: the scale was never measured.' } },
    });
    expect(await screen.findByText('It would be a guess: the scale was never measured.')).toBeTruthy();
    fireEvent.press(screen.getByText('Set the numbers myself'));
    fireEvent.changeText(screen.getByLabelText('Force'), '44');
    expect(screen.getByText("Long plotter's force goes from 1 to 40; 44 was given.")).toBeTruthy();
    fireEvent.press(screen.getByText('Write it down'));
    expect(sent.some((request) => request.path === '/api/recipes' && request.method === 'POST')).toBe(false);
    fireEvent.changeText(screen.getByLabelText('Force'), '14');
    fireEvent.press(screen.getByText('Set overcut'));
    fireEvent.press(screen.getByLabelText('a guess'));
    fireEvent.press(screen.getByText('Write it down'));
    await waitFor(() =>
      expect(sent.find((request) => request.path === '/api/recipes' && request.method === 'POST')?.body).toMatchObject({
        settings: { force: 14, speed: 1, passes: 1, overcut: 0.5 },
        source: 'guess',
      }),
    );
  });

  it('opens the one that is there instead of making another', async () => {
    open({ '/api/recipes?': pageOf(summary) });
    expect(await screen.findByText('It is in the book already')).toBeTruthy();
    expect(screen.queryByText('Start with it')).toBeNull();
  });

  it('takes the machine and tool that can do what the material is usually worked by', async () => {
    mockMaterial = 'leather';
    open();
    expect(await screen.findByText('Laser cut')).toBeTruthy();
    expect(screen.getByText('Diode')).toBeTruthy();
    expect(screen.getByText('Head of the Diode')).toBeTruthy();
  });

  it('says what comes first in an empty shop', async () => {
    renderWithBook(<NewRecipePage />, {
      '/api/machines': { body: [] },
      '/api/tools': { body: [] },
      '/api/materials': { body: [] },
    });
    expect(await screen.findByText('First a machine, a tool and a material')).toBeTruthy();
  });
});
