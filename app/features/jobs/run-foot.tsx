import type { JobDetail } from '@keen-anvil/contract';
import { asksEngraveOrCut, isOnlyPrinted } from '@keen-anvil/core/steps';
import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { ApiError } from '../api/client';
import { Decision } from '../../ui/choice';
import { sayTurn } from './job-words';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { useStartJob } from './run-queries';
import { SpeedUpChoice, useSpeedUp } from './speed-up';
import type { InspectedStep } from './use-inspections';

/** Starts the run, says what stands in its way and what is left out, or leads to the run under way. */
export function RunFoot({ job, steps }: { job: JobDetail; steps: InspectedStep[] }) {
  const { rust } = useTokens();
  const router = useRouter();
  const isWide = useWide();
  const { speedUp, setSpeedUp } = useSpeedUp();
  const start = useStartJob(job.id);
  const [isAsking, ask] = useState(false);
  const toRun = () => router.push({ pathname: '/jobs/[id]/run', params: { id: job.id } });
  if (job.state === 'running' || job.state === 'on-hold' || job.state === 'to-score') {
    return (
      <Button
        title={job.state === 'on-hold' ? 'Go to the hold' : job.state === 'running' ? 'Go to the run' : 'Score the run'}
        onPress={toRun}
      />
    );
  }
  const stop = obstacle(steps);
  // The first step’s machine says how it is reached; the others go the same way.
  const driver = steps.find(({ step }) => !step.isSkipped)?.bed?.machine.driver ?? 'stand-in';
  const begin = (how: Parameters<typeof start.mutate>[0]) => start.mutate({ led: true, ...how }, { onSuccess: toRun });
  const left = job.otherParts.filter((part) => part.role !== 'guide').length;
  return (
    <View
      style={{ gap: SPACE.small, flexDirection: isWide ? 'row' : 'column', alignItems: isWide ? 'center' : 'stretch' }}
    >
      {stop ? (
        <Strong style={isWide ? { maxWidth: 320 } : undefined}>{stop}</Strong>
      ) : (
        <SpeedUpChoice speedUp={speedUp} onChange={setSpeedUp} />
      )}
      {!stop && left > 0 ? <Aside>{left === 1 ? '1 part is left out.' : `${left} parts are left out.`}</Aside> : null}
      {start.isError ? (
        <View role="alert">
          <Body style={{ color: rust }}>{start.error.message}</Body>
        </View>
      ) : null}
      {start.isError && start.variables && mayInsist(start.error) ? (
        <Button
          title="Run all the same"
          type="outline"
          loading={start.isPending}
          onPress={() => begin({ ...start.variables!, knowing: true })}
        />
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        {driver === 'by-hand' ? (
          <Button
            title="Stand-in"
            type="outline"
            aria-label="Run on the stand-in"
            disabled={stop !== null || start.isPending}
            onPress={() => begin({ speedUp })}
          />
        ) : (
          <Button
            title="By hand"
            type="outline"
            aria-label="By hand, on my own machine"
            disabled={stop !== null || start.isPending}
            onPress={() => ask(true)}
          />
        )}
        <Button
          title={MAIN_KEYS[driver]}
          containerStyle={{ flex: 1 }}
          disabled={stop !== null}
          loading={start.isPending}
          onPress={() => {
            if (driver === 'by-hand') ask(true);
            else begin(driver === 'cable' ? { speedUp: 1, driver } : { speedUp });
          }}
        />
      </View>
      <Decision title="On your own machine" isOpen={isAsking} onClose={() => ask(false)}>
        <Body>
          Each step’s file is saved under “Steps”; what is dialled in stands on its dial card. You say when a step is
          done, and then how it came out. The stand-in stays out of it.
        </Body>
        <Button
          title="Begin with step 1"
          loading={start.isPending}
          onPress={() => {
            ask(false);
            begin({ speedUp: 1, byHand: true });
          }}
        />
      </Decision>
    </View>
  );
}

/** How a job is begun, by how its first machine is reached. */
const MAIN_KEYS = {
  'stand-in': 'Run on the stand-in',
  cable: 'Run over the cable',
  'by-hand': 'Run it by hand',
} as const;

/** Whether the maker may know better than the book what is in the drawer. */
const mayInsist = (error: Error): boolean =>
  error instanceof ApiError && (error.code === 'nothing-left' || error.code === 'piece-taken');

/** The first thing that stands in the way of a run, or null. */
function obstacle(steps: InspectedStep[]): string | null {
  const running = steps.filter(({ step }) => !step.isSkipped);
  if (running.length === 0)
    return steps.some(({ step }) => isOnlyPrinted(step))
      ? 'Nothing is cut or drawn yet: the pictures are only printed.'
      : 'All steps are left out.';
  for (const { step, bed, inspection } of running) {
    const name = `Step ${step.position + 1}${sayTurn(step)}`;
    if (!bed)
      return step.materialId
        ? `${name}: nothing of its material is in stock. Add a piece at the step.`
        : `${name} has no material yet.`;
    if (asksEngraveOrCut(step)) return `${name}: engrave or cut? Say so at the step.`;
    if (!step.match.recipe) return `${name} has no recipe yet.`;
    if (step.parts.length === 0) return `${name} has no parts to process.`;
    if (inspection.isError) return inspection.error.message;
    if (!inspection.data || inspection.isPlaceholderData) return `${name} is being checked …`;
    if (inspection.data.findings.some((finding) => finding.severity === 'stop'))
      return `${name} has to be put right: see the checks.`;
  }
  return null;
}
