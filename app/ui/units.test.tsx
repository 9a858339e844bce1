import { act, fireEvent, render, screen } from '@testing-library/react-native';
import { Text } from 'react-native';
import { Chips } from './chips';
import { UnitsProvider, useUnits } from './units';

function Shown() {
  const units = useUnits();
  return (
    <>
      <Text>
        {[
          units.show(12.7, 'mm'),
          units.show(160, '°C'),
          units.show(25.4, 'mm/s'),
          units.show(18, ''),
          units.show(5, 'clicks'),
          units.showDifference(5, '°C'),
        ].join(' | ')}
      </Text>
      <Chips
        label="Lengths"
        options={[
          { value: 'mm', label: 'mm' },
          { value: 'in', label: 'in' },
        ]}
        chosen={units.chosen.length}
        onChoose={(unit) => units.choose('length', unit)}
      />
      <Text onPress={() => units.choose('temperature', '°F')}>hotter</Text>
    </>
  );
}

describe('units as the maker prefers them', () => {
  it('are millimetres, degrees Celsius and mm/s to begin with; bare numbers stay bare', () => {
    render(
      <UnitsProvider>
        <Shown />
      </UnitsProvider>,
    );
    expect(screen.getByText('12.7 mm | 160 °C | 25.4 mm/s | 18 | 5 clicks | 5 °C')).toBeTruthy();
  });

  it('turn over everywhere at once, and only what is of their kind', () => {
    render(
      <UnitsProvider>
        <Shown />
      </UnitsProvider>,
    );
    fireEvent.press(screen.getByLabelText('in'));
    expect(screen.getByText('0.5 in | 160 °C | 25.4 mm/s | 18 | 5 clicks | 5 °C')).toBeTruthy();
    act(() => void fireEvent.press(screen.getByText('hotter')));
    expect(screen.getByText('0.5 in | 320 °F | 25.4 mm/s | 18 | 5 clicks | 9 °F')).toBeTruthy();
    expect(
      screen.getByLabelText('in').props.accessibilityState ?? screen.getByLabelText('in').props['aria-checked'],
    ).toBeTruthy();
  });
});
