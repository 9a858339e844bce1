import type { RecipeSummary } from '@keen-anvil/contract';
import { Pressable, View } from 'react-native';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';
import { SettingsLine } from './settings-line';

/** A recipe as a line of the book. */
export function RecipeRow({ recipe, isOpen, onPress }: { recipe: RecipeSummary; isOpen?: boolean; onPress: () => void }) {
  const { rule, card, quench } = useTokens();
  return (
    <Pressable
      role="link"
      aria-label={`${recipe.material.name}, ${recipe.machine.name}, ${recipe.process}`}
      onPress={onPress}
      style={{ flexDirection: 'row', gap: SPACE.base, padding: SPACE.base, backgroundColor: card, borderWidth: 1, borderColor: isOpen ? quench : rule, borderRadius: 3 }}
    >
      <Swatch colour={recipe.material.colour} size={40} />
      <View style={{ flex: 1, gap: 2 }}>
        <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.small }}>
          <Strong style={{ flexShrink: 1 }}>{recipe.material.name}</Strong>
          <TemperMark temper={recipe.temper.temper} />
        </View>
        <SettingsLine settings={recipe.settings} />
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.base }}>
          <ProcessMark process={recipe.process} />
          <Aside>
            {recipe.machine.name}, {recipe.tool.name}
          </Aside>
        </View>
      </View>
    </Pressable>
  );
}
