import { fireEvent, render, screen } from '@testing-library/react-native';
import { longPlotter } from '../../../core/testing/shop';
import { SettingsForm } from './settings-form';
import { settingsText } from './settings-line';

const machine = { ...longPlotter, version: 1, isArchived: false };
const kissCut = { depth: 2, force: 16, speed: 5, passes: 1, overcut: 0.4 };

describe('the page of numbers', () => {
  it('asks for what the process takes, in the order of the machine', () => {
    render(<SettingsForm machine={machine} process="kiss-cut" settings={kissCut} onChange={() => undefined} />);
    const labels = ['Blade depth', 'Force', 'Speed', 'Passes', 'Overcut'];
    for (const label of labels) expect(screen.getByLabelText(label)).toBeTruthy();
    const shown = screen
      .getAllByText(/^(Blade depth|Force|Speed|Passes|Overcut)$/)
      .map((node) => String(node.props.children));
    expect(shown).toEqual(labels);
  });

  it('hands on the whole recipe with the one number changed, and the server’s own sentence for a wrong one', () => {
    const onChange = jest.fn();
    render(
      <SettingsForm machine={machine} process="kiss-cut" settings={{ ...kissCut, force: 44 }} onChange={onChange} />,
    );
    expect(screen.getByText("Long plotter's force goes from 1 to 40; 44 was given.")).toBeTruthy();
    fireEvent.press(screen.getByLabelText('Overcut up by 0.1 mm'));
    expect(onChange).toHaveBeenCalledWith({ ...kissCut, force: 44, overcut: 0.5 }, {});
  });

  it('says a recipe in a line without what goes without saying', () => {
    expect(settingsText(kissCut)).toBe('depth 2, force 16, speed 5, overcut 0.4');
    expect(settingsText({ ...kissCut, passes: 2 })).toBe('depth 2, force 16, speed 5, passes 2, overcut 0.4');
  });
});
