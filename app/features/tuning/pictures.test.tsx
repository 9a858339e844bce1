import { OUTCOMES, PROCESS_NAMES, type Outcome, type ProcessName } from '@keen-anvil/core/recipes';
import { fireEvent, screen } from '@testing-library/react-native';
import { Path } from 'react-native-svg';
import { machines, recipe } from '../../testing/fixtures';
import { shape, tuning, withSheet } from '../../testing/tuning-fixtures';
import { renderWithBook } from '../../testing/with-book';
import { OutcomeKeys } from '../book/outcome-keys';
import { TrialSheetPicture } from './trial-sheet-picture';
import { TrialList } from './trial-list';
import { saidChanges, saidFault } from './trial-words';

const drawn = (shown = tuning) => {
  renderWithBook(<TrialSheetPicture tuning={shown} maxHeight={300} />);
  const sheet = screen.getByTestId('trial-sheet');
  fireEvent(sheet, 'layout', { nativeEvent: { layout: { width: 360, height: 300, x: 0, y: 0 } } });
  return sheet;
};

describe('the picture of a trial sheet', () => {
  it('says in words what lies on it', () => {
    expect(drawn().props['aria-label']).toBe('navy roll, 305 × 400 mm. No trials yet');
    expect(
      drawn(
        withSheet('done', [
          { ...shape, outcome: 'under' },
          { ...shape, id: 'shape-2', number: 2, at: { x: 24, y: 12 } },
        ]),
      ).props['aria-label'],
    ).toBe('navy roll, 305 × 400 mm. trial 1: hangs in places; trial 2: not scored');
  });

  it('shows of a place that was gone over again only the last time', () => {
    const again = { ...shape, id: 'shape-2', onTopOf: [shape.settings], outcome: 'right' as const };
    expect(drawn(withSheet('done', [{ ...shape, outcome: 'under' }, again])).props['aria-label']).toBe(
      'navy roll, 305 × 400 mm. trial 1: clean',
    );
  });

  it('draws the piece as it is cut, and each shape as what it is', () => {
    drawn({
      ...tuning,
      scrap: {
        ...tuning.scrap,
        outline: [
          { x: 0, y: 0 },
          { x: 90, y: 0 },
          { x: 0, y: 70 },
        ],
      },
    });
    const [outline] = screen.UNSAFE_getAllByType(Path);
    expect(outline.props.d).toBe('M0.00 0.00L90.00 0.00L0.00 70.00Z');
    const before = screen.UNSAFE_getAllByType(Path).length;
    drawn(withSheet('done', [{ ...shape, outcome: 'right' }]));
    expect(screen.UNSAFE_getAllByType(Path).length).toBeGreaterThan(before);
  });
});

describe('the keys for an outcome', () => {
  const show = (
    process: ProcessName,
    more: { seen?: Outcome | null; where?: string; isBusy?: boolean; onChoose?: jest.Mock } = {},
  ) =>
    renderWithBook(
      <OutcomeKeys
        process={process}
        colour="#1d2f5c"
        seen={more.seen ?? null}
        where={more.where}
        isBusy={more.isBusy ?? false}
        onChoose={more.onChoose ?? jest.fn()}
      />,
    );

  it.each(PROCESS_NAMES)('of %s are five, each with its drawing', (process) => {
    show(process);
    expect(screen.getAllByRole('button')).toHaveLength(OUTCOMES.length);
  });

  it('hand over what is chosen, once', () => {
    const onChoose = jest.fn();
    show('kiss-cut', { onChoose });
    fireEvent.press(screen.getByText('clean'));
    expect(onChoose.mock.calls).toEqual([['right']]);
  });

  it('do nothing while a verdict is under way', () => {
    const onChoose = jest.fn();
    show('kiss-cut', { onChoose, isBusy: true });
    fireEvent.press(screen.getByText('clean'));
    expect(onChoose).not.toHaveBeenCalled();
  });

  it('mark what the stand-in saw, and where it was wrong; what is right is wrong nowhere', () => {
    show('kiss-cut', { seen: 'under', where: 'at the corners' });
    expect(screen.getByText('the stand-in saw this, at the corners')).toBeTruthy();
    show('kiss-cut', { seen: 'right', where: 'all along' });
    expect(screen.getByText('the stand-in saw this')).toBeTruthy();
  });
});

describe('what was tried', () => {
  it('is said in the machine’s words, the newest first', () => {
    const second = {
      ...shape,
      id: 'shape-2',
      number: 2,
      settings: { ...shape.settings, force: 18, speed: 4 },
      outcome: 'right' as const,
    };
    renderWithBook(
      <TrialList tuning={withSheet('done', [{ ...shape, outcome: 'under' }, second])} machine={machines[0]} />,
    );
    const [newest, oldest] = [screen.getByText('Force 18, Speed 4'), screen.getByText('as begun with')];
    expect(newest).toBeTruthy();
    expect(oldest).toBeTruthy();
    expect(screen.getByText('clean')).toBeTruthy();
  });

  it('says nothing where nothing was, and names only what differs', () => {
    renderWithBook(<TrialList tuning={tuning} machine={machines[0]} />);
    expect(screen.queryByTestId('trials')).toBeNull();
    expect(saidChanges(machines[0], 'kiss-cut', { ...recipe.settings, depth: 3 }, recipe.settings)).toBe(
      'Blade depth 3 clicks',
    );
    expect([
      saidFault({ seenFault: 'corners' }),
      saidFault({ seenFault: 'depth' }),
      saidFault({ seenFault: null }),
    ]).toEqual(['at the corners', 'all along', null]);
  });
});
