import type { MachineView, NewRecipe, StepRecipe, StepView } from '@keen-anvil/contract';
import { quantitiesFor, settingProblems, type Settings } from '@keen-anvil/core/recipes';
import { Button } from '@rneui/themed';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { Decision } from '../../ui/choice';
import { TemperMark } from '../../ui/marks';
import { useTokens } from '../../ui/theme';
import { Aside, Body } from '../../ui/type';
import { useCreateRecipe } from '../book/queries';
import { SettingsForm } from '../book/settings-form';
import { SettingsLine } from '../book/settings-line';

interface OfferedRecipeProps {
  step: StepView;
  nearest: StepRecipe['nearest'];
  machine: MachineView;
  processLabel: string;
  materialName: string;
}

/** There is no recipe: says so, and offers the nearest one as bare, or a page to set the numbers oneself. */
export function OfferedRecipe({ step, nearest, machine, processLabel, materialName }: OfferedRecipeProps) {
  const { rust } = useTokens();
  const [isSetting, setSetting] = useState(false);
  const [settings, setSettings] = useState<Settings>(() => nearest?.settings ?? gentlest(machine, step));
  const create = useCreateRecipe();
  const write = (values: Settings, reason: string) => {
    if (!step.materialId) return;
    const recipe: NewRecipe = { id: uuid(), machineId: step.machineId, toolId: step.toolId, materialId: step.materialId, process: step.process, settings: values, source: 'guess', reason };
    create.mutate(recipe, { onSuccess: () => setSetting(false) });
  };
  return (
    <>
      <Body>
        No recipe yet for {processLabel.toLowerCase()} on {materialName}.
      </Body>
      {nearest ? (
        <>
          <SettingsLine settings={nearest.settings} size={22} />
          <TemperMark temper="bare" />
          <Aside>{nearest.why}. Nothing has been tried with it here.</Aside>
          <Button title="Take it as bare" loading={create.isPending} onPress={() => write(nearest.settings, nearest.why)} />
        </>
      ) : (
        <Aside>Nothing in the book is near enough to lean on.</Aside>
      )}
      <Button title="Set the numbers myself" type={nearest ? 'outline' : 'solid'} onPress={() => setSetting(true)} />
      {create.isError ? <Body style={{ color: rust }}>{create.error.message}</Body> : null}
      <Decision title={`${processLabel} on ${materialName}`} isOpen={isSetting} onClose={() => setSetting(false)}>
        <SettingsForm machine={machine} process={step.process} settings={settings} onChange={setSettings} />
        <Button title="Write it down as bare" loading={create.isPending} disabled={settingProblems(machine, step.process, settings).length > 0} onPress={() => write(settings, 'set by hand')} />
      </Decision>
    </>
  );
}

/** Where nothing is known, one starts with the lowest numbers. */
function gentlest(machine: MachineView, step: StepView): Settings {
  const scales = quantitiesFor(machine, step.process).filter((q) => q.required && q.scale);
  return Object.fromEntries(scales.map((q) => [q.name, q.scale!.min]));
}
