import { render, screen } from '@testing-library/react-native';
import known from '@expo/vector-icons/build/vendor/react-native-vector-icons/glyphmaps/MaterialCommunityIcons.json';
import glyphs from './glyphs.json';
import { Icon } from './icon';

describe('a sign', () => {
  it('stands in the font where the font’s own table says', () => {
    expect(Object.keys(glyphs).length).toBeGreaterThan(20);
    for (const [name, glyph] of Object.entries(glyphs)) expect(known).toHaveProperty(name, glyph);
  });

  it('is passed over by a screen reader, unless it says something that no words say', () => {
    render(<Icon name="anvil" size={20} color="black" />);
    expect(screen.queryByLabelText('nailed up')).toBeNull();
    render(<Icon name="pin" size={20} color="black" accessibilityLabel="nailed up" />);
    expect(screen.getByLabelText('nailed up')).toBeTruthy();
  });
});
