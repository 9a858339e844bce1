import type { MachineView, RecipeDetail, TypedSettings } from '@keen-anvil/contract';
import { sameSettings, settingProblems, type Settings } from '@keen-anvil/core/recipes';
import { Button, Input } from '@rneui/themed';
import { useState } from 'react';
import { View } from 'react-native';
import { ApiError } from '../api/client';
import { Decision } from '../../ui/choice';
import { StaleChoice } from '../../ui/stale-choice';
import { SPACE } from '../../ui/tokens';
import { useRevise } from './queries';
import { settingsText } from './settings-line';
import { SettingsForm } from './settings-form';

/** Changes a recipe's numbers, with the reason; what was there before stays in its history. */
export function ChangeRecipe({ recipe, machine, onClose }: { recipe: RecipeDetail; machine: MachineView; onClose: () => void }) {
  const [settings, setSettings] = useState<Settings>(recipe.settings);
  const [typed, setTyped] = useState<TypedSettings>(recipe.typed);
  const [reason, setReason] = useState('');
  const revise = useRevise(recipe.id);
  const newer = revise.error instanceof ApiError && revise.error.code === 'stale' ? (revise.error.current as RecipeDetail) : null;
  const canWrite = reason.trim().length > 0 && !sameSettings(settings, recipe.settings) && settingProblems(machine, recipe.process, settings).length === 0;
  const write = (version: number) => revise.mutate({ version, settings, typed, source: 'own-trial', reason: reason.trim() }, { onSuccess: onClose });
  return (
    <Decision title="Change numbers" isOpen onClose={onClose}>
      <View style={{ gap: SPACE.wide }}>
        <SettingsForm
          machine={machine}
          process={recipe.process}
          settings={settings}
          typed={typed}
          was={recipe.settings}
          onChange={(next, nextTyped) => {
            setSettings(next);
            setTyped(nextTyped);
          }}
        />
        <Input label="Why?" aria-label="Why?" placeholder="hung at one corner" value={reason} onChangeText={setReason} errorMessage={revise.isError && !newer ? revise.error.message : ''} />
        {newer ? (
          <StaleChoice what="this recipe" theirs={settingsText(newer.settings)} yours={settingsText(settings)} isWriting={revise.isPending} onKeepTheirs={onClose} onWriteMine={() => write(newer.version)} />
        ) : (
          <Button title="Write it down" disabled={!canWrite} loading={revise.isPending} onPress={() => write(recipe.version)} />
        )}
      </View>
    </Decision>
  );
}
