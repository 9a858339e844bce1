import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { readPreference, writePreference } from '../../ui/preference';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Figure } from '../../ui/type';

/** How many times faster than true the stand-in may go. */
const CHOICES = [1, 10, 60] as const;
const NAME = 'stand-in speed';

/** The stand-in's speed as it was last chosen on this device. */
export function useSpeedUp() {
  const [speedUp, setSpeedUp] = useState<number>(() => CHOICES.find((n) => String(n) === readPreference(NAME)) ?? 1);
  return {
    speedUp,
    setSpeedUp: (next: number) => {
      writePreference(NAME, String(next));
      setSpeedUp(next);
    },
  };
}

/** The stand-in at its true speed, or faster for those who only look. */
export function SpeedUpChoice({ speedUp, onChange }: { speedUp: number; onChange: (speedUp: number) => void }) {
  const { quench, rule, slate } = useTokens();
  return (
    <View
      role="radiogroup"
      aria-label="Speed of the stand-in"
      style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}
    >
      <Aside style={{ flex: 1 }}>Stand-in speed</Aside>
      {CHOICES.map((n) => (
        <Pressable
          key={n}
          role="radio"
          aria-checked={n === speedUp}
          aria-label={n === 1 ? 'true speed' : `${n} times faster`}
          onPress={() => onChange(n)}
          style={{
            minWidth: 60,
            minHeight: TARGET,
            alignItems: 'center',
            justifyContent: 'center',
            borderWidth: n === speedUp ? 2 : 1,
            borderColor: n === speedUp ? quench : rule,
            borderRadius: 4,
          }}
        >
          <Figure style={{ color: n === speedUp ? quench : slate }}>{n === 1 ? 'true' : `${n}×`}</Figure>
        </Pressable>
      ))}
    </View>
  );
}
