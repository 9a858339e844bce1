import { fireEvent, render, screen } from '@testing-library/react-native';
import { useState } from 'react';
import { StepNumber } from './step-number';

function Force({ start = 16, onChange }: { start?: number; onChange?: (value: number) => void }) {
  const [value, setValue] = useState(start);
  return (
    <StepNumber
      label="Force"
      unit=""
      min={1}
      max={40}
      step={1}
      value={value}
      was={16}
      problem={value > 40 ? "Long plotter's force goes from 1 to 40; 44 was given." : null}
      onChange={(next) => {
        setValue(next);
        onChange?.(next);
      }}
    />
  );
}

const field = () => screen.getByLabelText('Force');

describe('a number in the machine’s own steps', () => {
  it('goes up and down by one step and shows what it was', () => {
    render(<Force />);
    fireEvent.press(screen.getByLabelText('Force up by 1'));
    fireEvent.press(screen.getByLabelText('Force up by 1'));
    expect(field().props.value).toBe('18');
    expect(screen.getByText(/was 16/)).toBeTruthy();
    fireEvent.press(screen.getByLabelText('Force down by 1'));
    expect(field().props.value).toBe('17');
  });

  it('does not step over the ends of the scale', () => {
    const onChange = jest.fn();
    render(<Force start={40} onChange={onChange} />);
    fireEvent.press(screen.getByLabelText('Force up by 1'));
    expect(onChange).not.toHaveBeenCalled();
  });

  it('takes what is typed, a decimal comma too, and says what is wrong with it', () => {
    const onChange = jest.fn();
    render(<Force onChange={onChange} />);
    fireEvent.changeText(field(), '17,5');
    expect(onChange).toHaveBeenLastCalledWith(17.5);
    fireEvent.changeText(field(), '44');
    expect(screen.getByText("Long plotter's force goes from 1 to 40; 44 was given.")).toBeTruthy();
  });

  it('leaves half-typed text alone until it is a number', () => {
    const onChange = jest.fn();
    render(<Force onChange={onChange} />);
    fireEvent.changeText(field(), '');
    expect(field().props.value).toBe('');
    expect(onChange).not.toHaveBeenCalled();
    fireEvent(field(), 'blur');
    expect(field().props.value).toBe('16');
  });
});
