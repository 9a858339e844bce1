import { Children, createContext, useContext, type PropsWithChildren, type ReactNode } from 'react';
import { Text, type StyleProp, type TextStyle } from 'react-native';
import { useTokens } from './theme';
import { FONT } from './tokens';
import { inUnits } from './in-units';
import { useUnits } from './units';

type TypeProps = PropsWithChildren<{
  style?: StyleProp<TextStyle>;
  numberOfLines?: number;
  testID?: string;
  /** Said at once by a screen reader, as a save that failed. */ role?: 'alert';
}>;

const AsDialledContext = createContext(false);

/** What stands in here is as a machine's own dial has it, and is shown in no other unit. */
export const AsDialled = ({ children }: PropsWithChildren) => (
  <AsDialledContext.Provider value={true}>{children}</AsDialledContext.Provider>
);

/** What is said, with its lengths and temperatures in the maker's units. */
function useSaid(children: ReactNode): ReactNode {
  const { chosen } = useUnits();
  const isDialled = useContext(AsDialledContext);
  if (isDialled || (chosen.length === 'mm' && chosen.temperature === '°C')) return children;
  // A number and its unit may come one after the other: what is text is taken together.
  const said: ReactNode[] = [];
  for (const child of Children.toArray(children)) {
    const last = said.length - 1;
    if (typeof child !== 'string' && typeof child !== 'number') said.push(child);
    else if (typeof said[last] === 'string') said[last] += String(child);
    else said.push(String(child));
  }
  return said.map((child) => (typeof child === 'string' ? inUnits(child, chosen) : child));
}

/** The name of a page. */
export function Title({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  const said = useSaid(children);
  return (
    <Text
      role="heading"
      aria-level={1}
      style={[{ fontFamily: FONT.headingBold, fontSize: 30, lineHeight: 36, color: ink }, style]}
      {...rest}
    >
      {said}
    </Text>
  );
}

/** The name of a part of a page. */
export function Heading({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  const said = useSaid(children);
  return (
    <Text
      role="heading"
      aria-level={2}
      style={[{ fontFamily: FONT.heading, fontSize: 20, lineHeight: 26, color: ink }, style]}
      {...rest}
    >
      {said}
    </Text>
  );
}

export function Body({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  const said = useSaid(children);
  return (
    <Text style={[{ fontFamily: FONT.text, fontSize: 16, lineHeight: 22, color: ink }, style]} {...rest}>
      {said}
    </Text>
  );
}

export function Strong({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  const said = useSaid(children);
  return (
    <Text style={[{ fontFamily: FONT.textBold, fontSize: 16, lineHeight: 22, color: ink }, style]} {...rest}>
      {said}
    </Text>
  );
}

/** What stands beside the main thing. */
export function Aside({ children, style, ...rest }: TypeProps) {
  const { slate } = useTokens();
  const said = useSaid(children);
  return (
    <Text style={[{ fontFamily: FONT.text, fontSize: 15, lineHeight: 20, color: slate }, style]} {...rest}>
      {said}
    </Text>
  );
}

/** A number, in figures of equal width. */
export function Figure({ children, style, ...rest }: TypeProps) {
  const { ink } = useTokens();
  const said = useSaid(children);
  return (
    <Text
      style={[{ fontFamily: FONT.number, fontSize: 16, color: ink, fontVariant: ['tabular-nums'] }, style]}
      {...rest}
    >
      {said}
    </Text>
  );
}
