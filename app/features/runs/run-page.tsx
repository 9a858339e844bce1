import type { RunView } from '@keen-anvil/contract';
import { processOf } from '@keen-anvil/core/recipes';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { Button, LinearProgress } from '@rneui/themed';
import { useRouter } from 'expo-router';
import { useWindowDimensions, View } from 'react-native';
import { Columns } from '../../ui/columns';
import { Leaf } from '../../ui/leaf';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { useRecipe } from '../book/queries';
import { SettingsLine } from '../book/settings-line';
import { useJob } from '../jobs/queries';
import { pictureOf, SheetPicture } from '../jobs/sheet-picture';
import { useInspections } from '../jobs/use-inspections';
import { useFollowRun, useRunAction, useRuns } from './queries';
import { Verdict } from './verdict';

/** The runs of a job: what is under way, the hold to pass, and how each step came out. */
export function RunPage({ jobId }: { jobId: string }) {
  const runs = useRuns(jobId);
  const router = useRouter();
  const back = { label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } } as const;
  const current = runs.data?.find((run) => ['running', 'paused', 'holding'].includes(run.progress.state));
  const last = [...(runs.data ?? [])].reverse().find((run) => run.progress.state === 'finished');
  const shown = current ?? last;
  useFollowRun(current);
  const title = runs.data?.[0]?.jobName ?? 'Run';
  const isWide = useWide();
  const sheet = shown ? <RunSheet run={shown} /> : null;
  const verdicts = (
    <>
      {[...(runs.data ?? [])].reverse().map((run) => (run.progress.state === 'finished' ? <Finished key={run.id} run={run} /> : null))}
      {runs.data?.some((run) => run.progress.state === 'cancelled') ? <Aside>The run was cancelled. What was cut until then stays cut.</Aside> : null}
    </>
  );
  return (
    <Page title={title} back={back} foot={current ? <RunKeys run={current} /> : runs.data?.length ? <Button title="Back to the job" type="outline" onPress={() => router.replace(back.href)} /> : undefined} maxWidth={1100}>
      {runs.isPending ? <Waiting /> : null}
      {runs.isError ? <Trouble error={runs.error} retry={() => void runs.refetch()} /> : null}
      {runs.data?.length === 0 ? <Nothing title="This job was not run yet">Start it from the job’s page.</Nothing> : null}
      <Columns
        first={
          <>
            {current?.progress.state === 'holding' ? <HoldCard run={current} /> : null}
            {current && current.progress.state !== 'holding' ? <Progress run={current} /> : null}
            {isWide ? verdicts : sheet}
          </>
        }
        second={isWide ? sheet : verdicts}
      />
    </Page>
  );
}

/** The keys under the thumb: pass the hold, pause, resume, cancel. */
function RunKeys({ run }: { run: RunView }) {
  const { rust } = useTokens();
  const act = useRunAction(run.jobId);
  const { state } = run.progress;
  const [action, title] =
    state === 'holding' ? (['start', run.hold?.startsWith('Leave') ? 'The tool is in' : 'Next material is in'] as const) : state === 'running' ? (['pause', 'Pause'] as const) : (['resume', 'Go on'] as const);
  return (
    <View style={{ gap: SPACE.small }}>
      {act.isError ? <Body style={{ color: rust }}>{act.error.message}</Body> : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button title="Cancel" type="outline" containerStyle={{ flex: 1 }} titleStyle={{ color: rust }} buttonStyle={{ borderColor: rust }} onPress={() => act.mutate({ id: run.id, action: 'cancel' })} />
        <Button title={title} loading={act.isPending} containerStyle={{ flex: 2 }} onPress={() => act.mutate({ id: run.id, action })} />
      </View>
    </View>
  );
}

function HoldCard({ run }: { run: RunView }) {
  const { ember } = useTokens();
  return (
    <Leaf edge={ember} testID="hold-card">
      <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'center' }}>
        <Swatch colour={run.colour} size={44} />
        <View style={{ flex: 1 }}>
          <Strong style={{ color: ember }}>Hold</Strong>
          <Heading>{run.hold}</Heading>
        </View>
      </View>
      <Body>
        {run.toolName} in {run.machineName}, dialled to:
      </Body>
      <SettingsLine settings={run.settings} machineId={run.machineId} size={28} />
      <Aside>
        Step {run.position + 1} takes about {formatDuration(run.estimateSeconds)}.
      </Aside>
    </Leaf>
  );
}

