import type { MachineView, NewRecipe, StepRecipe, StepView, TypedSettings } from '@keen-anvil/contract';
import { settingProblems, type Settings } from '@keen-anvil/core/recipes';
import { Button } from '../../ui/elements';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { Decision } from '../../ui/choice';
import { DraftOffer } from '../../ui/draft-offer';
import { useTokens } from '../../ui/theme';
import { Aside, Body } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import { gentlest } from '../book/gentlest';
import { useCreateRecipe } from '../book/queries';
import { SettingsForm } from '../book/settings-form';
import { Suggested, suggestionReason } from '../book/suggested';

interface OfferedRecipeProps {
  step: Pick<StepView, 'materialId' | 'machineId' | 'toolId' | 'process'> & {
    match: Pick<StepRecipe, 'suggestion' | 'refusal'>;
  };
  machine: MachineView;
  processLabel: string;
  materialName: string;
  onWritten?: () => void;
}

/** There is no recipe: says so, offers what the book suggests or says why it cannot, and a page to set the numbers oneself. */
export function OfferedRecipe({ step, machine, processLabel, materialName, onWritten }: OfferedRecipeProps) {
  const { rust } = useTokens();
  const { suggestion, refusal } = step.match;
  const draft = useDraft<{ settings: Settings; typed: TypedSettings } | null>(
    `numbers ${step.materialId} ${step.machineId} ${step.toolId} ${step.process}`,
    null,
  );
  const [isOpen, setOpen] = useState(false);
  const own = draft.value;
  const create = useCreateRecipe();
  const write = (recipe: Pick<NewRecipe, 'settings' | 'typed' | 'source' | 'reason'>) => {
    if (!step.materialId) return;
    create.mutate(
      {
        id: uuid(),
        machineId: step.machineId,
        toolId: step.toolId,
        materialId: step.materialId,
        process: step.process,
        ...recipe,
      },
      {
        onSuccess: () => {
          draft.drop();
          setOpen(false);
          onWritten?.();
        },
      },
    );
  };
  // What was changed is shown before the book has been asked.
  if (!suggestion && refusal === null) return <Aside>Looking in the book…</Aside>;
  return (
    <>
      <Body>
        No recipe yet for {processLabel.toLowerCase()} on {materialName}.
      </Body>
      {suggestion ? (
        <>
          <Suggested suggestion={suggestion} machineId={machine.id} />
          <Button
            title="Start with it"
            loading={create.isPending}
            onPress={() =>
              write({
                settings: suggestion.settings,
                typed: {},
                source: suggestion.source,
                reason: suggestionReason(suggestion),
              })
            }
          />
        </>
      ) : (
        <Aside>{refusal}</Aside>
      )}
      <Button
        title="Set the numbers myself"
        type={suggestion ? 'outline' : 'solid'}
        onPress={() => {
          if (!own) draft.set({ settings: suggestion?.settings ?? gentlest(machine, step.process), typed: {} });
          setOpen(true);
        }}
      />
      {create.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {create.error.message}
        </Body>
      ) : null}
      {own && isOpen ? (
        <Decision title={`${processLabel} on ${materialName}`} isOpen onClose={() => setOpen(false)}>
          <DraftOffer
            isBack={draft.isBack}
            onDrop={() => {
              draft.drop();
              setOpen(false);
            }}
          />
          <SettingsForm
            machine={machine}
            process={step.process}
            settings={own.settings}
            typed={own.typed}
            onChange={(settings, typed) => draft.set({ settings, typed })}
          />
          <Button
            title="Write it down as bare"
            loading={create.isPending}
            disabled={settingProblems(machine, step.process, own.settings).length > 0}
            onPress={() => write({ ...own, source: 'guess', reason: 'set by hand' })}
          />
        </Decision>
      ) : null}
    </>
  );
}
