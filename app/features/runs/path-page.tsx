import { addresses, type JobDetail } from '@keen-anvil/contract';
import type { StepWork } from '@keen-anvil/core/steps';
import { tabPlaceAt, tabsOnSheet, type TabsOfStep } from '@keen-anvil/core/output';
import { positionOnPath } from '@keen-anvil/core/standins';
import type { Point } from '@keen-anvil/core/geometry';
import type { StepCut } from '@keen-anvil/core/jobs';
import { processOf } from '@keen-anvil/core/recipes';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Circle, G } from 'react-native-svg';
import { Chips } from '../../ui/chips';
import { Columns } from '../../ui/columns';
import { Enlarged } from '../../ui/enlarged';
import { Button, Slider } from '../../ui/elements';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { FONT, SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Strong } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { textAt } from '../api/save-file';
import { followFile, planAndFollow } from './follow-path';
import { lineStep } from './path-blocks';
import { PathOver } from './path-over';
import { PictureChoice } from './picture-choice';
import { PicturePreview } from './picture-preview';
import { useAct, useJob } from '../jobs/queries';
import { pictureOf, SheetPicture } from '../jobs/sheet-picture';
import { TabMeasures, USUAL_TABS } from '../jobs/tab-measures';
import { inspectionRequest, pathKey, useInspections, type InspectedStep } from '../jobs/use-inspections';

const TITLE = 'Path of the tool';
/** A tap means a line that is this near, in px. */
const TAP_PX = 26;

/** The path of a step as its machine gets it: dragged through in time, with the file's line; and where it is left standing. */
export function PathPage({ jobId, number, sheetId }: { jobId: string; number: number; sheetId: string | null }) {
  const job = useJob(jobId);
  const back = { label: job.data?.name ?? 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } } as const;
  if (job.isError || !job.data)
    return (
      <Page title={TITLE} back={back}>
        {job.isError ? <Trouble error={job.error} retry={() => void job.refetch()} /> : <Waiting />}
      </Page>
    );
  return <PathOf job={job.data} number={number} sheetId={sheetId} />;
}

function PathOf({ job, number, sheetId }: { job: JobDetail; number: number; sheetId: string | null }) {
  const works = useInspections(job).filter(({ step }) => step.position + 1 === number);
  const found = works.find(({ step }) => step.sheet?.id === sheetId) ?? works.at(0);
  const back = { label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } } as const;
  if (!found?.bed || !found.step.match.settings)
    return (
      <Page title={TITLE} back={back}>
        <Nothing title={`Step ${number} has no path yet`}>
          A step with its material and a recipe, on a machine that follows lines, was expected.
        </Nothing>
      </Page>
    );
  return <Path job={job} found={found} />;
}

