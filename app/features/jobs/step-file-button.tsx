import { addresses, type JobDetail, type MachineView, type StepView } from '@keen-anvil/contract';
import { doneTogether, type StepWork } from '@keen-anvil/core/steps';
import { isCalibrated, machineKindOf } from '@keen-anvil/core/machines';
import { processOf } from '@keen-anvil/core/recipes';
import { Button } from '../../ui/elements';
import { useIsMutating, useMutation } from '@tanstack/react-query';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { saveFile } from '../api/save-file';

/** Hands out the step's machine file; what stands against it is said here. */
export function StepFileButton({ job, step, machine }: { job: JobDetail; step: StepWork; machine: MachineView }) {
  const { rust } = useTokens();
  const save = useMutation({
    mutationFn: (isTogether: boolean) =>
      saveFile(addresses.stepFile({ id: step.id, sheet: step.sheet?.id ?? null, together: isTogether })),
  });
  const draw = useMutation({
    mutationFn: (format: 'svg' | 'dxf' | 'pdf') =>
      saveFile(addresses.stepDrawing({ id: step.id, sheet: step.sheet?.id ?? null, format })),
  });
  // What was changed a moment ago has to have arrived: the file is made of what the server knows.
  const isChanging = useIsMutating() > 0;
  const isBeam = machineKindOf(machine.kind).does === 'beam';
  const together = isBeam ? doneTogether(step, job.steps) : [];
  const byHand = handSet(step, machine);
  return (
    <>
      <Button
        title={`Machine file (${isBeam ? 'G-code' : 'HP-GL'})`}
        type="outline"
        loading={save.isPending}
        disabled={isChanging}
        onPress={() => save.mutate(false)}
      />
      {together.length > 1 ? (
        <Button
          title={`One file for steps ${together.map(({ position }) => position + 1).join(' and ')}`}
          type="outline"
          disabled={isChanging}
          onPress={() => save.mutate(true)}
        />
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.wide }}>
        <Aside>Its drawing, true size:</Aside>
        {(['svg', 'dxf', 'pdf'] as const).map((format) => (
          <TextKey
            key={format}
            title={format.toUpperCase()}
            label={`Drawing of step ${step.position + 1} as ${format.toUpperCase()}`}
            isDisabled={isChanging}
            onPress={() => draw.mutate(format)}
          />
        ))}
      </View>
      {draw.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {draw.error.message}
        </Body>
      ) : null}
      {byHand.length ? <Aside>{`Set by hand, as the file does not carry it: ${byHand.join(', ')}.`}</Aside> : null}
      {save.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {save.error.message}
        </Body>
      ) : null}
    </>
  );
}

/** What the hand has to set on this machine, by the words on its dials: what its file does not carry. */
function handSet(step: StepView, machine: MachineView): string[] {
  if (machineKindOf(machine.kind).does === 'beam') return ['focus'];
  const { required, optional } = processOf(step.process);
  const used = new Set<string>([...required, ...optional].filter((name) => step.match.settings?.[name] !== undefined));
  // A plotter's file carries force and speed where their scales were measured.
  return machine.dials
    .filter((dial) => used.has(dial.name) && !((dial.name === 'force' || dial.name === 'speed') && isCalibrated(dial)))
    .map((dial) => dial.label.toLowerCase());
}
