import type { MachineView, RecipeDetail } from '@keen-anvil/contract';
import { OUTCOMES, processOf, settingProblems, type Settings } from '@keen-anvil/core/recipes';
import { Button } from '../../ui/elements';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Decision } from '../../ui/choice';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Heading } from '../../ui/type';
import { useWriteTrial } from './queries';
import { SettingsForm } from './settings-form';

/** Writes down a trial made by hand: what was set, and how it came out in the words of the process. */
export function WriteTrial({
  recipe,
  machine,
  onClose,
}: {
  recipe: RecipeDetail;
  machine: MachineView;
  onClose: () => void;
}) {
  const { rust } = useTokens();
  const draft = useDraft<Settings>(`trial ${recipe.id}`, recipe.settings);
  const settings = draft.value;
  const write = useWriteTrial(recipe.id);
  const words = processOf(recipe.process).outcomes;
  const isWrong = settingProblems(machine, recipe.process, settings).length > 0;
  return (
    <Decision title="A trial" isOpen onClose={onClose}>
      <View style={{ gap: SPACE.base }}>
        <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
        <SettingsForm
          machine={machine}
          process={recipe.process}
          settings={settings}
          was={recipe.settings}
          onChange={(next) => draft.set(next)}
        />
        <Heading>How did it come out?</Heading>
        {write.isError ? (
          <Body role="alert" style={{ color: rust }}>
            {write.error.message}
          </Body>
        ) : null}
        {OUTCOMES.map((outcome) => (
          <Button
            key={outcome}
            title={words[outcome]}
            type={outcome === 'right' ? 'solid' : 'outline'}
            disabled={isWrong || write.isPending}
            onPress={() =>
              write.mutate(
                { id: uuid(), settings, outcome },
                {
                  onSuccess: () => {
                    draft.done();
                    onClose();
                  },
                },
              )
            }
          />
        ))}
      </View>
    </Decision>
  );
}
