import type { StepWork } from '@keen-anvil/core/steps';
import type { Finding } from '@keen-anvil/core/preflight';
import { fireEvent, screen } from '@testing-library/react-native';
import { longPlotter } from '../../../core/testing/shop';
import { job } from '../../testing/job-fixtures';
import { renderWithBook } from '../../testing/with-book';
import { ChecksView } from './checks-view';
import type { InspectedStep, StepBed } from './use-inspections';

const bed = {
  machine: longPlotter,
  material: { name: 'Outdoor vinyl, navy' },
  piece: { name: 'navy roll' },
} as StepBed;
const finding = (over: Partial<Finding>): Finding => ({
  code: 'small-detail',
  severity: 'warn',
  message: 'One place is too narrow.',
  mend: 'Make it bolder.',
  places: [{ minX: 1, minY: 2, maxX: 3, maxY: 4 }],
  ...over,
});
const inspected = (
  findings: Finding[] | null,
  { hasRecipe = true, isSkipped = false, hasBed = true } = {},
): InspectedStep => ({
  step: {
    id: 'step-1',
    position: 0,
    isSkipped,
    match: { recipe: hasRecipe ? {} : null, settings: null, variant: null, suggestion: null, refusal: null },
  } as unknown as StepWork,
  bed: hasBed ? bed : null,
  inspection: {
    data: findings && { findings },
    isFetching: findings === null,
    isError: false,
  } as InspectedStep['inspection'],
});
const show = (step: InspectedStep) => {
  const onShow = jest.fn();
  renderWithBook(<ChecksView job={job} steps={[step]} onShow={onShow} />);
  return onShow;
};

describe('the list of checks', () => {
  it('leads to the place of a finding', () => {
    const narrow = finding({});
    const onShow = show(inspected([narrow]));
    fireEvent.press(screen.getByLabelText('Show me where: One place is too narrow.'));
    expect(onShow).toHaveBeenCalledWith(expect.objectContaining({ id: 'step-1' }), narrow);
  });

  it('tells what has to be put right from what should be looked at, in words', () => {
    show(inspected([finding({ code: 'off-sheet', severity: 'stop', message: 'Over the edge.' }), finding({})]));
    expect(screen.getByText('Has to be put right')).toBeTruthy();
    expect(screen.getByText('Look at this')).toBeTruthy();
  });

  it('offers no place where there is none', () => {
    show(inspected([finding({ places: [] })]));
    expect(screen.queryByText('Show me where')).toBeNull();
  });

  it('says when all is well, when it is still looking, and when it cannot begin', () => {
    show(inspected([]));
    expect(screen.getByText('Nothing stands in its way.')).toBeTruthy();
    screen.unmount();
    show(inspected(null));
    expect(screen.getByText('Checking …')).toBeTruthy();
    expect(screen.queryByText('Nothing stands in its way.')).toBeNull();
    screen.unmount();
    show(inspected(null, { hasBed: false }));
    expect(screen.getByText('The checks begin once the material is chosen.')).toBeTruthy();
  });

  it('does not call a step well that has no recipe, and leaves out what is skipped', () => {
    show(inspected([], { hasRecipe: false }));
    expect(screen.getByText('There is no recipe for this step.')).toBeTruthy();
    expect(screen.queryByText('Nothing stands in its way.')).toBeNull();
    screen.unmount();
    show(inspected([], { isSkipped: true }));
    expect(screen.queryByText(/Step 1/)).toBeNull();
  });
});