function Progress({ run }: { run: RunView }) {
  const { quench, rule, ember } = useTokens();
  const { progress } = run;
  const left = Math.max(0, progress.totalSeconds - progress.doneSeconds);
  const share = progress.totalSeconds > 0 ? Math.min(1, progress.doneSeconds / progress.totalSeconds) : 0;
  return (
    <View style={{ gap: SPACE.small }} testID="progress">
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
        <Swatch colour={run.colour} />
        <Strong style={{ flex: 1 }}>
          Step {run.position + 1}: {run.materialName}
        </Strong>
        <ProcessMark process={run.process} />
      </View>
      <View style={{ flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between', flexWrap: 'wrap' }}>
        <BigDuration seconds={left} />
        <Aside>
          {progress.state === 'paused' ? 'left, paused' : 'left'} · {formatNumber(progress.cutMm / 1000, 2)} m cut
        </Aside>
      </View>
      <LinearProgress aria-label="Progress" value={share} variant="determinate" animation={false} color={progress.state === 'paused' ? ember : quench} trackColor={rule} style={{ height: 12, borderRadius: 2 }} />
    </View>
  );
}

/** A time to be read from a step away: large numbers, their units beside them as on a dial card. */
function BigDuration({ seconds }: { seconds: number }) {
  const words = formatDuration(seconds).split(' ');
  return <Figure style={{ fontSize: 44, lineHeight: 52 }}>{words.map((word, i) => (i % 2 ? <Aside key={i}> {word} </Aside> : word))}</Figure>;
}

/** The sheet under the machine, with the tool where it is. */
function RunSheet({ run }: { run: RunView }) {
  const job = useJob(run.jobId);
  const { height } = useWindowDimensions();
  const isWide = useWide();
  if (!job.data) return <Waiting lines={2} />;
  return <RunSheetOf run={run} job={job.data} maxHeight={height * (isWide ? 0.6 : 0.36)} />;
}

function RunSheetOf({ run, job, maxHeight }: { run: RunView; job: Parameters<typeof useInspections>[0]; maxHeight: number }) {
  const inspected = useInspections(job).find(({ step }) => step.id === run.stepId);
  if (!inspected?.bed || !inspected.inspection.data) return <Waiting lines={2} />;
  const { state, at, isDown } = run.progress;
  return (
    <SheetPicture
      {...pictureOf(inspected, inspected.bed, inspected.inspection.data)}
      tool={state === 'running' || state === 'paused' ? { at, isDown } : null}
      maxHeight={maxHeight}
    />
  );
}

function Finished({ run }: { run: RunView }) {
  const { moss, rust, ember, quench } = useTokens();
  const router = useRouter();
  const recipe = useRecipe(run.recipeId);
  const words = processOf(run.process).outcomes;
  const edge = run.outcome === null ? ember : run.outcome === 'right' ? moss : rust;
  return (
    <Leaf edge={edge} testID={`finished-${run.position + 1}`}>
      <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'center' }}>
        <Swatch colour={run.colour} />
        <Heading style={{ flex: 1 }}>{run.materialName}</Heading>
      </View>
      <Aside>
        took {formatDuration(run.measuredSeconds ?? 0)}, reckoned {formatDuration(run.estimateSeconds)} · {formatNumber(run.progress.cutMm / 1000, 2)} m cut
      </Aside>
      {run.outcome === null ? (
        <Verdict run={run} />
      ) : (
        <>
          <Strong style={{ color: edge }}>{words[run.outcome]}</Strong>
          {recipe.data ? (
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, flexWrap: 'wrap' }}>
              <Body>The recipe is now</Body>
              <TemperMark temper={recipe.data.temper.temper} />
              <Aside>{recipe.data.temper.reasons.join('; ')}</Aside>
            </View>
          ) : null}
          <Button title="See it in the book" type="outline" titleStyle={{ color: quench }} onPress={() => router.push({ pathname: '/book/[id]', params: { id: run.recipeId } })} />
        </>
      )}
    </Leaf>
  );
}
