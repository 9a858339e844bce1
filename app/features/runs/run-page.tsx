import type { RunView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { processOf, type Outcome, sayTemper } from '@keen-anvil/core/recipes';
import { turnedSheet } from '@keen-anvil/core/layout';
import { brought } from '@keen-anvil/core/registration';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { Button, LinearProgress } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Decision } from '../../ui/choice';
import { Columns } from '../../ui/columns';
import { Leaf } from '../../ui/leaf';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { useRecipe } from '../book/queries';
import { SettingsLine } from '../book/settings-line';
import { useJob } from '../jobs/queries';
import { saidNudges } from '../jobs/said-nudges';
import { pictureOf, SheetPicture } from '../jobs/sheet-picture';
import { useInspections } from '../jobs/use-inspections';
import { OutcomeKeys } from '../book/outcome-keys';
import { PressPicture } from './press-picture';
import { useFollowRun, useRunAction, useRunAgain, useRuns, useScoreRun } from '../jobs/run-queries';
import { sayVerdicts } from '../book/say-verdicts';
import { Verdict } from './verdict';
import { WhatRemains } from './what-remains';

/** The runs of a job: what is under way, the hold to pass, and how each step came out. */
export function RunPage({ jobId }: { jobId: string }) {
  const runs = useRuns(jobId);
  const router = useRouter();
  const back = { label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } } as const;
  const current = runs.data?.find((run) => ['running', 'paused', 'holding'].includes(run.progress.state));
  const finished = [...(runs.data ?? [])].reverse().filter((run) => run.progress.state === 'finished');
  const [last] = finished;
  const shown = current ?? last;
  useFollowRun(current);
  const title = runs.data?.[0]?.jobName ?? 'Run';
  const isWide = useWide();
  const sheet = shown ? (
    processOf(shown.process).machineKinds.includes('clam-press') ? (
      <PressPicture run={shown} />
    ) : (
      <RunSheet run={shown} />
    )
  ) : null;
  const isHolding = current?.progress.state === 'holding';
  // At a hold the verdict on what lies there comes before anything else.
  const before = isHolding ? last : undefined;
  const toJudge = before && (before.outcome === null || before.stronger !== null) ? before : undefined;
  const verdicts = (
    <>
      {finished
        .filter((run) => run !== toJudge)
        .map((run) => (
          <Finished key={run.id} run={run} />
        ))}
      {runs.data?.some((run) => run.progress.state === 'cancelled') ? (
        <Aside>The run was cancelled. What was cut until then stays cut.</Aside>
      ) : null}
    </>
  );
  // A step whose turn it is, and whose machine another job is on.
  const waiting =
    current || runs.data?.some((run) => run.progress.state === 'cancelled')
      ? undefined
      : runs.data?.find((run) => run.progress.state === 'queued');
  const isOver = !current && !waiting && finished.length > 0;
  return (
    <Page
      title={title}
      back={back}
      foot={
        (current ?? waiting) ? (
          <RunKeys run={(current ?? waiting)!} before={before} />
        ) : runs.data?.length ? (
          <OverKeys last={last} onBack={() => router.replace(back.href)} />
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
            {current && isHolding ? <HoldCard run={current} /> : null}
            {current && !isHolding ? <Progress run={current} /> : null}
            {isWide || isOver ? verdicts : sheet}
            {isOver ? <WhatRemains runs={runs.data!} /> : null}
          </>
        }
        second={isWide || isOver ? sheet : verdicts}
      />
    </Page>
  );
}

