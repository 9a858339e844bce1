import type { StepView } from '@keen-anvil/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react-native';
import { machines, navy, tools } from '../../testing/fixtures';
import { job, part, step } from '../../testing/job-fixtures';
import { asked } from '../../testing/asked';
import { renderWithBook } from '../../testing/with-book';
import { SheetView } from './sheet-view';
import type { InspectedStep } from './use-inspections';

jest.mock('./sheet-picture', () => ({ pictureOf: () => ({}), SheetPicture: () => null }));

const parts = ['4', '8'].map((name) => ({
  id: `part ${name}`,
  name,
  path: 'M0 0',
  bounds: { minX: 0, minY: 0, maxX: 9, maxY: 9 },
  contours: [],
}));
const twoParts = { ...step, parts: parts.map(({ id, name }) => ({ ...part(), id, name })) };
const bed = { machine: machines[0], material: navy, piece: navy.pieces[0], tool: tools[0] };
const inspected = (change: Partial<StepView> = {}, more: object = {}) =>
  ({
    step: { ...twoParts, ...change },
    bed,
    inspection: { data: { parts, seconds: 9, isRough: false, cutMm: 1480, travelMm: 260, findings: [] } },
    ...more,
  }) as unknown as InspectedStep;
const show = (
  shown = inspected(),
  answers: Record<string, { status?: number; body: unknown }> = { '/api/jobs/job-1/actions': { body: job } },
) => renderWithBook(<SheetView jobId="job-1" inspected={shown} places={[]} maxHeight={300} />, answers);

describe('the sheet of a step', () => {
  it('says what it is, and how far the tool goes down and up', () => {
    show();
    expect(screen.getByText('navy roll, 305 × 4200 mm')).toBeTruthy();
    expect(screen.getByText(/1[.,]48 m down, 0[.,]26 m up/)).toBeTruthy();
    expect(screen.queryByText('reads reversed')).toBeNull();
  });

  it('is stamped where it reads reversed', () => {
    show(inspected({ mirrored: true }));
    expect(screen.getByText('reads reversed')).toBeTruthy();
  });

  it.each([
    ['Nudge left', -1, 0],
    ['Nudge right', 1, 0],
    ['Nudge towards the lead edge', 0, -1],
    ['Nudge away from the lead edge', 0, 1],
  ])('“%s” moves all parts by one step', async (label, dxMm, dyMm) => {
    const { sent } = show();
    fireEvent.press(screen.getByLabelText(label));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')).toEqual({
        path: '/api/jobs/job-1/actions',
        method: 'POST',
        body: asked({ do: 'nudge-parts', stepId: 'step-1', partIds: ['part 4', 'part 8'], dxMm, dyMm }),
      }),
    );
  });

  it('moves a chosen part alone, by the step that is set', async () => {
    const { sent } = show();
    fireEvent.press(screen.getByLabelText('8'));
    expect(screen.getByText('Nudge the chosen part')).toBeTruthy();
    fireEvent.press(screen.getByLabelText(/Nudge step up/));
    fireEvent.press(screen.getByLabelText('Nudge right'));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')?.body).toEqual(
        asked({ do: 'nudge-parts', stepId: 'step-1', partIds: ['part 8'], dxMm: 1.5, dyMm: 0 }),
      ),
    );
    // Chosen twice is not chosen.
    fireEvent.press(screen.getByLabelText('8'));
    expect(screen.getByText('Nudge all parts')).toBeTruthy();
  });

  it('says why a part was not moved', async () => {
    show(inspected(), {
      '/api/jobs/job-1/actions': {
        status: 409,
        body: { error: { code: 'running', message: 'This job is on the machine.' } },
      },
    });
    fireEvent.press(screen.getByLabelText('Nudge left'));
    expect(await screen.findByText('This job is on the machine.')).toBeTruthy();
  });

  it('says what to do first where there is none, and waits where it is being worked out', () => {
    show(inspected({}, { bed: null }));
    expect(screen.getByText('No sheet yet')).toBeTruthy();
    show(inspected({}, { inspection: { isError: true, error: new Error('The tool path takes too long.') } }));
    expect(screen.getByText('The tool path takes too long.')).toBeTruthy();
    show(inspected({}, { inspection: {} }));
    expect(screen.getByLabelText('Loading')).toBeTruthy();
  });
});
