import type { MachineView, RecipeDetail, TypedSettings } from '@keen-anvil/contract';
import { sameSettings, settingProblems, type Settings } from '@keen-anvil/core/recipes';
import { useAsOpened } from '../../ui/as-opened';
import { Button, Input } from '../../ui/elements';
import { View } from 'react-native';
import { ApiError } from '../api/client';
import { Decision } from '../../ui/choice';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { StaleChoice } from '../../ui/stale-choice';
import { SPACE } from '../../ui/tokens';
import { Aside } from '../../ui/type';
import { useRevise } from './queries';
import { settingsText } from './settings-line';
import { SettingsForm } from './settings-form';

/** Changes a recipe's numbers, with the reason; what was there before stays in its history. */
export function ChangeRecipe({
  recipe: present,
  machine,
  onClose,
}: {
  recipe: RecipeDetail;
  machine: MachineView;
  onClose: () => void;
}) {
  const recipe = useAsOpened(present);
  const draft = useDraft<{ settings: Settings; typed: TypedSettings; reason: string }>(`change ${recipe.id}`, {
    settings: recipe.settings,
    typed: recipe.typed,
    reason: '',
  });
  const { settings, typed, reason } = draft.value;
  const revise = useRevise(recipe.id);
  const newer =
    revise.error instanceof ApiError && revise.error.code === 'stale' ? (revise.error.current as RecipeDetail) : null;
  const finish = () => {
    draft.done();
    onClose();
  };
  const canWrite =
    reason.trim().length > 0 &&
    !sameSettings(settings, recipe.settings) &&
    settingProblems(machine, recipe.process, settings).length === 0;
  const write = (version: number) =>
    revise.mutate({ version, settings, typed, source: 'own-trial', reason: reason.trim() }, { onSuccess: finish });
  const missing = sameSettings(settings, recipe.settings)
    ? 'Nothing is changed yet.'
    : reason.trim()
      ? null
      : 'Say why, in a word or two.';
  return (
    <Decision title="Change numbers" isOpen onClose={onClose}>
      <View style={{ gap: SPACE.wide }}>
        <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
        <SettingsForm
          machine={machine}
          process={recipe.process}
          settings={settings}
          typed={typed}
          was={recipe.settings}
          onChange={(next, nextTyped) => draft.set({ settings: next, typed: nextTyped, reason })}
        />
        <Input
          label="Why?"
          aria-label="Why?"
          placeholder="hung at one corner"
          value={reason}
          onChangeText={(next) => draft.set({ ...draft.value, reason: next })}
          errorMessage={revise.isError && !newer ? revise.error.message : ''}
        />
        {newer ? (
          <StaleChoice
            what="this recipe"
            theirs={settingsText(newer.settings)}
            yours={settingsText(settings)}
            isWriting={revise.isPending}
            onKeepTheirs={finish}
            onWriteMine={() => write(newer.version)}
          />
        ) : (
          <>
            {missing ? <Aside>{missing}</Aside> : null}
            <Button
              title="Write it down"
              disabled={!canWrite}
              loading={revise.isPending}
              onPress={() => write(recipe.version)}
            />
          </>
        )}
      </View>
    </Decision>
  );
}
