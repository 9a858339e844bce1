import { QUANTITIES, type Settings } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure } from '../../ui/type';

/** The numbers of a recipe that are worth a word in a line: one pass and the overcut go without saying. */
function worthSaying(settings: Settings): [string, number][] {
  return QUANTITIES.flatMap((name): [string, number][] => {
    const value = settings[name];
    return value === undefined || name === 'overcut' || (name === 'passes' && value === 1) ? [] : [[name, value]];
  });
}

/** A recipe's numbers as text. */
export function settingsText(settings: Settings): string {
  return worthSaying(settings)
    .map(([name, value]) => `${name} ${value}`)
    .join(', ');
}

/** A recipe's numbers on one line: small words, large figures, never parted from each other. */
export function SettingsLine({ settings, size = 19, colour }: { settings: Settings; size?: number; colour?: string }) {
  const { ink } = useTokens();
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.base }}>
      {worthSaying(settings).map(([name, value]) => (
        <View key={name} style={{ flexDirection: 'row', alignItems: 'baseline', gap: 5 }}>
          <Aside>{name}</Aside>
          <Figure style={{ fontSize: size, lineHeight: size * 1.3, color: colour ?? ink }}>{value}</Figure>
        </View>
      ))}
    </View>
  );
}
