import type { JobDetail } from '@keen-anvil/contract';
import { checkedJob, laidOn, workOn, type StepWork } from '@keen-anvil/core/steps';
import type { Bounds } from '@keen-anvil/core/geometry';
import { planeAt } from '@keen-anvil/core/layout';
import { checkJob, type Finding } from '@keen-anvil/core/preflight';
import { TEMPERS, type Temper } from '@keen-anvil/core/recipes';
import { formatDuration } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { Fragment, useDeferredValue, useMemo, useState } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { Chips } from '../../ui/chips';
import { TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { FONT, SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Heading, Title } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { allParts, type BoxedPart } from './all-parts';
import { BringIn } from './bring-in';
import { ChecksView } from './checks-view';
import { DrawingView, UndoKey } from './drawing-view';
import { pathOf } from './drawn-groups';
import { JOB_WORDS, sayTurn } from './job-words';
import { KeepTemplate } from './keep-template';
import { NotesLeaf } from './notes-leaf';
import { PutJobAway } from './put-job-away';
import { PartActions } from './part-actions';
import { PutTurnMarks } from './put-turn-marks';
import { useAct, useJob } from './queries';
import type { SheetGuide, SheetPrint } from './sheet-picture';
import { SheetView } from './sheet-view';
import { RunFoot } from './run-foot';
import { HoldMark } from './hold-mark';
import { StepCard } from './steps/step-card';
import { UnreadLeaf } from './unread-leaf';
import { useChosenParts } from './use-chosen-parts';
import { useInspections, type InspectedStep } from './use-inspections';

const BACK = { label: 'Jobs', href: '/jobs' } as const;
/** What there is to a job before and after its machines. */
const BEYOND_THE_MACHINES = [
  { title: 'See it on its blank', icon: 'image-frame', pathname: '/jobs/[id]/mockup' },
  { title: 'On a garment', icon: 'ruler', pathname: '/jobs/[id]/place' },
  { title: 'After the machines', icon: 'clipboard-text-outline', pathname: '/jobs/[id]/finish' },
  { title: 'What it costs', icon: 'card-text-outline', pathname: '/jobs/[id]/cost' },
] as const;

/** One job: its drawing, its steps, its sheets and its checks. @param tab which of them is open at first */
export function JobPage({ id, tab }: { id: string; tab?: string }) {
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
        <UndoKey job={data} />
        <NotesLeaf job={data} />
      </Page>
    );
  }
  return <JobWithDrawing job={data} first={TABS.find((name) => name === tab) ?? null} />;
}

const TABS = ['Drawing', 'Steps', 'Sheet', 'Checks'] as const;
type Tab = (typeof TABS)[number];

