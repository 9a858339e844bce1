import { checkedJob, type JobDetail, type StepView } from '@keen-anvil/contract';
import type { Bounds } from '@keen-anvil/core/geometry';
import { planeOnSheet } from '@keen-anvil/core/layout';
import { checkJob, type Finding } from '@keen-anvil/core/preflight';
import { TEMPERS, type Temper } from '@keen-anvil/core/recipes';
import { formatDuration } from '@keen-anvil/core/units';
import { Button } from '@rneui/themed';
import { useRouter } from 'expo-router';
import { Fragment, useDeferredValue, useState } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { Chips } from '../../ui/chips';
import { TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { FONT, SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { useStartJob } from '../runs/queries';
import { SpeedUpChoice, useSpeedUp } from '../runs/speed-up';
import { allParts } from './all-parts';
import { BringIn } from './bring-in';
import { ChecksView } from './checks-view';
import { DrawingView, UndoKey } from './drawing-view';
import { pathOf } from './drawn-groups';
import { JOB_WORDS } from './job-words';
import { KeepTemplate } from './keep-template';
import { NotesLeaf } from './notes-leaf';
import { PartActions } from './part-actions';
import { useChangeSteps, useJob } from './queries';
import type { SheetGuide } from './sheet-picture';
import { SheetView } from './sheet-view';
import { HoldMark, StepCard } from './step-card';
import { useInspections, type InspectedStep } from './use-inspections';

const BACK = { label: 'Jobs', href: '/jobs' } as const;

/** One job: its drawing, its steps, its sheets and its checks. */
export function JobPage({ id }: { id: string }) {
  const job = useJob(id);
  // A large job is laid out while the page stays alive.
  const data = useDeferredValue(job.data);
  if (job.isError) {
    return (
      <Page title="Job" back={BACK}>
        <Trouble error={job.error} retry={() => void job.refetch()} />
      </Page>
    );
  }
  if (!data) {
    return (
      <Page title="Job" back={BACK}>
        <Waiting />
      </Page>
    );
  }
  if (data.artworks.length === 0) {
    return (
      <Page title={data.name} back={BACK}>
        <BringIn jobId={id} />
        <NotesLeaf job={data} />
      </Page>
    );
  }
  return <JobWithDrawing job={data} />;
}

type Tab = 'Drawing' | 'Steps' | 'Sheet' | 'Checks';

function JobWithDrawing({ job }: { job: JobDetail }) {
  const isWide = useWide();
  const { height } = useWindowDimensions();
  const { rule } = useTokens();
  const [tab, setTab] = useState<Tab>(isAsking(job) ? 'Drawing' : 'Steps');
  // A large drawing is laid out while the page stays alive.
  const leaf = useDeferredValue(tab);
  const [openStep, setOpenStep] = useState(job.steps[0]?.id);
  const [pointed, setPointed] = useState<Bounds[]>([]);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const steps = useInspections(job);
  const shown = steps.find(({ step }) => step.id === openStep) ?? steps.at(0);
  const next = steps.find(({ step }) => !step.isSkipped && (!step.materialId || !step.match.recipe));
  const findings = steps.flatMap(({ inspection }) => inspection.data?.findings ?? []).length + checkJob(checkedJob(job)).length;
  const parts = allParts(job);
  const chosenParts = parts.filter((part) => chosen.has(part.id));
  const open = (stepId: string) => {
    setOpenStep(stepId);
    setPointed([]);
  };
  const show = (stepId: string, finding: Finding) => {
    setOpenStep(stepId);
    setPointed(finding.places);
    setTab('Sheet');
  };

  const ladder = (
    <View style={{ gap: SPACE.base }}>
      <GroupSteps job={job} />
      {steps.map((inspected) => (
        <Fragment key={inspected.step.id}>
          <HoldMark step={inspected.step} />
          <StepCard job={job} isNext={inspected.step.id === next?.step.id} inspected={inspected} isOpen={inspected.step.id === shown?.step.id} onOpen={() => open(inspected.step.id)} />
        </Fragment>
      ))}
      <UndoKey job={job} />
      <NotesLeaf job={job} />
      <KeepTemplate job={job} />
    </View>
  );
  const sheet = shown ? (
    <View style={{ gap: SPACE.base }}>
      <StepTabs steps={steps} shown={shown} onOpen={open} />
      <SheetView key={shown.step.id} inspected={shown} guides={guidesOf(job, shown.step)} places={pointed} maxHeight={isWide ? height * 0.55 : height * 0.44} />
    </View>
  ) : null;
  const drawing = <DrawingView job={job} parts={parts} chosen={chosen} onChoose={setChosen} maxHeight={isWide ? height * 0.5 : height * 0.4} />;
  const actions = chosenParts.length ? <PartActions job={job} chosen={chosenParts} onDone={() => setChosen(new Set())} /> : null;
  const checks = <ChecksView job={job} steps={steps} onShow={show} />;
  const aside = <JobAside job={job} steps={steps} />;

  if (isWide) {
    const column = { padding: SPACE.wide, gap: SPACE.base };
    return (
      <View style={{ flex: 1 }}>
        <View style={{ flexDirection: 'row', alignItems: 'center', padding: SPACE.wide, gap: SPACE.broad, borderBottomWidth: 1, borderColor: rule }}>
          <View style={{ flex: 1 }}>
            <Heading style={{ fontSize: 26, lineHeight: 32 }}>{job.name}</Heading>
            {aside}
          </View>
          <RunFoot job={job} steps={steps} />
        </View>
        <View style={{ flex: 1, flexDirection: 'row' }}>
          <ScrollView style={{ flex: 5 }} contentContainerStyle={column}>
            {ladder}
          </ScrollView>
          <View style={{ flex: 6, borderLeftWidth: 1, borderColor: rule }}>
            <View role="tablist" style={{ flexDirection: 'row', borderBottomWidth: 1, borderColor: rule }}>
              {(['Drawing', 'Sheet'] as const).map((name) => (
                <TabKey key={name} label={name} isOpen={(tab === 'Drawing' ? 'Drawing' : 'Sheet') === name} onPress={() => setTab(name)} />
              ))}
            </View>
            <ScrollView contentContainerStyle={column}>{leaf === 'Drawing' ? drawing : sheet}</ScrollView>
            {leaf === 'Drawing' && actions ? <View style={{ padding: SPACE.base, borderTopWidth: 1, borderColor: rule }}>{actions}</View> : null}
          </View>
          <ScrollView style={{ flex: 4, borderLeftWidth: 1, borderColor: rule }} contentContainerStyle={column}>
            <Heading>Checks</Heading>
            {checks}
          </ScrollView>
        </View>
      </View>
    );
  }
  return (
    <Page title={job.name} back={BACK} aside={aside} foot={leaf === 'Drawing' && actions ? actions : <RunFoot job={job} steps={steps} />}>
      <View role="tablist" style={{ flexDirection: 'row', borderBottomWidth: 1, borderColor: rule }}>
        {(['Drawing', 'Steps', 'Sheet', 'Checks'] as const).map((name) => (
          <TabKey key={name} label={name === 'Checks' && findings ? `Checks ${findings}` : name} isOpen={tab === name} onPress={() => setTab(name)} />
        ))}
      </View>
      {leaf === 'Steps' ? ladder : leaf === 'Sheet' ? sheet : leaf === 'Checks' ? checks : drawing}
    </Page>
  );
}

/** The guides that show on a step's sheet. */
function guidesOf(job: JobDetail, step: StepView): SheetGuide[] {
  return job.otherParts.filter((part) => part.role === 'guide' && part.stepId === step.id).map((part) => ({ id: part.id, path: pathOf(part), transform: `matrix(${planeOnSheet(part.place, step.mirrored).join(' ')})` }));
}

/** Whether a drawing asks something that should be answered first. */
const isAsking = (job: JobDetail): boolean => job.artworks.some((artwork) => artwork.asks !== null && artwork.scaleX === 1);

/** Where the job stands, how long it takes, and the temper of its least proven recipe. */
function JobAside({ job, steps }: { job: JobDetail; steps: InspectedStep[] }) {
  const weakest = weakestTemper(job);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.base }}>
      <Aside>{`${JOB_WORDS[job.state]} · ${timeOf(steps)}`}</Aside>
      {weakest ? (
        <View testID="weakest" style={{ flexDirection: 'row', alignItems: 'center', gap: 6 }}>
          <Aside>weakest</Aside>
          <TemperMark temper={weakest} />
        </View>
      ) : null}
    </View>
  );
}

