import type { PropsWithChildren } from 'react';
import { Text, type StyleProp, type TextStyle } from 'react-native';
import { useTokens } from './theme';
import { FONT } from './tokens';

type TypeProps = PropsWithChildren<{
  style?: StyleProp<TextStyle>;
  numberOfLines?: number;
  testID?: string;
  /** Said at once by a screen reader, as a save that failed. */ role?: 'alert';
}>;

/** The name of a page. */
export function Title({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  return (
    <Text
      role="heading"
      aria-level={1}
      style={[{ fontFamily: FONT.headingBold, fontSize: 30, lineHeight: 36, color: ink }, style]}
      {...rest}
    >
      {children}
    </Text>
  );
}

/** The name of a part of a page. */
export function Heading({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  return (
    <Text
      role="heading"
      aria-level={2}
      style={[{ fontFamily: FONT.heading, fontSize: 20, lineHeight: 26, color: ink }, style]}
      {...rest}
    >
      {children}
    </Text>
  );
}

export function Body({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  return (
    <Text style={[{ fontFamily: FONT.text, fontSize: 16, lineHeight: 22, color: ink }, style]} {...rest}>
      {children}
    </Text>
  );
}

export function Strong({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  return (
    <Text style={[{ fontFamily: FONT.textBold, fontSize: 16, lineHeight: 22, color: ink }, style]} {...rest}>
      {children}
    </Text>
  );
}

/** What stands beside the main thing. */
export function Aside({ children, style, ...rest }: TypeProps) {
  const { slate } = useTokens();
  return (
    <Text style={[{ fontFamily: FONT.text, fontSize: 15, lineHeight: 20, color: slate }, style]} {...rest}>
      {children}
    </Text>
  );
}

/** A number, in figures of equal width. */
export function Figure({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  return (
    <Text
      style={[{ fontFamily: FONT.number, fontSize: 16, color: ink, fontVariant: ['tabular-nums'] }, style]}
      {...rest}
    >
      {children}
    </Text>
  );
}
