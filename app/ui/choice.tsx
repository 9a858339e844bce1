import { BottomSheet, Overlay } from '@rneui/themed';
import type { PropsWithChildren, ReactNode } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
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
  const { card, rule } = useTokens();
  const isWide = useWide();
  if (!isOpen) return null;
  const content = (
    <View role="dialog" aria-label={title} style={{ gap: SPACE.small }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Heading>{title}</Heading>
        <Pressable role="button" aria-label="Close" onPress={onClose} style={{ minHeight: TARGET, minWidth: TARGET, alignItems: 'flex-end', justifyContent: 'center' }}>
          <Strong>Close</Strong>
        </Pressable>
      </View>
      {children}
    </View>
  );
  if (isWide) {
    return (
      <Overlay isVisible onBackdropPress={onClose} overlayStyle={{ backgroundColor: card, width: 460, maxHeight: '85%', padding: SPACE.broad, borderRadius: 4 }}>
        <ScrollView>{content}</ScrollView>
      </Overlay>
    );
  }
  return (
    <BottomSheet isVisible onBackdropPress={onClose} scrollViewProps={{ style: { maxHeight: '85%' } }}>
      <View style={{ backgroundColor: card, padding: SPACE.wide, paddingBottom: SPACE.broad, borderTopWidth: 4, borderColor: rule }}>{content}</View>
    </BottomSheet>
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
      aria-label={label}
      onPress={onPress}
      style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base, minHeight: 56, paddingVertical: SPACE.small, borderBottomWidth: 1, borderColor: rule, borderLeftWidth: isChosen ? 4 : 0, borderLeftColor: quench, paddingLeft: isChosen ? SPACE.small : 0 }}
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
