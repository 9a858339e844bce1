import { fireEvent, screen } from '@testing-library/react-native';
import { Text } from 'react-native';
import { renderWithBook } from '../testing/with-book';
import { Enlarged } from './enlarged';

describe('a picture that is looked at closer', () => {
  it('is drawn larger step by step, and small again', async () => {
    renderWithBook(
      <Enlarged label="The sheet" maxHeight={100}>
        {(maxHeight) => <Text>{`up to ${maxHeight} px`}</Text>}
      </Enlarged>,
      {},
    );
    expect(await screen.findByText('up to 100 px')).toBeTruthy();
    expect(
      screen.getByLabelText('Smaller').props.accessibilityState?.disabled ??
        screen.getByLabelText('Smaller').props['aria-disabled'],
    ).toBe(true);
    fireEvent.press(screen.getByLabelText('Larger'));
    fireEvent.press(screen.getByLabelText('Larger'));
    expect(screen.getByText('up to 400 px')).toBeTruthy();
    expect(screen.getByLabelText('The sheet, 4 times as large')).toBeTruthy();
    fireEvent.press(screen.getByLabelText('Smaller'));
    expect(screen.getByText('2 × as large')).toBeTruthy();
  });
});
