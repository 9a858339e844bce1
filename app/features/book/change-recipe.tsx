import type { MachineView, RecipeDetail } from '@keen-anvil/contract';
import { sameSettings, settingProblems, type Settings } from '@keen-anvil/core/recipes';
import { Button, Input } from '@rneui/themed';
import { useState } from 'react';
import { View } from 'react-native';
import { ApiError } from '../api/client';
import { Decision } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Strong } from '../../ui/type';
import { useRevise } from './queries';
import { settingsText } from './settings-line';
import { SettingsForm } from './settings-form';

/** Changes a recipe's numbers, with the reason; what was there before stays in its history. */
export function ChangeRecipe({ recipe, machine, onClose }: { recipe: RecipeDetail; machine: MachineView; onClose: () => void }) {
  const { ember } = useTokens();
  const [version, setVersion] = useState(recipe.version);
  const [settings, setSettings] = useState<Settings>(recipe.settings);
  const [reason, setReason] = useState('');
  const revise = useRevise(recipe.id);
  const isStale = revise.error instanceof ApiError && revise.error.code === 'stale';
  const newer = isStale ? ((revise.error as ApiError).current as RecipeDetail) : null;
  const canWrite = reason.trim().length > 0 && !sameSettings(settings, recipe.settings) && settingProblems(machine, recipe.process, settings).length === 0;
  const write = () => revise.mutate({ version, settings, source: 'own-trial', reason: reason.trim() }, { onSuccess: onClose });
  return (
    <Decision title="Change numbers" isOpen onClose={onClose}>
      <View style={{ gap: SPACE.wide }}>
        <SettingsForm machine={machine} process={recipe.process} settings={settings} was={recipe.settings} onChange={setSettings} />
        <Input label="Why?" aria-label="Why?" placeholder="hung at one corner" value={reason} onChangeText={setReason} errorMessage={revise.isError && !isStale ? revise.error.message : ''} />
        {newer ? (
          <Leaf edge={ember}>
            <Strong>Somebody changed this recipe in the meantime.</Strong>
            <Body>Theirs: {settingsText(newer.settings)}</Body>
            <Body>Yours: {settingsText(settings)}</Body>
            <View style={{ flexDirection: 'row', gap: SPACE.small }}>
              <Button title="Keep theirs" type="outline" containerStyle={{ flex: 1 }} onPress={onClose} />
              <Button
                title="Write mine"
                containerStyle={{ flex: 1 }}
                onPress={() => {
                  setVersion(newer.version);
                  revise.mutate({ version: newer.version, settings, source: 'own-trial', reason: reason.trim() }, { onSuccess: onClose });
                }}
              />
            </View>
          </Leaf>
        ) : (
          <Button title="Write it down" disabled={!canWrite} loading={revise.isPending} onPress={write} />
        )}
      </View>
    </Decision>
  );
}
