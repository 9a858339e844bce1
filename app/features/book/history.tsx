import type { RecipeDetail } from '@keen-anvil/contract';
import { differences, sayDifference } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { whenSaid } from '../../ui/when';
import { useReturn } from './queries';
import { SettingsLine } from './settings-line';
import { SOURCE_WORDS } from './source-words';

/** How a recipe came to its numbers: every revision, what changed in it and why, and the way back to any of them. */
export function History({ recipe }: { recipe: RecipeDetail }) {
  const { rule, rust } = useTokens();
  const back = useReturn(recipe.id);
  return (
    <View testID="history">
      <Heading>How it came to these numbers</Heading>
      {back.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {back.error.message}
        </Body>
      ) : null}
      {recipe.revisions.map((revision, i) => {
        const before = recipe.revisions[i + 1];
        return (
          <View
            key={revision.number}
            style={{ paddingVertical: SPACE.small, borderBottomWidth: 1, borderColor: rule }}
            testID={`revision-${revision.number}`}
          >
            <View
              style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: SPACE.small }}
            >
              <View style={{ flexShrink: 1 }}>
                <SettingsLine settings={revision.settings} machineId={recipe.machine.id} />
              </View>
              {i > 0 ? (
                <TextKey
                  title="Go back to it"
                  label={`Go back to it: revision ${revision.number}`}
                  isDisabled={back.isPending}
                  onPress={() => back.mutate({ version: recipe.version, number: revision.number })}
                />
              ) : null}
            </View>
            {before ? (
              <Strong style={{ fontSize: 15 }}>
                {differences(before.settings, revision.settings).map(sayDifference).join(', ')}
              </Strong>
            ) : null}
            <Aside>
              {revision.reason || 'no reason given'} · {SOURCE_WORDS[revision.source]}, {whenSaid(revision.createdAt)}
            </Aside>
          </View>
        );
      })}
    </View>
  );
}
