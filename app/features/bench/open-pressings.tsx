import type { PressingView } from '@keen-anvil/contract';
import { FORGOTTEN_SECONDS, leftSeconds } from '@keen-anvil/core/timers';
import { formatDuration } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Swatch } from '../../ui/marks';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Figure, Heading } from '../../ui/type';
import { useServerNow } from '../api/server-clock';
import { phaseName, sayForgotten } from '../press/phase-words';
import { usePhaseEnd } from '../press/use-phase-end';

/** The presses that are at work or wait: each with its phase and what is left of it. */
export function OpenPressings({ pressings }: { pressings: readonly PressingView[] }) {
  const isGoing = pressings.some(({ state }) => state === 'running');
  const now = useServerNow(isGoing);
  return (
    <>
      {pressings.map((pressing) => (
        <PressCard key={pressing.id} pressing={pressing} now={now} />
      ))}
    </>
  );
}

function PressCard({ pressing, now }: { pressing: PressingView; now: number | null }) {
  const { ember, quench, moss } = useTokens();
  const router = useRouter();
  const { state, machineName, name } = pressing;
  const phase = pressing.phases[Math.min(pressing.at, pressing.phases.length - 1)];
  const isGoing = state === 'running';
  const left = isGoing && now !== null ? leftSeconds(pressing, now) : null;
  const isOver = left !== null && left <= 0;
  usePhaseEnd(isGoing ? `${pressing.id} ${pressing.at}` : null, isOver, `${phaseName(phase)}: done.`, name);
  const title = {
    waiting: `${machineName} waits: ${name}`,
    running: `${machineName}: ${name}`,
    paused: `Paused at ${machineName}: ${name}`,
    done: `How did it come out? ${name}`,
    cancelled: name,
  }[state];
  return (
    <Leaf edge={isOver || state === 'paused' ? ember : state === 'done' ? moss : quench} testID="bench-press">
      <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'center' }}>
        <Swatch colour={pressing.layers[0]?.colour ?? quench} size={36} />
        <Heading style={{ flex: 1 }}>{title}</Heading>
      </View>
      {isGoing && left !== null && left < -FORGOTTEN_SECONDS ? (
        <Body style={{ color: ember }}>{sayForgotten(phase, -left)}</Body>
      ) : isGoing ? (
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.small }}>
          <Figure style={{ fontSize: 44, lineHeight: 50, color: isOver ? ember : undefined }}>
            {left === null ? '…' : `${left < 0 ? '+' : ''}${Math.abs(Math.ceil(left))}`}
          </Figure>
          <Body style={{ flexShrink: 1 }}>{`s: ${phaseName(phase).toLowerCase()}`}</Body>
        </View>
      ) : (
        <Body>
          {state === 'waiting'
            ? `First: ${phaseName(phase).toLowerCase()}, ${formatDuration(phase.seconds)}.`
            : state === 'done'
              ? 'It is pressed and waits for your verdict.'
              : `In the middle of “${phaseName(phase).toLowerCase()}”.`}
        </Body>
      )}
      <Button
        title={state === 'done' ? 'Score it' : 'Go to the press'}
        type="outline"
        onPress={() => router.push({ pathname: '/jobs/[id]/press', params: { id: pressing.jobId ?? '' } })}
      />
    </Leaf>
  );
}
