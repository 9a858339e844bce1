import type { RecipeDetail } from '@keen-anvil/contract';
import { differences, revisionTurns, sayDifference, type Settings } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { useReturn } from './queries';

const said = (from: Settings, to: Settings) =>
  differences(from, to).map(sayDifference).join(', ') || 'how it was typed';

/** Takes the last change of the numbers back, or does it again; both stand in the history. */
export function RevisionKeys({ recipe }: { recipe: RecipeDetail }) {
  const { rust } = useTokens();
  const back = useReturn(recipe.id);
  const { undo, redo } = revisionTurns([...recipe.revisions].reverse());
  if (undo === null && redo === null) return null;
  const settingsOf = (number: number) => recipe.revisions.find((revision) => revision.number === number)!.settings;
  const go = (number: number) => back.mutate({ version: recipe.version, number });
  return (
    <View testID="revision-turns">
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        {undo === null ? null : (
          <TextKey
            title={`Undo: ${said(settingsOf(undo), recipe.settings)}`}
            icon="undo"
            isDisabled={back.isPending}
            onPress={() => go(undo)}
          />
        )}
        {redo === null ? null : (
          <TextKey
            title={`Do again: ${said(recipe.settings, settingsOf(redo))}`}
            icon="redo"
            isDisabled={back.isPending}
            onPress={() => go(redo)}
          />
        )}
      </View>
      {back.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {back.error.message}
        </Body>
      ) : null}
    </View>
  );
}
