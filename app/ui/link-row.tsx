import type { PropsWithChildren, ReactNode } from 'react';
import type { Href } from 'expo-router';
import { View } from 'react-native';
import { LinkPress } from './link-press';
import { useTokens } from './theme';
import { SPACE } from './tokens';

interface LinkRowProps {
  isOpen?: boolean;
  mark?: ReactNode;
  end?: ReactNode;
  isFaint?: boolean;
  href: Href;
}

/** A line that leads somewhere: a mark, words, and what stands at its end. */
export function LinkRow({ isOpen, mark, end, isFaint, href, children }: PropsWithChildren<LinkRowProps>) {
  const { card, rule, quench } = useTokens();
  return (
    <LinkPress
      href={href}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: SPACE.base,
        padding: SPACE.base,
        minHeight: 64,
        backgroundColor: card,
        borderWidth: 1,
        borderColor: isOpen ? quench : rule,
        borderRadius: 3,
        opacity: isFaint ? 0.6 : 1,
      }}
    >
      {mark}
      <View style={{ flex: 1 }}>{children}</View>
      {end}
    </LinkPress>
  );
}
