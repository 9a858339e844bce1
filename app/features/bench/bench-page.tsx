import type { RunView } from '@keen-anvil/contract';
import { Button } from '../../ui/elements';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { formatDuration } from '@keen-anvil/core/units';
import { Columns } from '../../ui/columns';
import { Leaf } from '../../ui/leaf';
import { Swatch } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { RecipeRow } from '../book/recipe-row';
import { JobRow } from '../jobs/job-row';
import { useMachines, useWorkshops } from '../shop/queries';
import { openPressingsQuery } from '../press/queries';
import { useOpenTunings } from '../tuning/queries';
import { FirstSteps } from './first-steps';
import { NailedCards } from './nailed-cards';
import { OpenPressings } from './open-pressings';
import { Warming } from './warming';
import { OpenTunings } from './open-tunings';
import { useBench } from '../book/bench-query';

/** What is going on now: what waits for somebody, the jobs in hand, the recipes used last. */
export function BenchPage() {
  const bench = useBench();
  const router = useRouter();
  const isWide = useWide();
  const workshops = useWorkshops();
  const here = workshops.data?.find((workshop) => workshop.isHere);
  // All of it comes at once: what is shown already never moves.
  const tunings = useOpenTunings();
  const pressings = useQuery(openPressingsQuery);
  const machines = useMachines();
  const isWaiting = [bench, workshops, machines, tunings, pressings].some(({ isPending }) => isPending);
  const isEmpty =
    bench.data?.runs.length === 0 && bench.data.jobs.length === 0 && !pressings.data?.length && !tunings.data?.length;
  const jobs = (
    <>
      <Heading>Jobs in hand</Heading>
      <View style={{ gap: SPACE.small }}>
        {bench.data?.jobs.length === 0 ? <Aside>None yet.</Aside> : null}
        {bench.data?.jobs.map((job) => (
          <JobRow key={job.id} job={job} href={{ pathname: '/jobs/[id]', params: { id: job.id } }} />
        ))}
      </View>
    </>
  );
  return (
    <Page title="Bench" aside={here?.name ?? ' '} maxWidth={1100}>
      {isWaiting ? <Waiting /> : null}
      {bench.isError ? <Trouble error={bench.error} retry={() => void bench.refetch()} /> : null}
      {bench.data && !isWaiting ? (
        <Columns
          first={
            <>
              <Warming />
              <OpenPressings pressings={pressings.data ?? []} />
              {bench.data.runs.map((run, i) => (
                <RunCard key={run.id} run={run} isFirst={i === 0} />
              ))}
              {isEmpty ? <FirstSteps machines={machines.data ?? []} /> : null}
              {!isEmpty && bench.data.runs.length === 0 && !pressings.data?.length ? (
                <Leaf>
                  <Heading>The machines stand still</Heading>
                  <Aside>Nothing waits for you. Take a job, or start a new one.</Aside>
                  <Button title="New job" onPress={() => router.push('/jobs/new')} />
                </Leaf>
              ) : null}
              <OpenTunings tunings={tunings.data ?? []} />
              {isWide ? jobs : null}
            </>
          }
          second={
            <>
              <NailedCards recipes={bench.data.nailed} />
              <Heading>Recipes used last</Heading>
              <View style={{ gap: SPACE.small }}>
                {bench.data.recipes.length === 0 ? <Aside>None yet: the first run will bring one here.</Aside> : null}
                {bench.data.recipes.map((recipe) => (
                  <RecipeRow key={recipe.id} recipe={recipe} />
                ))}
              </View>
              {isWide ? null : jobs}
            </>
          }
        />
      ) : null}
    </Page>
  );
}

function RunCard({ run, isFirst }: { run: RunView; isFirst: boolean }) {
  const { ember, moss, quench } = useTokens();
  const router = useRouter();
  const { state } = run.progress;
  const says = {
    holding: {
      edge: ember,
      title: `On hold: ${run.jobName}`,
      line: `${run.hold}. Then the next ${formatDuration(run.estimateSeconds)} run by themselves.`,
      act: 'Go to the hold',
    },
    paused: {
      edge: ember,
      title: `Paused: ${run.jobName}`,
      line: `${run.machineName} stands in the middle of ${run.materialName}.`,
      act: 'Go to the run',
    },
    running: {
      edge: quench,
      title: `Running: ${run.jobName}`,
      line: `${run.machineName} works on ${run.materialName}.`,
      act: 'Watch the run',
    },
    finished: {
      edge: moss,
      title: `How did it come out? ${run.jobName}`,
      line: `${run.materialName} is cut and waits for your verdict.`,
      act: 'Score it',
    },
    queued: { edge: quench, title: run.jobName, line: '', act: 'Go to the run' },
    cancelled: { edge: quench, title: run.jobName, line: '', act: 'Go to the run' },
  }[state];
  return (
    <Leaf edge={says.edge} testID="bench-run">
      <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'center' }}>
        <Swatch colour={run.colour} size={36} />
        <Heading style={{ flex: 1 }}>{says.title}</Heading>
      </View>
      <Body>{says.line}</Body>
      <Button
        title={says.act}
        type={isFirst ? 'solid' : 'outline'}
        onPress={() => router.push({ pathname: '/jobs/[id]/run', params: { id: run.jobId } })}
      />
    </Leaf>
  );
}
