import type { MachineView, RunView } from '@keen-anvil/contract';
import { unticked } from '@keen-anvil/core/preparation';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { ApiError } from '../api/client';
import { useCable } from '../cable/cables';
import { sendRun, steer } from '../cable/run-over-cable';
import { ticksOf, useRunAction, runsKey } from '../jobs/run-queries';
import { AgainKey } from './again-key';

interface RunKeysProps {
  run: RunView;
  machine: MachineView | undefined;
  before: RunView | undefined;
}

/** The keys under the thumb: start, go over again what was not enough, pause, resume, cancel, or say that it is done. */
export function RunKeys({ run, machine, before }: RunKeysProps) {
  const { rust, ember } = useTokens();
  const act = useRunAction(run.jobId);
  const client = useQueryClient();
  const { isOpen } = useCable(run.machineId);
  const [asksRecipe, setAsksRecipe] = useState(false);
  const [asksCancel, setAsksCancel] = useState(false);
  const told = () => void client.invalidateQueries({ queryKey: runsKey(run.jobId) });
  const overCable = useMutation({
    scope: ticksOf(run.jobId),
    mutationFn: () => sendRun(run, machine!, { fromLine: 1, begin: 'start', onTold: told }),
    onSettled: told,
  });
  const { state } = run.progress;
  const isCable = run.driver === 'cable';
  const key = mainKey(run);
  const mayNotGoOn = state === 'holding' && before?.stronger ? before : undefined;
  const open = unticked(run.preparation ?? [], run.ticked);
  const isMissing = state === 'holding' && (open.length > 0 || (isCable && !isOpen));
  const trouble = [act.error, overCable.error].find((error) => error && !asksOf(error));
  const isBegun = state !== 'queued' && (state !== 'holding' || run.progress.doneSeconds > 0);
  const cancel = () => {
    setAsksCancel(false);
    if (isCable) steer(run, 'cancel');
    act.mutate({ id: run.id, action: 'cancel' });
  };
  const press = (recipe?: 'as-planned' | 'as-revised') => {
    setAsksRecipe(false);
    if (key.action === 'start' && isCable && !recipe) {
      overCable.mutate(undefined, { onError: (error) => asksOf(error) && setAsksRecipe(true) });
      return;
    }
    if (isCable && key.action === 'pause') steer(run, 'hold');
    if (isCable && key.action === 'resume' && !run.interruption) steer(run, 'resume');
    act.mutate(
      { id: run.id, action: key.action, ...(recipe ? { recipe } : {}) },
      { onError: (error) => asksOf(error) && setAsksRecipe(true) },
    );
  };
  return (
    <View style={{ gap: SPACE.small }}>
      {trouble ? (
        <View role="alert">
          <Body style={{ color: rust }}>{trouble.message}</Body>
        </View>
      ) : null}
      {mayNotGoOn ? <AgainKey run={mayNotGoOn} /> : null}
      {state === 'holding' && run.holdFor?.lookAfter ? (
        <Button
          title="It is through: leave out the rest"
          type="outline"
          disabled={act.isPending}
          onPress={() => act.mutate({ id: run.id, action: 'enough' })}
        />
      ) : null}
      {!mayNotGoOn && isMissing ? (
        <Aside style={{ color: ember }}>
          {open.length > 0
            ? `${open.length === 1 ? 'One line' : `${open.length} lines`} for your safety still to tick`
            : `Connect ${run.machineName} first.`}
        </Aside>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button
          title="Cancel"
          type="outline"
          containerStyle={{ flex: 1 }}
          titleStyle={{ color: rust }}
          buttonStyle={{ borderColor: rust }}
          onPress={() => (isBegun ? setAsksCancel(true) : cancel())}
        />
        {mayNotGoOn || state === 'queued' || run.interruption ? null : (
          <Button
            title={key.title}
            type={state === 'holding' && before?.outcome === null && !run.holdFor?.lookAfter ? 'outline' : 'solid'}
            disabled={isMissing}
            loading={act.isPending || overCable.isPending}
            containerStyle={{ flex: 2 }}
            onPress={() => press()}
          />
        )}
      </View>
      <Decision title="Cancel this run?" isOpen={asksCancel} onClose={() => setAsksCancel(false)}>
        <Body>What is done stays done. What is not done yet cannot be gone on with: it would be begun anew.</Body>
        <Button title="Cancel it" buttonStyle={{ backgroundColor: rust }} onPress={cancel} />
        <Button title="Let it run" type="outline" onPress={() => setAsksCancel(false)} />
      </Decision>
      <Decision title="The recipe was revised" isOpen={asksRecipe} onClose={() => setAsksRecipe(false)}>
        <Body>Since this run was planned its recipe has other numbers. Which does it go by?</Body>
        <Button title="Those of now" onPress={() => press('as-revised')} />
        <Button title="Those it was planned by" type="outline" onPress={() => press('as-planned')} />
      </Decision>
    </View>
  );
}

const asksOf = (error: Error): boolean => error instanceof ApiError && error.code === 'recipe-revised';

/** What the main key does. */
function mainKey(run: RunView): { action: 'start' | 'pause' | 'resume' | 'done'; title: string } {
  const { state } = run.progress;
  const { holdFor } = run;
  if (run.driver === 'by-hand' && (state === 'running' || state === 'paused'))
    return { action: 'done', title: 'I have run it' };
  if (state === 'running') return { action: 'pause', title: 'Pause' };
  if (state !== 'holding') return { action: 'resume', title: 'Go on' };
  if (holdFor?.again) return { action: 'start', title: 'Go over it again' };
  if (holdFor?.first) return { action: 'start', title: 'Start' };
  if (holdFor?.lookAfter) return { action: 'start', title: 'Not yet: go on' };
  const isTurn = holdFor?.turnOver && !holdFor.machine && !holdFor.sheet;
  if (isTurn) return { action: 'start', title: 'It is turned over' };
  const isToolAlone = holdFor?.tool && !holdFor.machine && !holdFor.sheet && !holdFor.cover;
  return { action: 'start', title: isToolAlone ? 'The tool is in' : 'Next material is in' };
}
