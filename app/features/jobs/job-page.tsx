import type { JobDetail } from '@keen-anvil/contract';
import type { Bounds } from '@keen-anvil/core/geometry';
import type { Finding } from '@keen-anvil/core/preflight';
import { formatDuration } from '@keen-anvil/core/units';
import { Button } from '@rneui/themed';
import { useRouter } from 'expo-router';
import { Fragment, useState } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { FONT, SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { useStartJob } from '../runs/queries';
import { SpeedUpChoice, useSpeedUp } from '../runs/speed-up';
import { BringIn } from './bring-in';
import { ChecksView } from './checks-view';
import { JOB_WORDS } from './job-words';
import { useJob } from './queries';
import { ReadingNotices } from './reading-notices';
import { SheetView } from './sheet-view';
import { HoldMark, StepCard } from './step-card';
import { useInspections, type InspectedStep } from './use-inspections';

const BACK = { label: 'Jobs', href: '/jobs' } as const;

/** One job: its steps, its sheets and its checks. */
export function JobPage({ id }: { id: string }) {
  const job = useJob(id);
  if (job.isError) {
    return (
      <Page title="Job" back={BACK}>
        <Trouble error={job.error} retry={() => void job.refetch()} />
      </Page>
    );
  }
  if (!job.data) {
    return (
      <Page title="Job" back={BACK}>
        <Waiting />
      </Page>
    );
  }
  if (!job.data.artwork) {
    return (
      <Page title={job.data.name} back={BACK}>
        <BringIn jobId={id} />
      </Page>
    );
  }
  return <JobWithDrawing job={job.data} />;
}

type Tab = 'Steps' | 'Sheet' | 'Checks';

function JobWithDrawing({ job }: { job: JobDetail }) {
  const isWide = useWide();
  const { height } = useWindowDimensions();
  const { rule } = useTokens();
  const [tab, setTab] = useState<Tab>('Steps');
  const [openStep, setOpenStep] = useState(job.steps[0]?.id);
  const [pointed, setPointed] = useState<Bounds[]>([]);
  const steps = useInspections(job);
  const shown = steps.find(({ step }) => step.id === openStep) ?? steps[0];
  const next = steps.find(({ step }) => !step.isSkipped && (!step.materialId || !step.match.recipe));
  const findings = steps.flatMap(({ inspection }) => inspection.data?.findings ?? []).length;
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
      {steps.map((inspected) => (
        <Fragment key={inspected.step.id}>
          <HoldMark step={inspected.step} />
          <StepCard jobId={job.id} isNext={inspected.step.id === next?.step.id} inspected={inspected} isOpen={inspected.step.id === shown.step.id} onOpen={() => open(inspected.step.id)} />
        </Fragment>
      ))}
      {job.artwork ? <ReadingNotices artwork={job.artwork} /> : null}
    </View>
  );
  const sheet = (
    <View style={{ gap: SPACE.base }}>
      <StepTabs steps={steps} shown={shown} onOpen={open} />
      <SheetView key={shown.step.id} job={job} inspected={shown} places={pointed} maxHeight={isWide ? height * 0.55 : height * 0.44} />
    </View>
  );
  const checks = <ChecksView steps={steps} onShow={show} />;
  const aside = `${JOB_WORDS[job.state]} · ${timeOf(steps)}`;

  if (isWide) {
    const column = { padding: SPACE.wide, gap: SPACE.base };
    return (
      <View style={{ flex: 1 }}>
        <View style={{ flexDirection: 'row', alignItems: 'center', padding: SPACE.wide, gap: SPACE.broad, borderBottomWidth: 1, borderColor: rule }}>
          <View style={{ flex: 1 }}>
            <Heading style={{ fontSize: 26, lineHeight: 32 }}>{job.name}</Heading>
            <Aside>{aside}</Aside>
          </View>
          <RunFoot job={job} steps={steps} />
        </View>
        <View style={{ flex: 1, flexDirection: 'row' }}>
          <ScrollView style={{ flex: 5 }} contentContainerStyle={column}>
            {ladder}
          </ScrollView>
          <ScrollView style={{ flex: 6, borderLeftWidth: 1, borderColor: rule }} contentContainerStyle={column}>
            {sheet}
          </ScrollView>
          <ScrollView style={{ flex: 4, borderLeftWidth: 1, borderColor: rule }} contentContainerStyle={column}>
            <Heading>Checks</Heading>
            {checks}
          </ScrollView>
        </View>
      </View>
    );
  }
  return (
    <Page title={job.name} back={BACK} aside={aside} foot={<RunFoot job={job} steps={steps} />}>
      <View role="tablist" style={{ flexDirection: 'row', borderBottomWidth: 1, borderColor: rule }}>
        {(['Steps', 'Sheet', 'Checks'] as const).map((name) => (
          <TabKey key={name} label={name === 'Checks' && findings ? `Checks (${findings})` : name} isOpen={tab === name} onPress={() => setTab(name)} />
        ))}
      </View>
      {tab === 'Steps' ? ladder : tab === 'Sheet' ? sheet : checks}
    </Page>
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
  if (known.length < running.length) return `${running.length} steps`;
  return `about ${formatDuration(known.reduce((sum, { inspection }) => sum + inspection.data!.seconds, 0))} on the machine`;
}

/** Starts the run, says what stands in its way, or leads to the run under way. */
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
  return (
    <View style={{ gap: SPACE.small, flexDirection: isWide ? 'row' : 'column', alignItems: isWide ? 'center' : 'stretch' }}>
      {stop ? <Strong style={isWide ? { maxWidth: 320 } : undefined}>{stop}</Strong> : <SpeedUpChoice speedUp={speedUp} onChange={setSpeedUp} />}
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
    if (inspection.isError) return inspection.error.message;
    if (!inspection.data || inspection.isPlaceholderData) return `${name} is being checked …`;
    if (inspection.data.findings.some((finding) => finding.severity === 'stop')) return `${name} has to be put right: see the checks.`;
  }
  return null;
}
