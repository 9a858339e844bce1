import { fireEvent, screen } from '@testing-library/react-native';
import { Text } from 'react-native';
import { renderWithBook } from '../testing/with-book';
import { Boundary } from './boundary';
import { Leaf } from './leaf';

let isBroken = true;
function Fragile() {
  if (isBroken) throw new Error('The scale has no steps.');
  return <Text>whole again</Text>;
}

describe('what breaks', () => {
  beforeEach(() => {
    isBroken = true;
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
    jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  });
  afterEach(() => jest.restoreAllMocks());

  it('says so on its page, what is safe, and leads back', () => {
    renderWithBook(
      <Boundary>
        <Fragile />
      </Boundary>,
    );
    expect(screen.getByText('This page broke off')).toBeTruthy();
    expect(screen.getByText(/is safe in the book/)).toBeTruthy();
    expect(screen.getByText('Back to the Bench')).toBeTruthy();
    isBroken = false;
    fireEvent.press(screen.getByText('Try again'));
    expect(screen.getByText('whole again')).toBeTruthy();
  });

  it('stays on its leaf; the rest of the page goes on', () => {
    renderWithBook(
      <>
        <Leaf>
          <Fragile />
        </Leaf>
        <Leaf>
          <Text>beside it</Text>
        </Leaf>
      </>,
    );
    expect(screen.getByText('This part broke off')).toBeTruthy();
    expect(screen.getByText('beside it')).toBeTruthy();
  });
});