/** The keys under the thumb: pass the hold, go over again what was not enough, pause, resume, cancel, or say that it is done. */
function RunKeys({ run, before }: { run: RunView; before: RunView | undefined }) {
  const { rust } = useTokens();
  const act = useRunAction(run.jobId);
  const { state } = run.progress;
  const { holdFor } = run;
  const isTurn = holdFor?.turnOver && !holdFor.machine && !holdFor.sheet;
  const isToolAlone = holdFor?.tool && !holdFor.machine && !holdFor.sheet && !holdFor.cover;
  const isByHand = run.isByHand && (state === 'running' || state === 'paused');
  const [action, title] = isByHand
    ? (['done', 'I have run it'] as const)
    : state === 'queued'
      ? (['cancel', ''] as const)
      : state === 'holding'
        ? (['start', isTurn ? 'It is turned over' : isToolAlone ? 'The tool is in' : 'Next material is in'] as const)
        : state === 'running'
          ? (['pause', 'Pause'] as const)
          : (['resume', 'Go on'] as const);
  const mayNotGoOn = state === 'holding' && before?.stronger ? before : undefined;
  return (
    <View style={{ gap: SPACE.small }}>
      {act.isError ? (
        <View role="alert">
          <Body style={{ color: rust }}>{act.error.message}</Body>
        </View>
      ) : null}
      {mayNotGoOn ? <AgainKey run={mayNotGoOn} /> : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button
          title="Cancel"
          type="outline"
          containerStyle={{ flex: 1 }}
          titleStyle={{ color: rust }}
          buttonStyle={{ borderColor: rust }}
          onPress={() => act.mutate({ id: run.id, action: 'cancel' })}
        />
        {mayNotGoOn || state === 'queued' ? null : (
          <Button
            title={title}
            type={state === 'holding' && before?.outcome === null ? 'outline' : 'solid'}
            loading={act.isPending}
            containerStyle={{ flex: 2 }}
            onPress={() => act.mutate({ id: run.id, action })}
          />
        )}
      </View>
    </View>
  );
}

/** Which step it is, and on which of its sheets where it has several. */
const stepOf = ({ stepNumber, sheetTurn, sheetOf }: RunView): string =>
  `Step ${stepNumber}${sheetOf > 1 ? `, sheet ${sheetTurn} of ${sheetOf}` : ''}`;

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

/** A second pass where the first was not enough: the sheet was not moved, and the first counts in. */
function AgainKey({ run }: { run: RunView }) {
  const { rust } = useTokens();
  const again = useRunAgain(run.jobId);
  const [newId] = useState(() => uuid());
  if (!run.stronger) return null;
  return (
    <View style={{ gap: SPACE.small }}>
      {again.isError ? (
        <View role="alert">
          <Body style={{ color: rust }}>{again.error.message}</Body>
        </View>
      ) : null}
      <Aside>Leave the sheet where it lies. The first pass counts in; now dial in:</Aside>
      <SettingsLine settings={run.stronger} machineId={run.machineId} size={24} />
      <Button
        title="Go over it again, a little stronger"
        loading={again.isPending}
        onPress={() => again.mutate({ id: run.id, newId })}
      />
    </View>
  );
}

/** All steps are over: go over the last one again where it was not enough, or back to the job. */
function OverKeys({ last, onBack }: { last: RunView | undefined; onBack: () => void }) {
  return (
    <View style={{ gap: SPACE.small }}>
      {last?.stronger ? <AgainKey key={last.id} run={last} /> : null}
      <Button title="Back to the job" type="outline" onPress={onBack} />
    </View>
  );
}

/** Whether the tool belongs to the machine, so that nobody puts it in. */
const isBuiltIn = (run: RunView): boolean =>
  processOf(run.process).machineKinds.every((kind) => machineKindOf(kind).builtIn !== undefined);

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
      {run.holdFor?.turnOver ? <TurnedOver run={run} /> : null}
      <Body>{isBuiltIn(run) ? run.machineName : `${run.toolName} in ${run.machineName}`}, dialled to:</Body>
      <SettingsLine settings={run.settings} machineId={run.machineId} size={28} />
      <Nudged run={run} />
      <Aside>
        {stepOf(run)} takes about {formatDuration(run.estimateSeconds)}.
      </Aside>
    </Leaf>
  );
}

/** How the back is brought behind its front. */
function TurnedOver({ run }: { run: RunView }) {
  const router = useRouter();
  const { moss } = useTokens();
  return (
    <View style={{ gap: SPACE.small }}>
      {run.isBrought ? (
        <Body style={{ color: moss }}>Its marks are read: the back comes behind its front.</Body>
      ) : (
        <Body>Lay it where it lay. Its marks say where it really is.</Body>
      )}
      <Button
        title={run.isBrought ? 'Read its marks anew' : 'Read its marks'}
        type="outline"
        onPress={() => router.push({ pathname: '/jobs/[id]/turn', params: { id: run.jobId } })}
      />
    </View>
  );
}

