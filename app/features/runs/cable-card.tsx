import type { MachineView, RunView } from '@keen-anvil/contract';
import { goHome, goingOn, goToZero, jogBy, setZeroHere, unlock } from '@keen-anvil/core/cable';
import { formatNumber } from '@keen-anvil/core/units';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Toggle } from '../../ui/toggle';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { connect, lineTo, senderOf, useCable } from '../cable/cables';
import { fileOfRun, sendRun } from '../cable/run-over-cable';
import { Arrow } from '../jobs/arrow-key';
import { runsKey } from '../jobs/run-queries';

/**
 * A machine on a cable of this page: connected, and moved by hand before it starts, or after it broke off.
 * @param onSaid after something was sent to it
 */
export function CableCard({
  run,
  machine,
  onSaid,
}: {
  run: RunView;
  machine: MachineView;
  onSaid?: (text: string) => void;
}) {
  const { rust, moss } = useTokens();
  const { isOpen } = useCable(machine.id);
  const [by, setBy] = useState<'1' | '10' | '50'>('10');
  const open = useMutation({ mutationFn: () => connect(machine) });
  const say = useMutation({
    mutationFn: async (text: string) => {
      const line = lineTo(machine.id);
      if (!line?.isOpen) throw new Error(`${machine.name} hangs on no cable here any more.`);
      await line.write(text);
    },
    onSuccess: (_, text) => onSaid?.(text),
  });
  const isStanding = run.progress.state === 'holding' || run.interruption !== null;
  const free = run.interruption?.why === 'alarm' ? unlock(machine) : null;
  const home = goHome(machine);
  const zero = setZeroHere(machine);
  const trouble = open.error ?? say.error;
  const mm = Number(by);
  return (
    <View style={{ gap: SPACE.small }} testID="cable">
      <Strong style={{ color: isOpen ? moss : undefined }}>
        {isOpen ? `${machine.name} is connected` : `${machine.name} hangs on a cable`}
      </Strong>
      {isOpen ? null : (
        <Button
          title={`Connect ${machine.name}`}
          type="outline"
          loading={open.isPending}
          onPress={() => open.mutate()}
        />
      )}
      {isOpen && isStanding ? (
        <>
          {free ? (
            <>
              <Aside>In an alarm it takes nothing else: unlock it, or let it find its home.</Aside>
              <Button title="Unlock" type="outline" onPress={() => say.mutate(free)} />
            </>
          ) : null}
          <Chips
            label="Move the head by"
            options={[
              { value: '1', label: '1 mm' },
              { value: '10', label: '10 mm' },
              { value: '50', label: '50 mm' },
            ]}
            chosen={by}
            onChoose={setBy}
          />
          <View style={{ flexDirection: 'row', gap: 4 }}>
            <Arrow
              icon="arrow-left"
              label={`Move the head left by ${by} mm`}
              onPress={() => say.mutate(jogBy(machine, -mm, 0))}
            />
            <Arrow
              icon="arrow-up"
              label={`Move the head away by ${by} mm`}
              onPress={() => say.mutate(jogBy(machine, 0, mm))}
            />
            <Arrow
              icon="arrow-down"
              label={`Move the head nearer by ${by} mm`}
              onPress={() => say.mutate(jogBy(machine, 0, -mm))}
            />
            <Arrow
              icon="arrow-right"
              label={`Move the head right by ${by} mm`}
              onPress={() => say.mutate(jogBy(machine, mm, 0))}
            />
          </View>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
            <Button title="Go to zero" type="outline" onPress={() => say.mutate(goToZero(machine))} />
            {zero ? <Button title="Zero is here" type="outline" onPress={() => say.mutate(zero)} /> : null}
            {home ? <Button title="Home" type="outline" onPress={() => say.mutate(home)} /> : null}
          </View>
        </>
      ) : null}
      {trouble ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble.message}
        </Body>
      ) : null}
    </View>
  );
}

