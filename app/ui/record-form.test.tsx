import { act, fireEvent, screen, waitFor } from '@testing-library/react-native';
import { renderWithBook } from '../testing/with-book';
import { keepsOnThisDevice } from '../testing/local-shelf';
import { readDraft } from './use-draft';
import { draftProblem, RecordForm, type FormField } from './record-form';

keepsOnThisDevice();

const fields: FormField[] = [
  { name: 'name', label: 'Name', kind: 'text', isNeeded: true },
  { name: 'thicknessMm', label: 'Thickness', kind: 'number', unit: 'mm', min: 0.005, max: 200, isNeeded: true },
  { name: 'heatLimitC', label: 'Bears heat up to', kind: 'number', unit: '°C', min: 30, max: 1000 },
  { name: 'tanning', label: 'Tanning', kind: 'choice', choices: ['vegetable', 'chrome'] },
];
const open = (over: Partial<Parameters<typeof RecordForm>[0]> = {}) => {
  const onSubmit = jest.fn();
  renderWithBook(
    <RecordForm
      sections={[{ title: 'The material', fields }]}
      values={{ name: 'Belt leather', thicknessMm: 3, heatLimitC: null, tanning: 'chrome' }}
      draftName="test"
      submit="Write it down"
      isSubmitting={false}
      error={null}
      onSubmit={onSubmit}
      {...over}
    />,
  );
  return onSubmit;
};

describe('a form over a table of fields', () => {
  it('hands on numbers as numbers, empty ones as nothing, and choices by their name', async () => {
    const onSubmit = open();
    fireEvent.press(screen.getByLabelText('vegetable'));
    fireEvent.press(screen.getByText('Write it down'));
    await waitFor(() =>
      expect(onSubmit).toHaveBeenCalledWith(
        { name: 'Belt leather', thicknessMm: 3, heatLimitC: null, tanning: 'vegetable' },
        {},
        expect.any(Function),
      ),
    );
  });

  it('keeps nothing of what was typed once it is written down', async () => {
    const onSubmit = open();
    fireEvent.changeText(screen.getByLabelText('Name'), 'Belt leather, tan');
    expect(readDraft('test')).toMatchObject({ name: 'Belt leather, tan' });
    fireEvent.press(screen.getByText('Write it down'));
    await waitFor(() => expect(onSubmit).toHaveBeenCalled());
    void act(() => onSubmit.mock.calls[0][2]());
    expect(readDraft('test')).toBeNull();
  });

  it('takes a number in another unit, and keeps how it was typed', async () => {
    const onSubmit = open();
    fireEvent.changeText(screen.getByLabelText('Thickness'), '0,125 in');
    fireEvent.changeText(screen.getByLabelText('Bears heat up to'), '320 F');
    fireEvent.press(screen.getByText('Write it down'));
    await waitFor(() => expect(onSubmit).toHaveBeenCalled());
    expect(onSubmit.mock.calls[0][0]).toMatchObject({ thicknessMm: 3.175, heatLimitC: 160 });
    expect(onSubmit.mock.calls[0][1]).toEqual({
      thicknessMm: { text: '0,125', unit: 'in' },
      heatLimitC: { text: '320', unit: '°F' },
    });
  });

  it('begins with what was typed, not with what it was turned into', () => {
    open({ typed: { thicknessMm: { text: '0.125', unit: 'in' } } });
    expect(screen.getByDisplayValue('0.125 in')).toBeTruthy();
  });

  it('says beneath each field what is wrong, and hands nothing on', async () => {
    const onSubmit = open();
    fireEvent.changeText(screen.getByLabelText('Name'), ' ');
    fireEvent.changeText(screen.getByLabelText('Thickness'), '900');
    fireEvent.press(screen.getByText('Write it down'));
    expect(await screen.findByText('Name: this is needed.')).toBeTruthy();
    expect(screen.getByText('Thickness goes from 0.005 to 200 mm; 900 was given.')).toBeTruthy();
    expect(onSubmit).not.toHaveBeenCalled();
  });

  it('checks a draft by its field', () => {
    expect(draftProblem(fields[1], '3', 'mm')).toBeUndefined();
    expect(draftProblem(fields[1], '3 °C', 'mm')).toContain('“3 °C” is no number');
    expect(draftProblem(fields[2], '', '°C')).toBeUndefined();
    expect(draftProblem(fields[3], 'oak', '')).toContain('is one of vegetable, chrome');
  });
});
