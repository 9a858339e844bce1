import type { JobDetail, SheetOfStep, StockPieceView } from '@keen-anvil/contract';
import type { NestGroup } from '@keen-anvil/core/steps';
import { laidOn } from '@keen-anvil/core/steps';
import { knownBounds, type Point } from '@keen-anvil/core/geometry';
import { boundsOnSheet, planeAt, type ClosePiece } from '@keen-anvil/core/layout';
import { formatNumber } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Columns } from '../../ui/columns';
import { Page } from '../../ui/page';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { UndoKey } from './drawing-view';
import { pathOf } from './drawn-groups';
import { BlankGuide } from './blank-guide';
import { boxOf, laidThings, movedThings, relayAction, type LaidThing } from './laid-things';
import { LayKeys, type LayTool } from './lay-keys';
import { LaySurface } from './lay-surface';
import { useNewLive, type InHand } from './lay-view';
import { PhotoUnder, lookOfSheet } from './photo-under';
import { PhotographSheet } from './photograph-sheet';
import { useAct } from './queries';
import { useWrong } from './use-wrong';

interface LayByHandProps {
  job: JobDetail;
  group: NestGroup;
  number: number;
  sheet: SheetOfStep;
  piece: StockPieceView;
  close: ClosePiece;
}

const TOOLS: readonly { value: LayTool; label: string }[] = [
  { value: 'move', label: 'Move' },
  { value: 'turn', label: 'Turn, size' },
  { value: 'copies', label: 'Copies' },
  { value: 'sheet', label: 'Sheet' },
];

/** A sheet with what lies on it, each to be taken into the hand. */
export function LayByHand({ job, group, number, sheet, piece, close }: LayByHandProps) {
  const router = useRouter();
  const act = useAct(job.id);
  const { rust } = useTokens();
  const { height } = useWindowDimensions();
  const isWide = useWide();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [tool, setTool] = useState<LayTool>('move');
  const [measured, setMeasured] = useState<Point[]>([]);
  const look = useMemo(() => lookOfSheet(sheet, piece, group.material), [sheet, piece, group.material]);
  const inHand = useNewLive<InHand | null>(null);
  const things = useMemo(() => laidThings(job, sheet.id), [job, sheet.id]);
  const wrong = useWrong(things, close);
  const taken = things.filter(({ key }) => chosen.has(key));
  const guides = useMemo(
    () =>
      job.otherParts
        .filter(({ role }) => role === 'guide')
        .flatMap((part) => {
          const bounds = knownBounds(part.contours);
          if (!bounds) return [];
          return laidOn(part, sheet).map(({ place }, i) => ({
            id: `${part.id} ${i}`,
            path: pathOf(part),
            transform: `matrix(${planeAt(place).join(' ')})`,
            bounds: boundsOnSheet({ bounds, place }),
          }));
        }),
    [job, sheet],
  );
  const move = (by: Point, degrees: number) => {
    if (taken.length) act.mutate(relayAction(job, movedThings(taken, by, degrees)));
  };
  const tap = (key: string | null) =>
    setChosen((now) => {
      if (key === null) return new Set();
      const next = new Set(now);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  const of = sheet.of > 1 ? `, sheet ${sheet.turn} of ${sheet.of}` : '';
  return (
    <Page
      title="Lay by hand"
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id, tab: 'Sheet' } } }}
      aside={`Step ${number}${of}, ${piece.name}, ${formatNumber(piece.widthMm, 0)} × ${formatNumber(piece.lengthMm, 0)} mm`}
    >
      <Columns
        first={
          <LaySurface
            outline={close.outline}
            reach={close.reach}
            holes={close.holes}
            under={look ? <PhotoUnder look={look} size={piece} /> : null}
            things={things}
            chosen={chosen}
            wrong={wrong.keys}
            isWrongIn={wrong.isWrongIn}
            guides={guides}
            colour={group.material.colour}
            isMeasuring={tool === 'measure'}
            measured={tool === 'measure' ? measured : []}
            height={Math.round(height * (isWide ? 0.68 : 0.46))}
            inHand={inHand}
            onTap={tap}
            onTake={(key) => setChosen(new Set([key]))}
            onMove={move}
            onMeasure={(at) => setMeasured((now) => (now.length === 1 ? [...now, at] : [at]))}
          />
        }
        second={
          <View style={{ gap: SPACE.small }}>
            {wrong.keys.size ? (
              <Body role="alert" style={{ color: rust }}>
                {wrong.sentence}
              </Body>
            ) : null}
            {tool === 'measure' ? <Aside>{sayMeasured(measured)}</Aside> : <Strong>{sayChosen(taken)}</Strong>}
            <Chips label="What to do" options={TOOLS} chosen={tool} onChoose={setTool} />
            <LayKeys
              key={`${tool} ${[...chosen].join()}`}
              tool={tool}
              job={job}
              group={group}
              sheet={sheet}
              close={close}
              things={things}
              taken={taken}
              act={act}
              onOther={(id) =>
                router.replace({ pathname: '/jobs/[id]/lay', params: { id: job.id, step: String(number), sheet: id } })
              }
              onMove={move}
            />
            {act.isError ? (
              <Body role="alert" style={{ color: rust }}>
                {act.error.message}
              </Body>
            ) : null}
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
              <TextKey
                title={chosen.size === things.length ? 'Choose none' : 'Choose all'}
                icon="checkbox-marked"
                onPress={() =>
                  setChosen(chosen.size === things.length ? new Set() : new Set(things.map(({ key }) => key)))
                }
              />
              <TextKey
                title={tool === 'measure' ? 'Measured' : 'Measure'}
                icon="compare-horizontal"
                onPress={() => {
                  setMeasured([]);
                  setTool(tool === 'measure' ? 'move' : 'measure');
                }}
              />
              <BlankGuide job={job} step={job.steps.find(({ position }) => position + 1 === number)!} sheet={sheet} />
              <PhotographSheet sheet={sheet} piece={piece} act={act} />
              <TextKey
                title="Nest the parts"
                icon="layers-outline"
                onPress={() =>
                  router.push({ pathname: '/jobs/[id]/nest', params: { id: job.id, step: String(number) } })
                }
              />
            </View>
            <UndoKey job={job} />
          </View>
        }
      />
    </Page>
  );
}

function sayChosen(taken: readonly LaidThing[]): string {
  const box = boxOf(taken);
  if (!box) return 'Tap a part to choose it, and drag it; two fingers look nearer.';
  const at = `${formatNumber(box.minX, 1)} mm in, ${formatNumber(box.minY, 1)} mm up, ${formatNumber(box.maxX - box.minX, 1)} × ${formatNumber(box.maxY - box.minY, 1)} mm`;
  return taken.length === 1 ? `${taken[0].name}: ${at}` : `${taken.length} chosen: ${at}`;
}

function sayMeasured([from, to]: readonly Point[]): string {
  if (!from) return 'Tap two places on the sheet.';
  if (!to) return `From ${formatNumber(from.x, 1)}, ${formatNumber(from.y, 1)} mm: tap the other place.`;
  const [across, up] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)];
  return `${formatNumber(Math.hypot(across, up), 1)} mm apart: ${formatNumber(across, 1)} mm across, ${formatNumber(up, 1)} mm along the feed`;
}