/** The temper of the least proven recipe of what is run. */
export function weakestTemper(job: JobDetail): Temper | null {
  const grades = job.steps.filter((step) => !step.isSkipped).flatMap((step) => (step.match.recipe ? [TEMPERS.indexOf(step.match.recipe.temper.temper)] : []));
  return grades.length ? TEMPERS[Math.min(...grades)] : null;
}

/** Makes the steps by colour or by layer, where the drawing has several of both. */
function GroupSteps({ job }: { job: JobDetail }) {
  const { rust } = useTokens();
  const change = useChangeSteps(job.id);
  const [isOpen, setOpen] = useState(false);
  const layers = new Set(allParts(job).map((part) => part.layer)).size;
  if (layers < 2) return null;
  if (!isOpen) return <TextKey title="Make the steps otherwise" icon="format-list-group" onPress={() => setOpen(true)} />;
  return (
    <View style={{ gap: SPACE.small }}>
      <Chips label="A step for each" options={[{ value: 'colour', label: 'A step for each colour' }, { value: 'layer', label: 'A step for each layer' }]} chosen={null} onChoose={(by) => change.mutate({ by: by as 'colour' | 'layer' }, { onSuccess: () => setOpen(false) })} />
      {change.isError ? <Body style={{ color: rust }}>{change.error.message}</Body> : null}
    </View>
  );
}

