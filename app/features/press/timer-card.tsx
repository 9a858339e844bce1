import type { PressingView } from '@keen-anvil/contract';
import { unticked } from '@keen-anvil/core/preparation';
import { FORGOTTEN_SECONDS, leftSeconds, spentSeconds } from '@keen-anvil/core/timers';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading } from '../../ui/type';
import { useServerNow } from '../api/server-clock';
import { useAwake } from '../runs/use-tell-maker';
import { PhaseRule } from './phase-rule';
import { phaseName, sayForgotten, sayPause, sayPhase } from './phase-words';
import { PlateLine } from './plate-line';
import { PressReady } from './press-ready';
import { usePlate, usePressingTurn } from './queries';
import { usePhaseEnd } from './use-phase-end';

/** The phase that a pressing is in, to be read from afar: it goes by the server's clock, whatever the phone did meanwhile. */
export function TimerCard({ pressing }: { pressing: PressingView }) {
  const { quench, ember } = useTokens();
  const isGoing = pressing.state === 'running';
  const now = useServerNow(isGoing);
  useAwake(isGoing);
  const phase = pressing.phases[Math.min(pressing.at, pressing.phases.length - 1)];
  const left = now === null && isGoing ? null : leftSeconds(pressing, now ?? 0);
  const plate = usePlate(pressing);
  // A plate that tells its temperature is warm when it is, not when a clock says so.
  const isOver = isGoing && (phase.kind === 'warm-up' && plate ? plate.isReady : left !== null && left <= 0);
  const isForgotten = left !== null && left < -FORGOTTEN_SECONDS;
  usePhaseEnd(isGoing ? `${pressing.id} ${pressing.at}` : null, isOver, `${phaseName(phase)}: done.`, pressing.name);
  const next = pressing.phases[pressing.at + 1];
  return (
    <Leaf edge={isOver ? ember : quench} testID="press-timer">
      <Heading>{pressing.state === 'waiting' ? `${pressing.name} waits for the start` : phaseName(phase)}</Heading>
      {isForgotten ? (
        <Body role="alert" style={{ color: ember }}>
          {sayForgotten(phase, -left)}
        </Body>
      ) : (
        <Left left={pressing.state === 'waiting' ? phase.seconds : left} isDown={phase.isDown} />
      )}
      {plate && isGoing ? <PlateLine plate={plate} pressing={pressing} isDown={phase.isDown} /> : null}
      <Body>{sayPhase(phase, pressing.layers, pressing.unit)}</Body>
      {pressing.state === 'paused' ? (
        <Body style={{ color: ember }}>{sayPause(phase, spentSeconds(pressing, 0))}</Body>
      ) : null}
      <PhaseRule phases={pressing.phases} at={pressing.state === 'waiting' ? -1 : pressing.at} />
      {pressing.state === 'waiting' ? <PressReady pressing={pressing} /> : null}
      {next ? <Aside>{`Then: ${phaseName(next).toLowerCase()}, ${formatDuration(next.seconds)}.`}</Aside> : null}
    </Leaf>
  );
}

/** What is left, large; what went on for too long under the plate, as what it is. */
function Left({ left, isDown }: { left: number | null; isDown: boolean }) {
  const { ember, ink } = useTokens();
  if (left === null) return <Figure style={{ fontSize: 88, lineHeight: 96 }}>…</Figure>;
  const isOver = left <= 0;
  const [whole, tenth] = formatNumber(Math.abs(left), 1).split('.');
  return (
    <View>
      <View
        role="timer"
        testID="left"
        aria-label={`${formatNumber(left, 1)} seconds left`}
        style={{ flexDirection: 'row', alignItems: 'baseline' }}
      >
        <Figure style={{ fontSize: 88, lineHeight: 96, color: isOver && isDown ? ember : ink }}>
          {isOver && Math.abs(left) >= 1 ? '+' : ''}
          {whole}
        </Figure>
        <Figure
          style={{ fontSize: 28, lineHeight: 34, color: isOver && isDown ? ember : ink }}
        >{`.${tenth ?? '0'} s`}</Figure>
      </View>
      {isOver && isDown ? (
        <Body style={{ color: ember }}>Lift the plate: what goes on now is more than it needs.</Body>
      ) : null}
    </View>
  );
}

/** The keys under the thumb. */
export function TimerKeys({ pressing }: { pressing: PressingView }) {
  const { rust, ember } = useTokens();
  const open = unticked(pressing.preparation, pressing.ticked);
  const turn = usePressingTurn(pressing.jobId ?? '');
  const { id, at, state } = pressing;
  const phase = pressing.phases[at];
  const send = (name: Parameters<typeof turn.mutate>[0]['turn'], from = at) =>
    turn.mutate({ id, turn: name, at: from });
  const isCorner = phase?.kind === 'lift-corner' && pressing.phases[at + 1]?.isOnlyIfNeeded;
  const cancel = (
    <Button
      title="Cancel"
      type="outline"
      containerStyle={{ flex: 1 }}
      titleStyle={{ color: rust }}
      buttonStyle={{ borderColor: rust }}
      onPress={() => send('cancel')}
    />
  );
  return (
    <View style={{ gap: SPACE.small }}>
      {state === 'waiting' && open.length > 0 ? (
        <Aside style={{ color: ember }}>
          {`${open.length === 1 ? 'One line' : `${open.length} lines`} for your safety still to tick`}
        </Aside>
      ) : null}
      {turn.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {turn.error.message}
        </Body>
      ) : null}
      {state === 'running' && isCorner ? (
        <View style={{ flexDirection: 'row', gap: SPACE.small }}>
          <Button
            title="It lifts: press again"
            type="outline"
            containerStyle={{ flex: 1 }}
            onPress={() => send('next')}
          />
          <Button
            title="It holds"
            containerStyle={{ flex: 1 }}
            onPress={() => {
              send('next');
              send('skip', at + 1);
            }}
          />
        </View>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        {cancel}
        {state === 'running' && !isCorner ? (
          <>
            <Button title="Pause" type="outline" containerStyle={{ flex: 1 }} onPress={() => send('pause')} />
            <Button title={NEXT_KEYS[phase.kind]} containerStyle={{ flex: 2 }} onPress={() => send('next')} />
          </>
        ) : null}
        {state === 'paused' ? (
          <Button title="Go on" containerStyle={{ flex: 2 }} onPress={() => send('resume')} />
        ) : null}
        {state === 'waiting' ? (
          <Button title="Start" disabled={open.length > 0} containerStyle={{ flex: 2 }} onPress={() => send('start')} />
        ) : null}
      </View>
    </View>
  );
}

const NEXT_KEYS = {
  'warm-up': 'It is warm',
  preheat: 'Plate is up',
  'turn-over': 'It is turned over',
  lay: 'Plate goes down',
  press: 'Plate is up',
  recover: 'It is back',
  rest: 'Next',
  weigh: 'It is cold',
  peel: 'It is peeled',
  'lift-corner': 'It holds',
  'press-again': 'Plate is up',
} as const;
