import { fireEvent, screen } from '@testing-library/react-native';
import { fineBlade, pageOf, shopAnswers, summary } from '../../testing/fixtures';
import { renderWithBook } from '../../testing/with-book';
import { FilterBar } from '../book/filter-bar';
import { SpeedUpChoice } from './speed-up';
import { WearBar } from '../shop/wear-bar';
import { MaterialShelf } from './material-shelf';

jest.mock('expo-router', () => ({ useRouter: () => ({ push: jest.fn() }) }));

describe('the shelf', () => {
  const open = (onChoose = jest.fn()) => {
    renderWithBook(<MaterialShelf isOpen chosen="navy" machineId="long" onChoose={onChoose} onClose={jest.fn()} />, {
      '/api/recipes': pageOf(summary),
      ...shopAnswers,
    });
    return onChoose;
  };

  it('shows what is in stock by family, with the temper for what is usually done', async () => {
    open();
    expect(await screen.findByText('Outdoor vinyl, navy')).toBeTruthy();
    expect(screen.getByText(/navy roll/)).toBeTruthy();
    expect(screen.getByText('none in stock')).toBeTruthy();
    expect(await screen.findByText('violet')).toBeTruthy();
    expect(screen.getByText('no recipe')).toBeTruthy();
  });

  it('marks what is chosen, and hands over what is taken', async () => {
    const onChoose = open();
    fireEvent.press(await screen.findByText('Veg-tan leather'));
    expect(onChoose).toHaveBeenCalledWith(expect.objectContaining({ id: 'leather' }));
  });
});

describe('narrowing the book down', () => {
  it.each([
    ['process', 'Laser cut', { process: 'laser-cut' }],
    ['machine', 'Long plotter', { machine: 'long' }],
    ['material', 'Outdoor vinyl, navy', { material: 'navy' }],
  ] as const)('by %s', async (name, option, change) => {
    const onChange = jest.fn();
    renderWithBook(<FilterBar filter={{}} onChange={onChange} />, shopAnswers);
    fireEvent.press(screen.getByLabelText(`Narrow down by ${name}`));
    fireEvent.press(await screen.findByText(option));
    expect(onChange).toHaveBeenCalledWith(change);
  });

  it('and widening it again', async () => {
    const onChange = jest.fn();
    renderWithBook(<FilterBar filter={{ process: 'score' }} onChange={onChange} />, shopAnswers);
    fireEvent.press(screen.getByLabelText(/process/i));
    fireEvent.press(await screen.findByText('All processes'));
    expect(onChange).toHaveBeenCalledWith({ process: '' });
  });
});

describe('a tool’s life', () => {
  it.each([
    [{ wear: 412, life: 2500 }, /^2.?088 m left of about 2500 m$/],
    [{ wear: 2400, life: 2500 }, /^near its end: 100 m left of about 2500 m$/],
    [{ wear: 2700, life: 2500 }, /^near its end: 0 m left/],
    [{ wear: 50, life: null }, /^no known end of its life$/],
  ])('%j', (worn, words) => {
    renderWithBook(<WearBar tool={{ ...fineBlade, ...worn }} />);
    expect(screen.getByText(words)).toBeTruthy();
  });
});

describe('the speed of the stand-in', () => {
  it('is true, or faster for those who only look', () => {
    const onChange = jest.fn();
    renderWithBook(<SpeedUpChoice speedUp={1} onChange={onChange} />);
    fireEvent.press(screen.getByLabelText('60 times faster'));
    expect(onChange).toHaveBeenCalledWith(60);
  });
});
