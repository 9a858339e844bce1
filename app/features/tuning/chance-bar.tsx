import type { ChanceView } from '@keen-anvil/contract';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { Aside } from '../../ui/type';

const HEIGHT = 18;

/** How likely it is too little, right, or too much: three lengths of one bar, with their words and numbers. */
export function ChanceBar({
  chance,
  words,
}: {
  chance: ChanceView;
  words: { under: string; right: string; over: string };
}) {
  const { moss, rule, slate } = useTokens();
  const parts = [
    { word: words.under, share: chance.under, colour: rule },
    { word: words.right, share: chance.right, colour: moss },
    { word: words.over, share: chance.over, colour: slate },
  ];
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  return (
    <View
      role="img"
      aria-label={parts.map(({ word, share }) => `${word} ${percent(share)}`).join(', ')}
      style={{ gap: 4 }}
    >
      <View style={{ flexDirection: 'row', height: HEIGHT, borderRadius: 2, overflow: 'hidden' }}>
        {parts.map(({ word, share, colour }) => (
          <View key={word} style={{ flexGrow: Math.max(share, 0.004), flexBasis: 0, backgroundColor: colour }} />
        ))}
      </View>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', columnGap: 8, flexWrap: 'wrap' }}>
        {parts.map(({ word, share }) => (
          <Aside key={word}>
            {word} {percent(share)}
          </Aside>
        ))}
      </View>
    </View>
  );
}