/** What of the numbers is a nudge, and whose. */
function Nudged({ run }: { run: RunView }) {
  const { ember } = useTokens();
  const step = useJob(run.jobId).data?.steps.find(({ id }) => id === run.stepId);
  const said = step && !run.onTopOf ? saidNudges(step) : undefined;
  return said ? <Aside style={{ color: ember }}>{said}</Aside> : null;
}

function Progress({ run }: { run: RunView }) {
  const { quench, rule, ember } = useTokens();
  if (run.isByHand) return <ByHand run={run} />;
  const { progress } = run;
  const left = Math.max(0, progress.totalSeconds - progress.doneSeconds);
  const share = progress.totalSeconds > 0 ? Math.min(1, progress.doneSeconds / progress.totalSeconds) : 0;
  return (
    <View style={{ gap: SPACE.small }} testID="progress">
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
        <Swatch colour={run.colour} />
        <Strong style={{ flex: 1 }}>
          {stepOf(run)}: {run.materialName}
        </Strong>
        <ProcessMark process={run.process} />
      </View>
      <View style={{ flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between', flexWrap: 'wrap' }}>
        <BigDuration seconds={left} />
        <Aside>
          {progress.state === 'paused' ? 'left, paused' : 'left'}
          {run.progress.cutMm > 0 ? ` · ${formatNumber(progress.cutMm / 1000, 2)} m ${doneWord(run.process)}` : ''}
        </Aside>
      </View>
      <SettingsLine settings={run.settings} machineId={run.machineId} />
      <Nudged run={run} />
      <LinearProgress
        aria-label="Progress"
        value={share}
        variant="determinate"
        animation={false}
        color={progress.state === 'paused' ? ember : quench}
        trackColor={rule}
        style={{ height: 12, borderRadius: 2 }}
      />
    </View>
  );
}

/** A run on the maker's own machine: what to dial in, and what it should take. */
function ByHand({ run }: { run: RunView }) {
  const { quench } = useTokens();
  return (
    <Leaf edge={quench} testID="by-hand">
      <Strong>
        {stepOf(run)}: {run.materialName}, on your own {run.machineName}
      </Strong>
      <Body>{isBuiltIn(run) ? 'Dialled to:' : `${run.toolName} in, dialled to:`}</Body>
      <SettingsLine settings={run.settings} machineId={run.machineId} size={28} />
      <Nudged run={run} />
      <Aside>
        It should take about {formatDuration(run.estimateSeconds)}. Press “I have run it” when it stands still; then say
        how it came out.
      </Aside>
    </Leaf>
  );
}

/** What became of the metres, in the word of the process. */
const doneWord = (process: RunView['process']): string => (processOf(process).parts ? 'cut' : 'done');

/** A time to be read from a step away: large numbers, their units beside them as on a dial card. */
function BigDuration({ seconds }: { seconds: number }) {
  const words = formatDuration(seconds).split(' ');
  return (
    <Figure style={{ fontSize: 44, lineHeight: 52 }}>
      {words.map((word, i) => (i % 2 ? <Aside key={i}> {word} </Aside> : word))}
    </Figure>
  );
}

/** The sheet under the machine, with the tool where it is. */
function RunSheet({ run }: { run: RunView }) {
  const job = useJob(run.jobId);
  const { height } = useWindowDimensions();
  const isWide = useWide();
  if (!job.data) return <Waiting lines={2} />;
  return <RunSheetOf run={run} job={job.data} maxHeight={height * (isWide ? 0.6 : 0.36)} />;
}

function RunSheetOf({
  run,
  job,
  maxHeight,
}: {
  run: RunView;
  job: Parameters<typeof useInspections>[0];
  maxHeight: number;
}) {
  const inspected = useInspections(job).find(
    ({ step }) => step.id === run.stepId && (run.sheetId === null || step.sheet?.id === run.sheetId),
  );
  if (!inspected?.bed || !inspected.inspection.data) return <Waiting lines={2} />;
  const { state, isDown } = run.progress;
  const { turned } = inspected.step;
  // The head is over the back; the sheet is drawn as it is seen from the front.
  const at = turned ? brought(turnedSheet(turned, inspected.bed.piece), run.progress.at) : run.progress.at;
  return (
    <SheetPicture
      {...pictureOf(inspected.step, inspected.bed, inspected.inspection.data)}
      tool={!run.isByHand && (state === 'running' || state === 'paused') ? { at, isDown } : null}
      maxHeight={maxHeight}
    />
  );
}

function Finished({ run }: { run: RunView }) {
  const { moss, rust, ember, quench } = useTokens();
  const router = useRouter();
  const recipe = useRecipe(run.recipeId);
  const score = useScoreRun(run.jobId);
  const [isCorrecting, setCorrecting] = useState(false);
  const words = processOf(run.process).outcomes;
  const edge = run.outcome === null ? ember : run.outcome === 'right' ? moss : rust;
  const isPress = processOf(run.process).machineKinds.includes('clam-press');
  const takenBack = run.outcome === null ? run.earlier[0]?.outcome : null;
  const say = (outcome: Outcome | null) =>
    score.mutate({ id: run.id, outcome }, { onSuccess: () => setCorrecting(false) });
  return (
    <Leaf edge={edge} testID={`finished-${run.position + 1}`}>
      <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'center' }}>
        <Swatch colour={run.colour} />
        <View style={{ flex: 1 }}>
          <Heading>{run.materialName}</Heading>
          <Aside>{`${stepOf(run)}: ${processOf(run.process).label.toLowerCase()}`}</Aside>
        </View>
      </View>
      {run.onTopOf ? <Aside>gone over again in its place; the first pass counts in</Aside> : null}
      <Aside>
        {run.isByHand
          ? `done by hand, reckoned ${formatDuration(run.estimateSeconds)}`
          : `took ${formatDuration(run.measuredSeconds ?? 0)}, reckoned ${formatDuration(run.estimateSeconds)}`}
        {isPress ? '' : ` · ${formatNumber(run.progress.cutMm / 1000, 2)} m ${doneWord(run.process)}`}
      </Aside>
      {run.outcome === null ? (
        <>
          <Verdict run={run} />
          {takenBack ? (
            <TextKey
              title={`Do again: ${words[takenBack]}`}
              icon="redo"
              isDisabled={score.isPending}
              onPress={() => say(takenBack)}
            />
          ) : null}
        </>
      ) : (
        <>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.wide }}>
            <Strong style={{ color: edge }}>{words[run.outcome]}</Strong>
            <TextKey
              title="Undo"
              icon="undo"
              label={`Undo: ${words[run.outcome]}`}
              isDisabled={score.isPending}
              onPress={() => say(null)}
            />
            <TextKey
              title="Correct it"
              icon="pencil-outline"
              label={`Correct it: the verdict on ${run.materialName}`}
              onPress={() => setCorrecting(true)}
            />
          </View>
          {recipe.data && !run.onTopOf ? (
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, flexWrap: 'wrap' }}>
              <Body>The recipe is now</Body>
              <TemperMark temper={recipe.data.temper.temper} />
              <Aside>{sayTemper(recipe.data.temper.tally).join('; ')}</Aside>
            </View>
          ) : null}
          <Button
            title="See it in the book"
            type="outline"
            titleStyle={{ color: quench }}
            onPress={() => router.push({ pathname: '/book/[id]', params: { id: run.recipeId } })}
          />
        </>
      )}
      {run.earlier.length ? <Aside>{`Said before: ${sayVerdicts(run.process, run.earlier)}`}</Aside> : null}
      {score.isError ? (
        <View role="alert">
          <Body style={{ color: rust }}>{score.error.message}</Body>
        </View>
      ) : null}
      <Decision title="How did it come out?" isOpen={isCorrecting} onClose={() => setCorrecting(false)}>
        <OutcomeKeys
          process={run.process}
          colour={run.colour}
          seen={run.seenOutcome}
          chosen={run.outcome}
          isBusy={score.isPending}
          onChoose={say}
        />
      </Decision>
    </Leaf>
  );
}
