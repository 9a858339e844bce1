import type { RunView } from '@keen-anvil/contract';
import { formatDuration } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Swatch } from '../../ui/marks';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { SettingsLine } from '../book/settings-line';
import { ReadyLines } from './ready-lines';
import { Nudged } from './run-nudged';
import { isBuiltIn, isPressed, stepOf } from './run-words';

/** A run that waits: what to put in and to dial, and what has to be ready. */
export function HoldCard({ run, children }: { run: RunView; children?: ReactNode }) {
  const { ember } = useTokens();
  const router = useRouter();
  const isFirst = run.holdFor?.first === true;
  return (
    <Leaf edge={ember} testID="hold-card">
      <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'center' }}>
        <Swatch colour={run.colour} size={44} />
        <View style={{ flex: 1 }}>
          <Strong style={{ color: ember }}>{isFirst ? 'Get ready' : 'Hold'}</Strong>
          <Heading>{run.hold}</Heading>
        </View>
      </View>
      {run.holdFor?.turnOver ? <TurnedOver run={run} /> : null}
      <Body>{isBuiltIn(run) ? run.machineName : `${run.toolName} in ${run.machineName}`}, dialled to:</Body>
      <SettingsLine settings={run.settings} machineId={run.machineId} size={28} isDialled />
      <Nudged run={run} />
      <Aside>
        {stepOf(run)} takes about {formatDuration(run.estimateSeconds)}.
      </Aside>
      {isPressed(run) ? (
        <TextKey
          title="Press plan and timer"
          icon="timer-outline"
          onPress={() => router.push({ pathname: '/jobs/[id]/press', params: { id: run.jobId } })}
        />
      ) : null}
      <ReadyLines run={run} />
      {children}
    </Leaf>
  );
}

/** How the back is brought behind its front. */
function TurnedOver({ run }: { run: RunView }) {
  const router = useRouter();
  const { moss } = useTokens();
  return (
    <View style={{ gap: SPACE.small }}>
      {run.isBrought ? (
        <Body style={{ color: moss }}>Its marks are read: the back comes behind its front.</Body>
      ) : (
        <Body>Lay it where it lay. Its marks say where it really is.</Body>
      )}
      <Button
        title={run.isBrought ? 'Read its marks anew' : 'Read its marks'}
        type="outline"
        onPress={() => router.push({ pathname: '/jobs/[id]/turn', params: { id: run.jobId } })}
      />
    </View>
  );
}
