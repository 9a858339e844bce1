import type { PropsWithChildren } from 'react';
import { Pressable, View } from 'react-native';
import { Icon } from './icon';
import { useTokens } from './theme';
import { SPACE, TARGET } from './tokens';
import { Aside, Body } from './type';

interface TickLineProps {
  text: string;
  isTicked: boolean;
  /** It is for somebody's safety. */
  isSafety: boolean;
  onTick: () => void;
}

/** A line of a list that is ticked off where it is done; what belongs to it stands below. */
export function TickLine({ text, isTicked, isSafety, onTick, children }: PropsWithChildren<TickLineProps>) {
  const { ink, moss, ember, slate, rule } = useTokens();
  return (
    <View style={{ borderBottomWidth: 1, borderStyle: 'dashed', borderColor: rule }}>
      <Pressable
        role="checkbox"
        aria-checked={isTicked}
        aria-label={text}
        onPress={onTick}
        style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base, minHeight: TARGET + 8 }}
      >
        <View
          style={{
            width: 30,
            height: 30,
            borderWidth: 2,
            borderColor: isTicked ? moss : isSafety ? ember : slate,
            borderRadius: 3,
            alignItems: 'center',
            justifyContent: 'center',
          }}
        >
          {isTicked ? <Icon name="check" size={24} color={moss} /> : null}
        </View>
        <View style={{ flex: 1 }}>
          <Body style={{ color: isTicked ? slate : ink }}>{text}</Body>
          {isSafety ? <Aside style={{ color: isTicked ? slate : ember }}>for your safety</Aside> : null}
        </View>
      </Pressable>
      {children}
    </View>
  );
}
