import type { RecipeSummary } from '@keen-anvil/contract';
import { Icon } from '../../ui/icon';
import { memo } from 'react';
import { View } from 'react-native';
import { LinkPress } from '../../ui/link-press';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';
import { SettingsLine } from './settings-line';

interface RecipeRowProps {
  recipe: RecipeSummary;
  isOpen?: boolean;
  /** Opens it in a way of the list's own; with the recipe's id, so that a long list need not make a function for every row. */
  onOpen?: (id: string) => void;
}

/** A recipe as a line of the book. */
export const RecipeRow = memo(function RecipeRow({ recipe, isOpen, onOpen }: RecipeRowProps) {
  const { rule, card, quench, slate } = useTokens();
  return (
    <LinkPress
      href={{ pathname: '/book/[id]', params: { id: recipe.id } }}
      onGo={onOpen ? () => onOpen(recipe.id) : undefined}
      style={{
        flexDirection: 'row',
        gap: SPACE.base,
        padding: SPACE.base,
        backgroundColor: card,
        borderWidth: 1,
        borderColor: isOpen ? quench : rule,
        borderRadius: 3,
      }}
    >
      <Swatch colour={recipe.material.colour} size={40} />
      <View style={{ flex: 1, gap: 2 }}>
        <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.small }}>
          <Strong style={{ flexShrink: 1 }}>{recipe.material.name}</Strong>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
            {recipe.isNailed ? (
              <Icon name="pin" size={16} color={slate} accessibilityLabel="nailed to the Bench" />
            ) : null}
            <TemperMark temper={recipe.temper.temper} />
          </View>
        </View>
        <SettingsLine settings={recipe.settings} machineId={recipe.machine.id} isDialled />
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.base }}>
          <ProcessMark process={recipe.process} />
          <Aside>
            {recipe.machine.name}, {recipe.tool.name}
          </Aside>
        </View>
      </View>
    </LinkPress>
  );
});
