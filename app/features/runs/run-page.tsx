import type { RunView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { Columns } from '../../ui/columns';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { SaveKey } from '../api/save-key';
import { addresses } from '@keen-anvil/contract';
import { senderOf, useCable } from '../cable/cables';
import { followOn, isUnsent } from '../cable/run-over-cable';
import { useFollowRun, useRuns, runsKey } from '../jobs/run-queries';
import { useMachines } from '../shop/queries';
import { AgainKey } from './again-key';
import { BrokenOff, CableCard } from './cable-card';
import { EdgeWalk, type Walk } from './edge-walk';
import { Finished } from './finished';
import { HoldCard } from './hold-card';
import { PressPicture } from './press-picture';
import { RunKeys } from './run-keys';
import { Progress } from './run-progress';
import { RunSheet } from './run-sheet';
import { isJudgedWithTheRest, isPressed, stepOf } from './run-words';
import { useRunPath } from './use-run-path';
import { askToNotify, mayNotify, useAwake, useTellMaker } from './use-tell-maker';
import { WhatRemains } from './what-remains';

const AT_WORK = ['running', 'paused', 'holding'];

/** The runs of a job: what is under way, what has to be ready, and how each step came out. */
export function RunPage({ jobId }: { jobId: string }) {
  const runs = useRuns(jobId);
  const router = useRouter();
  const isWide = useWide();
  const [walk, setWalk] = useState<Walk>({ edge: 'box', share: null });
  const machines = useMachines().data;
  const back = { label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } } as const;
  const current = runs.data?.find((run) => AT_WORK.includes(run.progress.state));
  const finished = [...(runs.data ?? [])]
    .reverse()
    .filter((run) => run.progress.state === 'finished' && !isJudgedWithTheRest(run, runs.data!));
  const [last] = finished;
  const shown = current ?? last;
  const machine = machines?.find(({ id }) => id === shown?.machineId);
  const path = useRunPath(current, machine).data;
  useFollowRun(current);
  useTellMaker(runs.data);
  useAwake(current?.progress.state === 'running');
  const client = useQueryClient();
  const { isOpen } = useCable(shown?.machineId ?? '');
  useEffect(() => {
    // What follows by itself on the same machine goes out over the same cable.
    if (current && machine)
      followOn(current, machine, () => void client.invalidateQueries({ queryKey: runsKey(jobId) }));
  }, [client, current, machine, jobId]);
  const isHolding = current?.progress.state === 'holding';
  const isMoving = machine !== undefined && machineKindOf(machine.kind).does !== 'heat';
  const sheet = shown ? (
    isPressed(shown) ? (
      <PressPicture run={shown} />
    ) : (
      <RunSheet run={shown} path={path} walk={isHolding ? walk : null} />
    )
  ) : null;
  // At a hold the verdict on what lies there comes before anything else; not where it is gone over again for just that verdict.
  const before = isHolding && !current.holdFor?.lookAfter && !current.holdFor?.again ? last : undefined;
  const toJudge = before && (before.outcome === null || before.stronger !== null) ? before : undefined;
  const isCancelled = runs.data?.some((run) => run.progress.state === 'cancelled') ?? false;
  const verdicts = (
    <>
      {finished
        .filter((run) => run !== toJudge)
        .map((run) => (
          <Finished key={run.id} run={run} />
        ))}
      {isCancelled ? <Aside>The run was cancelled. What was cut until then stays cut.</Aside> : null}
    </>
  );
  // A step whose turn it is, and whose machine another job is on.
  const waiting = current || isCancelled ? undefined : runs.data?.find((run) => run.progress.state === 'queued');
  const isOver = !current && !waiting && finished.length > 0;
  const isBroken =
    current?.driver === 'cable' &&
    !isHolding &&
    !(isOpen && isUnsent(current)) &&
    (current.interruption !== null || senderOf(current.machineId, current.id) === null);
  return (
    <Page
      title={runs.data?.[0]?.jobName ?? 'Run'}
      back={back}
      foot={
        (current ?? waiting) ? (
          <RunKeys key={(current ?? waiting)!.id} run={(current ?? waiting)!} machine={machine} before={before} />
        ) : runs.data?.length ? (
          <OverKeys runs={runs.data} last={last} onBack={() => router.replace(back.href)} />
        ) : undefined
      }
      maxWidth={1100}
    >
      {runs.isPending ? <Waiting /> : null}
      {runs.isError ? <Trouble error={runs.error} retry={() => void runs.refetch()} /> : null}
      {runs.data?.length === 0 ? (
        <Nothing title="This job was not run yet">Start it from the job’s page.</Nothing>
      ) : null}
      <Columns
        first={
          <>
            {toJudge ? <Finished key={toJudge.id} run={toJudge} /> : null}
            {waiting ? <WaitingForMachine run={waiting} /> : null}
            {current && isBroken && machine ? <BrokenOff key={current.id} run={current} machine={machine} /> : null}
            {current && isHolding ? (
              <HoldCard run={current}>
                {current.driver === 'cable' && machine ? <CableCard run={current} machine={machine} /> : null}
                {machine && isMoving && path ? (
                  <EdgeWalk run={current} machine={machine} path={path} walk={walk} onWalk={setWalk}>
                    {isWide ? null : sheet}
                  </EdgeWalk>
                ) : null}
              </HoldCard>
            ) : null}
            {current && !isHolding ? <Progress run={current} path={path} /> : null}
            {current && isMoving && current.driver === 'by-hand' ? (
              <SaveKey title="Save the file of this run" path={addresses.runFile({ id: current.id })} />
            ) : null}
            {isWide || isOver ? verdicts : isHolding && isMoving && path ? null : sheet}
            {current ? <TellMe /> : null}
            {isOver ? <WhatRemains runs={runs.data!} /> : null}
          </>
        }
        second={isWide || isOver ? sheet : verdicts}
      />
    </Page>
  );
}

/** What a step waits for, and that nobody has to do anything about it. */
function WaitingForMachine({ run }: { run: RunView }) {
  const { ember } = useTokens();
  return (
    <Leaf edge={ember} testID="waits-for-machine">
      <Heading>{`${stepOf(run)} waits for ${run.machineName}`}</Heading>
      <Body>Another job is on it. As soon as it is free, this one goes on by itself.</Body>
    </Leaf>
  );
}

/** The device may tell of a hold and of the end, if its maker lets it. */
function TellMe() {
  const [isTelling, setTelling] = useState(mayNotify);
  if (isTelling || typeof Notification === 'undefined' || Notification.permission === 'denied') return null;
  return (
    <TextKey
      title="Tell me when it holds or is done"
      icon="bell-outline"
      onPress={() => void askToNotify().then(setTelling)}
    />
  );
}

/** All steps are over: go over the last one again where it was not enough, on to the press with what goes on by heat, or back to the job. */
function OverKeys({ runs, last, onBack }: { runs: RunView[]; last: RunView | undefined; onBack: () => void }) {
  const router = useRouter();
  const film = runs.find(({ isThenPressed, outcome }) => isThenPressed && outcome !== null);
  return (
    <View style={{ gap: SPACE.small }}>
      {last?.stronger ? <AgainKey key={last.id} run={last} /> : null}
      {film && !last?.stronger ? (
        <Button
          title="On to the press"
          onPress={() => router.push({ pathname: '/jobs/[id]/press', params: { id: film.jobId } })}
        />
      ) : null}
      <Button title="Back to the job" type="outline" onPress={onBack} />
    </View>
  );
}