function JobWithDrawing({ job, first }: { job: JobDetail; first: Tab | null }) {
  const isWide = useWide();
  const { height } = useWindowDimensions();
  const { rule } = useTokens();
  const router = useRouter();
  const [tab, setTab] = useState<Tab>(first ?? (isAsking(job) ? 'Drawing' : 'Steps'));
  // The address says it too, so that one comes back to it from a page of the sheet.
  const openTab = (name: Tab) => {
    setTab(name);
    router.setParams({ tab: name });
  };
  // A large drawing is laid out while the page stays alive.
  const leaf = useDeferredValue(tab);
  const [openStep, setOpenStep] = useState(job.steps[0]?.id);
  const [openSheet, setOpenSheet] = useState<string | null>(null);
  const [pointed, setPointed] = useState<Bounds[]>([]);
  const steps = useInspections(job);
  const ofOpenStep = steps.filter(({ step }) => step.id === openStep);
  const shown = ofOpenStep.find(({ step }) => step.sheet?.id === openSheet) ?? ofOpenStep.at(0) ?? steps.at(0);
  // A step has one card, whatever number of sheets it is done on.
  const cards = steps.filter(({ step }) => (step.sheet?.turn ?? 1) === 1);
  const next = steps.find(
    ({ step }) => !step.isSkipped && (!step.materialId || !step.stockPieceId || !step.match.recipe),
  );
  const shownWork = shown?.step;
  const guides = useMemo(() => (shownWork ? guidesOf(job, shownWork) : []), [job, shownWork]);
  const others = useMemo(() => (shownWork ? othersOnSheet(job, shownWork) : []), [job, shownWork]);
  const prints = useMemo(() => (shownWork?.sheet ? printsOn(job, shownWork.sheet) : []), [job, shownWork]);
  const ofJob = useMemo(() => checkJob(checkedJob(job)), [job]);
  const findings =
    steps.flatMap(({ step, inspection }) => (step.isSkipped ? [] : (inspection.data?.findings ?? []))).length +
    ofJob.length;
  const parts = allParts(job);
  const { chosen, choose, chosenParts, letGo } = useChosenParts(parts);
  const open = ({ id, sheet: onSheet }: StepWork) => {
    setOpenStep(id);
    setOpenSheet(onSheet?.id ?? null);
    setPointed([]);
  };
  const show = (work: StepWork, finding: Finding) => {
    open(work);
    setPointed(finding.places);
    openTab('Sheet');
  };

  const ladder = (
    <View style={{ gap: SPACE.base }}>
      <UnreadLeaf job={job} onSee={() => openTab('Drawing')} />
      <GroupSteps job={job} />
      {cards.map((inspected) => (
        <Fragment key={inspected.step.id}>
          <HoldMark step={inspected.step} />
          <StepCard
            job={job}
            isNext={inspected.step.id === next?.step.id}
            inspected={inspected}
            isOpen={inspected.step.id === shown?.step.id}
            onOpen={() => open(inspected.step)}
          />
        </Fragment>
      ))}
      <UndoKey job={job} />
      <NotesLeaf job={job} />
      {BEYOND_THE_MACHINES.map(({ title, icon, pathname }) => (
        <TextKey
          key={pathname}
          title={title}
          icon={icon}
          onPress={() => router.push({ pathname, params: { id: job.id } })}
        />
      ))}
      <KeepTemplate job={job} />
      <PutJobAway job={job} />
    </View>
  );
  const sheet = shown ? (
    <View style={{ gap: SPACE.base }}>
      <StepTabs steps={steps} shown={shown} onOpen={open} />
      <SheetView
        key={workKey(shown.step)}
        jobId={job.id}
        inspected={shown}
        guides={guides}
        others={others}
        prints={prints}
        undo={<UndoKey job={job} />}
        marks={<PutTurnMarks job={job} inspected={shown} />}
        places={pointed}
        maxHeight={isWide ? height * 0.55 : height * 0.44}
      />
    </View>
  ) : null;
  const drawing = (
    <DrawingView
      job={job}
      parts={parts}
      chosen={chosen}
      onChoose={choose}
      maxHeight={isWide ? height * 0.5 : height * 0.4}
    />
  );
  const actions = chosenParts.length ? <PartActions job={job} chosen={chosenParts} onLetGo={letGo} /> : null;
  const checks = <ChecksView job={job} steps={steps} onShow={show} />;
  const aside = <JobAside job={job} steps={steps} />;

  if (isWide) {
    const column = { padding: SPACE.wide, gap: SPACE.base };
    return (
      <View style={{ flex: 1 }}>
        <View
          style={{
            flexDirection: 'row',
            alignItems: 'center',
            padding: SPACE.wide,
            gap: SPACE.broad,
            borderBottomWidth: 1,
            borderColor: rule,
          }}
        >
          <View style={{ flex: 1 }}>
            <Title style={{ fontSize: 26, lineHeight: 32 }}>{job.name}</Title>
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
                <TabKey
                  key={name}
                  label={name}
                  isOpen={(tab === 'Drawing' ? 'Drawing' : 'Sheet') === name}
                  onPress={() => openTab(name)}
                />
              ))}
            </View>
            <ScrollView contentContainerStyle={column}>{leaf === 'Drawing' ? drawing : sheet}</ScrollView>
            {leaf === 'Drawing' && actions ? (
              <View style={{ padding: SPACE.base, borderTopWidth: 1, borderColor: rule }}>{actions}</View>
            ) : null}
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
    <Page
      title={job.name}
      back={BACK}
      aside={aside}
      foot={leaf === 'Drawing' && actions ? actions : <RunFoot job={job} steps={steps} />}
    >
      <View role="tablist" style={{ flexDirection: 'row', borderBottomWidth: 1, borderColor: rule }}>
        {TABS.map((name) => (
          <TabKey
            key={name}
            label={name === 'Checks' && findings ? `Checks ${findings}` : name}
            isOpen={tab === name}
            onPress={() => openTab(name)}
          />
        ))}
      </View>
      {leaf === 'Steps' ? ladder : leaf === 'Sheet' ? sheet : leaf === 'Checks' ? checks : drawing}
    </Page>
  );
}

/** The guides that show on a step's sheet. */
function guidesOf(job: JobDetail, { id: stepId, sheet }: StepWork): SheetGuide[] {
  if (!sheet) return [];
  return job.otherParts
    .filter((part) => part.role === 'guide' && part.stepId === stepId)
    .flatMap((part) =>
      laidOn(part, sheet).map(({ place }, i) => ({
        id: `${part.id} ${i}`,
        path: pathOf(part),
        transform: `matrix(${planeAt(place).join(' ')})`,
      })),
    );
}