function Path({ job, found }: { job: JobDetail; found: InspectedStep }) {
  const { step, bed, inspection } = found;
  const { height } = useWindowDimensions();
  const isWide = useWide();
  const { quench, rule, rust } = useTokens();
  const [at, setAt] = useState(0);
  const [showsTravel, setShowsTravel] = useState(true);
  const [isPlacing, setPlacing] = useState<'path' | 'tabs'>('path');
  const [missed, setMissed] = useState(false);
  const act = useAct(job.id);
  const request = inspectionRequest(step, bed);
  const isPictured = processOf(step.process).path === 'rows' && step.laid.some(({ picture }) => picture);
  const path = useQuery({
    queryKey: ['path', ...pathKey(step, request), isPictured ? job.version : null],
    queryFn: ({ signal }) =>
      // The light of a picture is with the server: its very file is followed.
      isPictured
        ? textAt(addresses.stepFile({ id: step.id, sheet: step.sheet?.id ?? null }), signal).then((file) =>
            followFile({ machine: bed!.machine, file, settings: request!.step.settings, zero: null }, signal),
          )
        : planAndFollow({ ...request!.step, effort: 'all' }, signal),
    staleTime: Infinity,
    structuralSharing: false,
    retry: false,
  });
  const tabs = step.cut?.tabs ?? null;
  const kerfMm = request?.step.kerfMm ?? 0;
  const standing = useMemo(() => (tabs ? tabsOnSheet(step.laid, tabs, kerfMm) : []), [step.laid, tabs, kerfMm]);
  const back = { label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } } as const;
  const picture = inspection.data && bed ? pictureOf(step, bed, inspection.data) : null;
  const followed = path.data;
  const total = followed?.trace.totalSeconds ?? 0;
  const seconds = Math.min(at, total);
  const position = followed ? positionOnPath(followed.trace, seconds) : null;
  const cutBy = (cut: StepCut) => act.mutate({ do: 'change-step', stepId: step.id, cut });
  const send = (next: TabsOfStep) =>
    act.mutate({
      do: 'change-step',
      stepId: step.id,
      cut: { ...(step.cut ?? { order: 'shortest', leadInMm: null }), tabs: next },
    });
  const tap = (point: Point, mmPerPx: number) => {
    if (!tabs) return;
    const reachMm = TAP_PX * mmPerPx;
    const there = standing.find((tab) => Math.hypot(tab.at.x - point.x, tab.at.y - point.y) <= reachMm);
    setMissed(false);
    if (there?.place) {
      send({ ...tabs, places: (tabs.places ?? []).filter((place) => place !== there.place) });
      return;
    }
    const place = tabPlaceAt(step.laid, point, { reachMm, widthMm: tabs.widthMm });
    if (place) send({ ...tabs, places: [...(tabs.places ?? []), place] });
    else setMissed(true);
  };
  return (
    <Page title={TITLE} back={back} maxWidth={1100}>
      <Columns
        first={
          <>
            <Aside>{sayOf(step, bed!.material.name)}</Aside>
            {isPictured ? <PicturePreview step={step} material={bed!.material} /> : null}
            {path.isError ? <Trouble error={path.error} retry={() => void path.refetch()} /> : null}
            {picture ? (
              <Enlarged label="The sheet" maxHeight={height * (isWide ? 0.7 : 0.42)}>
                {(maxHeight) => (
                  <SheetPicture
                    {...picture}
                    tool={position && isPlacing === 'path' ? { at: position.at, isDown: position.isDown } : null}
                    maxHeight={maxHeight}
                    {...(isPlacing === 'tabs' ? { onTapAt: tap } : {})}
                    over={(scale) => (
                      <G>
                        {followed ? (
                          <PathOver
                            trace={followed.trace}
                            seconds={isPlacing === 'path' ? seconds : total}
                            scale={scale}
                            showsTravel={showsTravel && isPlacing === 'path'}
                          />
                        ) : null}
                        {standing.map((tab, i) => (
                          <Circle
                            key={i}
                            testID={tab.place ? 'tab-placed' : 'tab-proposed'}
                            cx={tab.at.x}
                            cy={tab.at.y}
                            r={(tab.place ? 6 : 4.5) / scale}
                            fill={tab.place ? rust : 'none'}
                            stroke={rust}
                            strokeWidth={2 / scale}
                          />
                        ))}
                      </G>
                    )}
                  />
                )}
              </Enlarged>
            ) : (
              <Waiting lines={3} />
            )}
          </>
        }
        second={
          <>
            {processOf(step.process).parts ? (
              <Chips
                label="What is looked at?"
                options={[
                  { value: 'path', label: 'Through time' },
                  { value: 'tabs', label: 'Tabs' },
                ]}
                chosen={isPlacing}
                onChoose={setPlacing}
              />
            ) : null}
            {isPlacing === 'path' && followed && position ? (
              <View style={{ gap: SPACE.small }} testID="scrubber">
                <View style={{ flexDirection: 'row', alignItems: 'baseline', justifyContent: 'space-between' }}>
                  <Figure style={{ fontSize: 30, lineHeight: 36 }}>{formatDuration(seconds)}</Figure>
                  <Aside>of {formatDuration(total)}</Aside>
                </View>
                <Slider
                  aria-label="Time of the run"
                  value={seconds}
                  minimumValue={0}
                  maximumValue={Math.max(0.1, total)}
                  step={total / 1000 || 0.1}
                  minimumTrackTintColor={quench}
                  maximumTrackTintColor={rule}
                  thumbTintColor={quench}
                  thumbStyle={{ width: 34, height: 34 }}
                  onValueChange={setAt}
                />
                <View style={{ flexDirection: 'row', gap: SPACE.small }}>
                  <Button
                    title="Back a line"
                    type="outline"
                    containerStyle={{ flex: 1 }}
                    onPress={() => setAt(lineStep(followed.trace, seconds, -1))}
                  />
                  <Button
                    title="On a line"
                    type="outline"
                    containerStyle={{ flex: 1 }}
                    onPress={() => setAt(lineStep(followed.trace, seconds, 1))}
                  />
                </View>
                <Strong>
                  {position.isDown ? 'at work' : 'on its way'} · {formatNumber(position.at.x, 1)} ×{' '}
                  {formatNumber(position.at.y, 1)} mm · {formatNumber(position.cutMm / 1000, 2)} m done
                </Strong>
                <FileLines lines={followed.lines} at={position.line} />
                <Toggle label="Show the ways between" value={showsTravel} onChange={setShowsTravel} />
              </View>
            ) : null}
            {isPlacing === 'path' && !followed && !path.isError ? <Waiting lines={3} /> : null}
            {isPlacing === 'tabs' ? (
              tabs ? (
                <>
                  <Body>
                    {tabs.places?.length
                      ? 'Tap a line for one more, or a tab to take it away. Parts without one of their own keep those that are proposed.'
                      : 'These are proposed. Tap a line, and that part has its tabs where you put them.'}
                  </Body>
                  {missed ? (
                    <Aside style={{ color: rust }}>No line is near enough there, or a corner is too near.</Aside>
                  ) : null}
                  <TabMeasures tabs={tabs} onChange={send} />
                  {tabs.places?.length ? (
                    <Button
                      title="Back to those proposed"
                      type="outline"
                      onPress={() => send({ count: tabs.count, widthMm: tabs.widthMm })}
                    />
                  ) : null}
                </>
              ) : (
                <>
                  <Body>
                    This step is cut all round. With tabs, what is cut out is held until it is taken out by hand.
                  </Body>
                  <Button title="Leave tabs standing" onPress={() => send(USUAL_TABS)} />
                </>
              )
            ) : null}
            {isPictured ? <PictureChoice step={step} onChange={cutBy} /> : null}
            {act.isError ? (
              <Body role="alert" style={{ color: rust }}>
                {act.error.message}
              </Body>
            ) : null}
          </>
        }
      />
    </Page>
  );
}

const sayOf = (step: StepWork, material: string): string =>
  `Step ${step.position + 1}${step.sheet && step.sheet.of > 1 ? `, sheet ${step.sheet.turn} of ${step.sheet.of}` : ''}: ${material}`;

/** The file's lines round the one that the tool is at. */
function FileLines({ lines, at }: { lines: readonly string[]; at: number }) {
  const { ink, slate, rule } = useTokens();
  const from = Math.max(1, at - 2);
  return (
    <View style={{ borderLeftWidth: 3, borderColor: rule, paddingLeft: SPACE.small }} testID="file-lines">
      {lines.slice(from - 1, from + 4).map((text, i) => {
        const isNow = from + i === at;
        return (
          <Aside
            key={from + i}
            numberOfLines={1}
            style={{ fontFamily: FONT.number, color: isNow ? ink : slate, fontWeight: isNow ? '600' : '400' }}
          >
            {`${from + i}  ${text}`}
          </Aside>
        );
      })}
    </View>
  );
}
