import { fireEvent, render, screen } from '@testing-library/react-native';
import { Text } from 'react-native';
import { Picture } from './picture';
import { UnitsProvider, useUnits } from './units';

function Inches() {
  const { choose } = useUnits();
  return <Text onPress={() => choose('length', 'in')}>Inches</Text>;
}

describe('a picture', () => {
  it('says its lengths in the maker’s unit', () => {
    render(
      <UnitsProvider>
        <Inches />
        <Picture label="The drawing, 254 by 127 mm, 3 parts" width={10} height={10} />
      </UnitsProvider>,
    );
    expect(screen.getByLabelText('The drawing, 254 by 127 mm, 3 parts')).toBeTruthy();
    fireEvent.press(screen.getByText('Inches'));
    expect(screen.getByLabelText('The drawing, 10 by 5 in, 3 parts')).toBeTruthy();
  });
});
