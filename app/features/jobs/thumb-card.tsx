import type { ReactNode } from 'react';
import { Pressable } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Body } from '../../ui/type';

/** A small picture to be chosen, with its word. */
export function ThumbCard({ label, picture, onPress }: { label: string; picture: ReactNode; onPress: () => void }) {
  const { card, rule } = useTokens();
  return (
    <Pressable
      role="button"
      aria-label={label}
      onPress={onPress}
      style={{
        flexBasis: 104,
        flexGrow: 1,
        maxWidth: 180,
        minHeight: TARGET,
        alignItems: 'center',
        gap: SPACE.hair,
        padding: SPACE.small,
        backgroundColor: card,
        borderWidth: 1,
        borderColor: rule,
        borderRadius: 4,
      }}
    >
      {picture}
      <Body style={{ textAlign: 'center', fontSize: 15, lineHeight: 20 }}>{label}</Body>
    </Pressable>
  );
}
