import { Pressable, View } from 'react-native';
import { Swatch } from './marks';
import { useTokens } from './theme';
import { SPACE, TARGET } from './tokens';
import { Body, Strong } from './type';

interface ColourKeysProps<Colour extends string | null> {
  label: string;
  /** null for none, which has a word of its own. */
  colours: readonly Colour[];
  none?: string;
  chosen: Colour;
  onChoose: (colour: Colour) => void;
}

/** A few colours of which one is chosen. */
export function ColourKeys<Colour extends string | null>({
  label,
  colours,
  none = 'none',
  chosen,
  onChoose,
}: ColourKeysProps<Colour>) {
  const { quench, rule } = useTokens();
  return (
    <View style={{ gap: SPACE.small }}>
      <Strong>{label}</Strong>
      <View role="radiogroup" aria-label={label} style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
        {colours.map((colour) => (
          <Pressable
            key={colour ?? none}
            role="radio"
            aria-checked={chosen === colour}
            aria-label={colour ?? none}
            onPress={() => onChoose(colour)}
            style={{
              minWidth: TARGET,
              minHeight: TARGET,
              alignItems: 'center',
              justifyContent: 'center',
              paddingHorizontal: SPACE.small,
              borderWidth: chosen === colour ? 2 : 1,
              borderColor: chosen === colour ? quench : rule,
              borderRadius: 4,
            }}
          >
            {colour ? <Swatch colour={colour} /> : <Body>{none}</Body>}
          </Pressable>
        ))}
      </View>
    </View>
  );
}
