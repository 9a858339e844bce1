import { Text, type StyleProp, type TextStyle } from 'react-native';
import glyphs from './glyphs.json';
import { FONT } from './tokens';

export type IconName = keyof typeof glyphs;

interface IconProps {
  name: IconName;
  /** px */
  size: number;
  color: string;
  /** Where the sign says something that no words beside it say. */
  accessibilityLabel?: string;
  style?: StyleProp<TextStyle>;
}

/** One sign of the icon font, of which only those in glyphs.json are shipped (see scripts/fonts.mjs). */
export function Icon({ name, size, color, accessibilityLabel, style }: IconProps) {
  return (
    <Text
      role={accessibilityLabel ? 'img' : undefined}
      aria-label={accessibilityLabel}
      aria-hidden={!accessibilityLabel}
      selectable={false}
      style={[{ fontFamily: FONT.icon, fontSize: size, lineHeight: size, color }, style]}
    >
      {String.fromCodePoint(glyphs[name])}
    </Text>
  );
}