/** A run over a cable that was broken off: what happened, what is safe, and how it goes on. */
export function BrokenOff({ run, machine }: { run: RunView; machine: MachineView }) {
  const { rust, ember } = useTokens();
  const client = useQueryClient();
  const { isOpen } = useCable(machine.id);
  const [wasOff, setWasOff] = useState(false);
  const [said, setSaid] = useState<readonly string[]>([]);
  const file = useQuery({ queryKey: ['run file', run.id], queryFn: () => fileOfRun(run.id), staleTime: Infinity });
  const told = () => void client.invalidateQueries({ queryKey: runsKey(run.jobId) });
  const goOn = useMutation({
    mutationFn: (fromLine: number) =>
      sendRun(run, machine, { fromLine, begin: run.progress.state === 'paused' ? 'resume' : null, onTold: told }),
    onSettled: told,
  });
  if (senderOf(machine.id, run.id) && !run.interruption) return null;
  const { why, line, text, said: answer } = run.interruption ?? { why: 'closed' as const, line: run.confirmedLine };
  const broken = why === 'alarm' ? { why, line, said: answer ?? '' } : { why: 'lost' as const, line };
  const on = file.data ? goingOn(file.data, broken, { homes: machine.homes, wasOff }) : null;
  const missing = missingToGoOn({ machine, isOpen, isLost: why === 'alarm' || wasOff, isAlarm: why === 'alarm', said });
  return (
    <Leaf edge={rust} testID="broken-off">
      <Heading>{HEADINGS[why]}</Heading>
      <Body>{sayBroken(why, machine.name, { line, text, said: answer })}</Body>
      <Aside>
        {sayStopped(why, machine)} What was done stays done: {formatNumber(run.progress.cutMm / 1000, 2)} m.
      </Aside>
      <Toggle label="It was switched off since" value={wasOff} onChange={setWasOff} />
      {on ? (
        <Strong style={{ color: on.isSafe ? undefined : ember }}>
          {on.isSafe
            ? `It is safe to go on: ${on.because}. Line ${on.fromLine} is begun anew.`
            : `It is not safe to go on: ${on.because}. Set its zero where it was, or cancel and lay the sheet afresh.`}
        </Strong>
      ) : null}
      <CableCard run={run} machine={machine} onSaid={(text) => setSaid([...said, text])} />
      {missing ? <Aside style={{ color: ember }}>{missing}</Aside> : null}
      {on ? (
        <Button
          title={on.isSafe ? `Go on from line ${on.fromLine}` : 'Its zero is where it was: go on'}
          type={on.isSafe ? 'solid' : 'outline'}
          disabled={missing !== null}
          loading={goOn.isPending}
          onPress={() => goOn.mutate(on.fromLine)}
        />
      ) : null}
      {goOn.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {goOn.error.message}
        </Body>
      ) : null}
    </Leaf>
  );
}

/** What has to be done before it goes on; null where nothing has. */
function missingToGoOn({
  machine,
  isOpen,
  isLost,
  isAlarm,
  said,
}: {
  machine: MachineView;
  isOpen: boolean;
  isLost: boolean;
  isAlarm: boolean;
  said: readonly string[];
}): string | null {
  if (!isOpen) return `Connect ${machine.name} first.`;
  const home = goHome(machine);
  const free = unlock(machine);
  if (isLost && home && !said.includes(home)) return `${machine.name} has to find its home first: tap Home.`;
  if (isAlarm && !home && free && !said.includes(free)) return `${machine.name} has to be unlocked first.`;
  return null;
}

/** How the machine came to stand: it can be told nothing over a cable that is gone. */
function sayStopped(why: keyof typeof HEADINGS, machine: MachineView): string {
  const isPlotter = machine.kind === 'plotter';
  if (why === 'refused') return `${machine.name} was told to stop, with ${isPlotter ? 'its tool up' : 'its beam off'}.`;
  if (why === 'alarm') return `${machine.name} stopped by itself${isPlotter ? '' : ' and put its beam off'}.`;
  return `Nothing more reached ${machine.name}: look whether it stands still${isPlotter ? '' : ' with its beam off'} before you touch it.`;
}

const HEADINGS = {
  refused: 'A line was refused',
  alarm: 'The machine stopped by itself',
  lost: 'The cable was lost',
  closed: 'The page was closed',
} as const;

function sayBroken(
  why: keyof typeof HEADINGS,
  name: string,
  { line, text, said }: { line: number; text?: string; said?: string },
): string {
  if (why === 'refused')
    return `${name} was expected to take line ${line} of its file${text ? `, “${text}”` : ''}; it answered “${said ?? 'no'}”.`;
  if (why === 'alarm')
    return `${name} went into alarm${said && !/^alarm$/i.test(said) ? ` ${said.replace(/^alarm[: ]*/i, '')}` : ''} after line ${line}: mostly it came to the end of its way.`;
  if (why === 'lost') return `${name} had taken line ${line} when the cable went dead.`;
  return `This file went out of a page that was closed or loaded anew. ${name} had taken line ${line} by then, and what it had in its buffer.`;
}
