import { endpoints, type RunView } from '@keen-anvil/contract';
import type { PreparationLine } from '@keen-anvil/core/preparation';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Button, Input } from '../../ui/elements';
import { Decision } from '../../ui/choice';
import { TextKey } from '../../ui/text-key';
import { TickLine } from '../../ui/tick-line';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Figure, Strong } from '../../ui/type';
import { ask } from '../api/ask';
import { useServerNow } from '../api/server-clock';
import { useTick, runsKey } from '../jobs/run-queries';
import { useEndWarming, useStartWarming, useWarmClocks, warmLeft } from './warm-clocks';

/** What has to be ready before a run starts, on the paper of a job ticket: each line is ticked off where it is done. */
export function ReadyLines({ run }: { run: RunView }) {
  const { rust, rule } = useTokens();
  const tick = useTick(run.jobId);
  const clocks = useWarmClocks();
  const endWarming = useEndWarming();
  const [isAdding, setAdding] = useState(false);
  const lines = run.preparation;
  if (!lines) return null;
  const ticked = new Set(run.ticked);
  const turn = (id: string) => {
    const name = `${run.id} ${id}`;
    if (clocks.some((clock) => clock.name === name)) endWarming.mutate(name);
    tick.mutate({ id: run.id, line: id, isTicked: !ticked.has(id) });
  };
  return (
    <View style={{ gap: 2, borderTopWidth: 1, borderColor: rule, paddingTop: SPACE.small }} testID="ready-lines">
      <Strong>{lines.length > 0 ? 'Before it starts' : 'Everything is in from before.'}</Strong>
      {lines.map((line) => (
        <ReadyLine key={line.id} line={line} isTicked={ticked.has(line.id)} onTick={() => turn(line.id)} run={run} />
      ))}
      {tick.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {tick.error.message}
        </Body>
      ) : null}
      <TextKey title="Add a line of my own" icon="plus" onPress={() => setAdding(true)} />
      <OwnLine run={run} isOpen={isAdding} onClose={() => setAdding(false)} />
    </View>
  );
}

interface ReadyLineProps {
  run: RunView;
  line: PreparationLine;
  isTicked: boolean;
  onTick: () => void;
}

function ReadyLine({ run, line, isTicked, onTick }: ReadyLineProps) {
  const { ember } = useTokens();
  const clock = useWarmClocks().find(({ name }) => name === `${run.id} ${line.id}`);
  const now = useServerNow(clock !== undefined);
  const [isEarly, setEarly] = useState(false);
  const left = clock && now !== null ? warmLeft(clock, now) : 0;
  const isGoing = line.minutes !== null && !isTicked && left > 0;
  return (
    <TickLine
      text={line.text}
      isSafety={line.isSafety}
      isTicked={isTicked}
      onTick={() => (isGoing ? setEarly(true) : onTick())}
    >
      {line.minutes !== null && !isTicked ? <WarmClock run={run} line={line} /> : null}
      {isGoing && isEarly ? (
        <View style={{ paddingLeft: 44 }}>
          <Body role="alert" style={{ color: ember }}>
            Its time is not over. Begun too early, what it makes does not hold, and the piece is lost.
          </Body>
          <TextKey title="It is ready all the same" icon="check" onPress={onTick} />
        </View>
      ) : null}
    </TickLine>
  );
}

/** A clock for what takes its minutes; it goes by the server's clock, and is shown on every Bench. */
function WarmClock({ run, line }: { run: RunView; line: PreparationLine }) {
  const { moss, rust } = useTokens();
  const name = `${run.id} ${line.id}`;
  const clock = useWarmClocks().find((one) => one.name === name);
  const now = useServerNow(clock !== undefined);
  const start = useStartWarming();
  if (!clock)
    return (
      <>
        <TextKey
          title={`Start its ${line.minutes} min clock`}
          icon="timer-outline"
          onPress={() => start.mutate({ name, jobId: run.jobId, text: line.text, minutes: line.minutes! })}
        />
        {start.isError ? (
          <Body role="alert" style={{ color: rust }}>
            {start.error.message}
          </Body>
        ) : null}
      </>
    );
  const left = now === null ? null : warmLeft(clock, now);
  return (
    <View role="timer" style={{ paddingLeft: 44, paddingBottom: SPACE.small }}>
      {left === 0 ? (
        <Strong style={{ color: moss }}>Its time is over: tick it off.</Strong>
      ) : (
        <Figure>{left === null ? '…' : `${Math.floor(left / 60)} min ${left % 60} s`}</Figure>
      )}
    </View>
  );
}

/** A line that the workshop ticks beside the others: for this process, or always. */
function OwnLine({ run, isOpen, onClose }: { run: RunView; isOpen: boolean; onClose: () => void }) {
  const { rust } = useTokens();
  const client = useQueryClient();
  const [text, setText] = useState('');
  const [id, setId] = useState(() => uuid());
  const add = useMutation({
    mutationFn: (process: RunView['process'] | null) =>
      ask(endpoints.addPreparationLine, {}, { body: { id, text: text.trim(), process, machineId: null } }),
    onSuccess: async () => {
      setText('');
      setId(uuid());
      onClose();
      await client.invalidateQueries({ queryKey: runsKey(run.jobId) });
    },
  });
  const own = run.preparation?.filter((line) => line.isOwn) ?? [];
  const drop = useMutation({
    mutationFn: (lineId: string) =>
      ask(endpoints.putPreparationLineAway, { id: lineId }, { body: { isArchived: true } }),
    onSuccess: () => client.invalidateQueries({ queryKey: runsKey(run.jobId) }),
  });
  return (
    <Decision title="A line of my own" isOpen={isOpen} onClose={onClose}>
      <Input
        label="What has to be ready?"
        aria-label="What has to be ready?"
        value={text}
        maxLength={200}
        onChangeText={setText}
        errorMessage={add.isError ? add.error.message : ''}
      />
      <Button
        title="Before every start like this one"
        disabled={text.trim() === ''}
        loading={add.isPending}
        onPress={() => add.mutate(run.process)}
      />
      <Button
        title="Before every start"
        type="outline"
        disabled={text.trim() === ''}
        onPress={() => add.mutate(null)}
      />
      {own.map((line) => (
        <View key={line.id} style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
          <Body style={{ flex: 1 }}>{line.text}</Body>
          <TextKey
            title="Take it off"
            isRisky
            label={`Take it off: ${line.text}`}
            onPress={() => drop.mutate(line.id)}
          />
        </View>
      ))}
      {drop.isError ? <Body style={{ color: rust }}>{drop.error.message}</Body> : null}
    </Decision>
  );
}
