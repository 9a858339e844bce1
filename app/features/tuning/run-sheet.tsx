import { addresses, type MachineView, type TrialSheetView, type TuningView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { formatDuration } from '@keen-anvil/core/units';
import { Button, LinearProgress } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { saveFile } from '../api/save-file';
import { useCarryOut, useDropSheet } from './queries';
import { TrialNumbers } from './trial-numbers';

/** A sheet that waits to be carried out, or is under way: what to dial in, and its file. */
export function RunSheet({
  tuning,
  sheet,
  machine,
}: {
  tuning: TuningView;
  sheet: TrialSheetView;
  machine: MachineView;
}) {
  const { quench, ember, rule, rust } = useTokens();
  const router = useRouter();
  const drop = useDropSheet();
  const [trouble, setTrouble] = useState<string | null>(null);
  const isRunning = sheet.state === 'running';
  const isRepeat = sheet.shapes.some(({ onTopOf }) => onTopOf.length > 0);
  const done = sheet.doneSeconds ?? 0;
  const share = sheet.estimateSeconds > 0 ? Math.min(1, done / sheet.estimateSeconds) : 0;
  return (
    <Leaf edge={isRepeat ? ember : quench} testID="run-sheet">
      <Heading>
        {isRepeat
          ? 'Do not lift the sheet'
          : sheet.shapes.length === 1
            ? `Trial ${sheet.shapes[0].number}`
            : `Trials ${sheet.shapes[0].number} to ${sheet.shapes.at(-1)!.number}`}
      </Heading>
      {sheet.shapes.map((shape) => (
        <View key={shape.id} style={{ gap: SPACE.hair }}>
          {sheet.shapes.length > 1 ? <Strong>{shape.number}</Strong> : null}
          <TrialNumbers
            machine={machine}
            process={tuning.recipe.process}
            settings={shape.settings}
            before={tuning.recipe.settings}
          />
        </View>
      ))}
      {isRunning ? (
        <>
          <LinearProgress
            aria-label="Progress"
            value={share}
            variant="determinate"
            animation={false}
            color={quench}
            trackColor={rule}
            style={{ height: 12, borderRadius: 2 }}
          />
          <Aside>
            {formatDuration(done)} of about {formatDuration(sheet.estimateSeconds)}
          </Aside>
        </>
      ) : (
        <>
          <Aside>
            Takes about {formatDuration(sheet.estimateSeconds)} on {machine.name}.
          </Aside>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
            {sheet.shapes.length === 1 ? (
              <TextKey
                title="Dial card"
                icon="card-text-outline"
                onPress={() => router.push({ pathname: '/book/tuning/[id]/dial', params: { id: tuning.id } })}
              />
            ) : null}
            {sheet.format ? (
              <TextKey
                title={sheet.format === 'hpgl' ? 'Machine file (HP-GL)' : 'Machine file (G-code)'}
                icon="download"
                onPress={() =>
                  void saveFile(addresses.trialSheetFile({ id: sheet.id })).then(
                    () => setTrouble(null),
                    (error: Error) => setTrouble(error.message),
                  )
                }
              />
            ) : null}
            <TextKey
              title="Take it off again"
              icon="undo"
              isDisabled={drop.isPending}
              onPress={() => drop.mutate(sheet.id)}
            />
          </View>
        </>
      )}
      {trouble || drop.error ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble ?? drop.error?.message}
        </Body>
      ) : null}
    </Leaf>
  );
}

/** The keys under the thumb: run it on the stand-in, or say that it was done by hand. */
export function RunSheetKeys({ sheet, machine }: { sheet: TrialSheetView; machine: MachineView }) {
  const { rust } = useTokens();
  const carryOut = useCarryOut();
  const isRunning = sheet.state === 'running' || carryOut.isPending;
  const verb = { tool: 'cut', beam: 'burnt', heat: 'pressed' }[machineKindOf(machine.kind).does];
  return (
    <View style={{ gap: SPACE.small }}>
      {carryOut.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {carryOut.error.message}
        </Body>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button
          title={`I have ${verb} it`}
          type="outline"
          containerStyle={{ flex: 1 }}
          disabled={isRunning}
          onPress={() => carryOut.mutate({ sheetId: sheet.id, by: 'by-hand' })}
        />
        <Button
          title="Run on the stand-in"
          containerStyle={{ flex: 1.6 }}
          loading={isRunning}
          disabled={isRunning}
          onPress={() => carryOut.mutate({ sheetId: sheet.id, by: 'stand-in' })}
        />
      </View>
    </View>
  );
}