function TabKey({ label, isOpen, onPress }: { label: string; isOpen: boolean; onPress: () => void }) {
  const { quench, slate } = useTokens();
  return (
    <Pressable role="tab" aria-selected={isOpen} aria-label={label} onPress={onPress} style={{ flex: 1, minHeight: TARGET, alignItems: 'center', justifyContent: 'center', borderBottomWidth: 4, borderColor: isOpen ? quench : 'transparent' }}>
      <Body style={{ color: isOpen ? quench : slate, fontFamily: isOpen ? FONT.textBold : FONT.text }}>{label}</Body>
    </Pressable>
  );
}

/** Which step's sheet is shown. */
function StepTabs({ steps, shown, onOpen }: { steps: InspectedStep[]; shown: InspectedStep; onOpen: (id: string) => void }) {
  if (steps.length < 2) return null;
  return (
    <View role="tablist" style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
      {steps.map(({ step, bed }) => (
        <TabKey key={step.id} label={`${step.position + 1} ${bed?.material.name.split(', ').at(-1) ?? step.colour}`} isOpen={step.id === shown.step.id} onPress={() => onOpen(step.id)} />
      ))}
    </View>
  );
}

function timeOf(steps: InspectedStep[]): string {
  const running = steps.filter(({ step }) => !step.isSkipped);
  const known = running.filter(({ inspection }) => inspection.data);
  if (known.length < running.length) return running.length === 1 ? '1 step' : `${running.length} steps`;
  return `about ${formatDuration(known.reduce((sum, { inspection }) => sum + inspection.data!.seconds, 0))} on the machine`;
}

/** Starts the run, says what stands in its way and what is left out, or leads to the run under way. */
function RunFoot({ job, steps }: { job: JobDetail; steps: InspectedStep[] }) {
  const { rust } = useTokens();
  const router = useRouter();
  const isWide = useWide();
  const { speedUp, setSpeedUp } = useSpeedUp();
  const start = useStartJob(job.id);
  const toRun = () => router.push({ pathname: '/jobs/[id]/run', params: { id: job.id } });
  if (job.state === 'running' || job.state === 'on-hold' || job.state === 'to-score') {
    return <Button title={job.state === 'on-hold' ? 'Go to the hold' : job.state === 'running' ? 'Go to the run' : 'Score the run'} onPress={toRun} />;
  }
  const stop = obstacle(steps);
  const left = job.otherParts.filter((part) => part.role !== 'guide').length;
  return (
    <View style={{ gap: SPACE.small, flexDirection: isWide ? 'row' : 'column', alignItems: isWide ? 'center' : 'stretch' }}>
      {stop ? <Strong style={isWide ? { maxWidth: 320 } : undefined}>{stop}</Strong> : <SpeedUpChoice speedUp={speedUp} onChange={setSpeedUp} />}
      {!stop && left > 0 ? <Aside>{left === 1 ? '1 part is left out.' : `${left} parts are left out.`}</Aside> : null}
      {start.isError ? <Body style={{ color: rust }}>{start.error.message}</Body> : null}
      <Button title="Run on the stand-in" disabled={stop !== null} loading={start.isPending} onPress={() => start.mutate(speedUp, { onSuccess: toRun })} />
    </View>
  );
}

/** The first thing that stands in the way of a run, or null. */
function obstacle(steps: InspectedStep[]): string | null {
  const running = steps.filter(({ step }) => !step.isSkipped);
  if (running.length === 0) return 'All steps are left out.';
  for (const { step, bed, inspection } of running) {
    const name = `Step ${step.position + 1}`;
    if (!bed) return `${name} has no material yet.`;
    if (!step.match.recipe) return `${name} has no recipe yet.`;
    if (step.parts.length === 0) return `${name} has no parts to process.`;
    if (inspection.isError) return inspection.error.message;
    if (!inspection.data || inspection.isPlaceholderData) return `${name} is being checked …`;
    if (inspection.data.findings.some((finding) => finding.severity === 'stop')) return `${name} has to be put right: see the checks.`;
  }
  return null;
}
