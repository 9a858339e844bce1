import { Overlay } from './elements';
import type { PropsWithChildren, ReactNode } from 'react';
import { Pressable, ScrollView, View, type ViewStyle } from 'react-native';
import { useBackCloses } from './back-closes';
import { Boundary } from './boundary';
import { useTokens } from './theme';
import { SPACE, TARGET } from './tokens';
import { Aside, Heading, Strong } from './type';
import { useWide } from './use-wide';

interface DecisionProps {
  title: string;
  isOpen: boolean;
  onClose: () => void;
}

/** One decision at a time: slides up on the phone, stands in the middle on a wide screen. */
export function Decision({ title, isOpen, onClose, children }: PropsWithChildren<DecisionProps>) {
  const { card, rule, quench } = useTokens();
  const isWide = useWide();
  useBackCloses(isOpen, onClose);
  if (!isOpen) return null;
  // The Elements' own BottomSheet never shows on the web (its layout event lacks `persist`), so the Overlay does both.
  const where: ViewStyle = isWide
    ? { width: 460, borderRadius: 4, padding: SPACE.broad }
    : {
        position: 'absolute',
        left: 0,
        right: 0,
        bottom: 0,
        padding: SPACE.wide,
        paddingBottom: SPACE.broad,
        borderTopWidth: 4,
        borderColor: rule,
      };
  return (
    <Overlay
      isVisible
      aria-label={title}
      onBackdropPress={onClose}
      onRequestClose={onClose}
      animationType={isWide ? 'fade' : 'slide'}
      overlayStyle={{ backgroundColor: card, maxHeight: '85%', ...where }}
    >
      <View style={{ flexShrink: 1, gap: SPACE.small }}>
        <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
          <Heading style={{ flexShrink: 1 }}>{title}</Heading>
          <Pressable
            role="button"
            aria-label="Close"
            onPress={onClose}
            style={{ minHeight: TARGET, minWidth: TARGET, alignItems: 'flex-end', justifyContent: 'center' }}
          >
            <Strong style={{ color: quench }}>Close</Strong>
          </Pressable>
        </View>
        <ScrollView contentContainerStyle={{ gap: SPACE.small }}>
          <Boundary isPart>{children}</Boundary>
        </ScrollView>
      </View>
    </Overlay>
  );
}

interface OptionProps {
  label: string;
  detail?: string;
  mark?: ReactNode;
  end?: ReactNode;
  isChosen?: boolean;
  onPress: () => void;
}

/** One of several things to choose. */
export function Option({ label, detail, mark, end, isChosen, onPress }: OptionProps) {
  const { rule, quench } = useTokens();
  return (
    <Pressable
      role="radio"
      aria-checked={Boolean(isChosen)}
      onPress={onPress}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: SPACE.base,
        minHeight: 56,
        paddingVertical: SPACE.small,
        borderBottomWidth: 1,
        borderColor: rule,
        borderLeftWidth: isChosen ? 4 : 0,
        borderLeftColor: quench,
        paddingLeft: isChosen ? SPACE.small : 0,
      }}
    >
      {mark}
      <View style={{ flex: 1 }}>
        <Strong>{label}</Strong>
        {detail ? <Aside>{detail}</Aside> : null}
      </View>
      {end}
    </Pressable>
  );
}
