import type { MachineView, RunView } from '@keen-anvil/contract';
import { goHome, goingOn, goToZero, jogBy, setZeroHere } from '@keen-anvil/core/cable';
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

/** A machine on a cable of this page: connected, and moved by hand before it starts. */
export function CableCard({ run, machine }: { run: RunView; machine: MachineView }) {
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
  });
  const isBefore = run.progress.state === 'holding';
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
      {isOpen && isBefore ? (
        <>
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
  const file = useQuery({ queryKey: ['run file', run.id], queryFn: () => fileOfRun(run.id), staleTime: Infinity });
  const told = () => void client.invalidateQueries({ queryKey: ['runs', run.jobId] });
  const goOn = useMutation({
    mutationFn: (fromLine: number) =>
      sendRun(run, machine, { fromLine, begin: run.progress.state === 'paused' ? 'resume' : null, onTold: told }),
    onSettled: told,
  });
  if (senderOf(machine.id, run.id) && !run.interruption) return null;
  const { why, line, text, said } = run.interruption ?? { why: 'closed' as const, line: run.confirmedLine };
  const broken = why === 'alarm' ? { why, line, said: said ?? '' } : { why: 'lost' as const, line };
  const on = file.data ? goingOn(file.data, broken, { homes: machine.homes, wasOff }) : null;
  return (
    <Leaf edge={rust} testID="broken-off">
      <Heading>{HEADINGS[why]}</Heading>
      <Body>{sayBroken(why, machine.name, { line, text, said })}</Body>
      <Aside>
        {machine.name} was told to stop, with {machine.kind === 'plotter' ? 'its tool up' : 'its beam off'}. What was
        done stays done: {formatNumber(run.progress.cutMm / 1000, 2)} m.
      </Aside>
      <Toggle label="It was switched off since" value={wasOff} onChange={setWasOff} />
      {on ? (
        <Strong style={{ color: on.isSafe ? undefined : ember }}>
          {on.isSafe
            ? `It is safe to go on: ${on.because}. Line ${on.fromLine} is begun anew.`
            : `It is not safe to go on: ${on.because}. Set its zero where it was, or cancel and lay the sheet afresh.`}
        </Strong>
      ) : null}
      <CableCard run={run} machine={machine} />
      {on ? (
        <Button
          title={on.isSafe ? `Go on from line ${on.fromLine}` : 'Its zero is where it was: go on'}
          type={on.isSafe ? 'solid' : 'outline'}
          disabled={!isOpen}
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
    return `${name} went into alarm ${said ?? ''} after line ${line}: mostly it came to the end of its way. Clear it on the machine.`;
  if (why === 'lost') return `${name} had taken line ${line} when the cable went dead.`;
  return `This file went out of a page that was closed or loaded anew. ${name} had taken line ${line} by then, and what it had in its buffer.`;
}