/** What is printed on a sheet: the widest lies undermost, as a rim lies under its picture. */
function printsOn(job: JobDetail, sheet: NonNullable<StepWork['sheet']>): SheetPrint[] {
  return allParts(job)
    .filter(({ print, role }) => print !== null && role !== 'out')
    .sort((a, b) => widthOf(b) - widthOf(a))
    .flatMap((part) =>
      laidOn(part, sheet).map(({ place }, i) => ({
        id: `${part.id} ${i}`,
        path: pathOf(part),
        transform: `matrix(${planeAt(place).join(' ')})`,
        print: part.print!,
      })),
    );
}

const widthOf = ({ bounds }: BoxedPart): number => bounds.maxX - bounds.minX;

/** What the other steps do on the sheet of this one, as outlines; parts of one step that lie as one are drawn as one. */
function othersOnSheet(job: JobDetail, { id: stepId, sheet }: StepWork): SheetGuide[] {
  if (!sheet?.stockPieceId) return [];
  return job.steps
    .filter((other) => other.id !== stepId && !other.isSkipped)
    .flatMap((other) => {
      const byPlace = new Map<string, string[]>();
      for (const part of workOn(other, sheet.id).laid) {
        const key = planeAt(part.place).join(' ');
        byPlace.set(key, [...(byPlace.get(key) ?? []), pathOf(part)]);
      }
      return [...byPlace].map(([matrix, paths]) => ({
        id: `${other.id} ${matrix}`,
        path: paths.join(''),
        transform: `matrix(${matrix})`,
      }));
    });
}

/** Whether a drawing asks something that should be answered first. */
const isAsking = (job: JobDetail): boolean =>
  job.artworks.some((artwork) => artwork.facts.asks !== null && artwork.scaleX === 1);

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
  const grades = job.steps
    .filter((step) => !step.isSkipped)
    .flatMap((step) => (step.match.recipe ? [TEMPERS.indexOf(step.match.recipe.temper.temper)] : []));
  return grades.length ? TEMPERS[Math.min(...grades)] : null;
}

/** Makes the steps by colour or by layer, where the drawing has several of both. */
function GroupSteps({ job }: { job: JobDetail }) {
  const { rust } = useTokens();
  const change = useAct(job.id);
  const [isOpen, setOpen] = useState(false);
  const layers = new Set(allParts(job).map((part) => part.layer)).size;
  if (layers < 2) return null;
  if (!isOpen)
    return <TextKey title="Make the steps otherwise" icon="format-list-group" onPress={() => setOpen(true)} />;
  return (
    <View style={{ gap: SPACE.small }}>
      <Chips
        label="A step for each"
        options={[
          { value: 'colour', label: 'A step for each colour' },
          { value: 'layer', label: 'A step for each layer' },
        ]}
        chosen={null}
        onChoose={(by) =>
          change.mutate({ do: 'group-steps', by: by as 'colour' | 'layer' }, { onSuccess: () => setOpen(false) })
        }
      />
      {change.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {change.error.message}
        </Body>
      ) : null}
    </View>
  );
}

function TabKey({ label, isOpen, onPress }: { label: string; isOpen: boolean; onPress: () => void }) {
  const { quench, slate } = useTokens();
  return (
    <Pressable
      role="tab"
      aria-selected={isOpen}
      aria-label={label}
      onPress={onPress}
      style={{
        flex: 1,
        minHeight: TARGET,
        alignItems: 'center',
        justifyContent: 'center',
        borderBottomWidth: 4,
        borderColor: isOpen ? quench : 'transparent',
      }}
    >
      <Body style={{ color: isOpen ? quench : slate, fontFamily: isOpen ? FONT.textBold : FONT.text }}>{label}</Body>
    </Pressable>
  );
}

/** Which step's sheet is shown. */
function StepTabs({
  steps,
  shown,
  onOpen,
}: {
  steps: InspectedStep[];
  shown: InspectedStep;
  onOpen: (work: StepWork) => void;
}) {
  if (steps.length < 2) return null;
  return (
    <View role="tablist" style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.small }}>
      {steps.map(({ step, bed }) => (
        <TabKey
          key={workKey(step)}
          label={`${step.position + 1} ${bed?.material.name.split(', ').at(-1) ?? 'no material'}${sayTurn(step)}`}
          isOpen={workKey(step) === workKey(shown.step)}
          onPress={() => onOpen(step)}
        />
      ))}
    </View>
  );
}

const workKey = ({ id, sheet }: StepWork): string => `${id} ${sheet?.id ?? ''}`;

function timeOf(steps: InspectedStep[]): string {
  const running = steps.filter(({ step }) => !step.isSkipped);
  const known = running.filter(({ inspection }) => inspection.data);
  if (running.length === 0) return 'nothing on a machine';
  if (known.length < running.length) return running.length === 1 ? '1 step' : `${running.length} steps`;
  return `about ${formatDuration(known.reduce((sum, { inspection }) => sum + inspection.data!.seconds, 0))} on the machine`;
}
