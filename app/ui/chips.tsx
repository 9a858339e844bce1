import { Pressable, View } from 'react-native';
import { useTokens } from './theme';
import { SPACE, TARGET } from './tokens';
import { Body } from './type';

interface ChipsProps<T extends string> {
  label: string;
  options: readonly { value: T; label: string }[];
  chosen: T | null;
  onChoose: (value: T) => void;
}

/** A few things of which one is chosen, all of them in sight. */
export function Chips<T extends string>({ label, options, chosen, onChoose }: ChipsProps<T>) {
  const { quench, rule, ink } = useTokens();
  return (
    <View role="radiogroup" aria-label={label} style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
      {options.map((option) => {
        const isChosen = option.value === chosen;
        return (
          <Pressable
            key={option.value}
            role="radio"
            aria-checked={isChosen}
            aria-label={option.label}
            onPress={() => onChoose(option.value)}
            style={{
              minHeight: TARGET,
              paddingHorizontal: SPACE.base,
              flexGrow: 1,
              alignItems: 'center',
              justifyContent: 'center',
              borderWidth: isChosen ? 2 : 1,
              borderColor: isChosen ? quench : rule,
              borderRadius: 4,
            }}
          >
            <Body style={{ color: isChosen ? quench : ink }}>{option.label}</Body>
          </Pressable>
        );
      })}
    </View>
  );
}
