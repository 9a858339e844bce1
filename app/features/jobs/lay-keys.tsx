import type { JobDetail, SheetOfStep } from '@keen-anvil/contract';
import type { NestGroup } from '@keen-anvil/core/steps';
import { boundsArea, type CurveContour, type Point } from '@keen-anvil/core/geometry';
import { carried, isOnePlace, type ClosePiece, type Place } from '@keen-anvil/core/layout';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Button } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { SPACE } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';
import { Arrow } from './arrow-key';
import { NEW_SHEET, relayAction, type LaidThing, type Relaid } from './laid-things';
import type { useAct } from './queries';
import { roomForMore } from './use-nesting';

export type LayTool = 'move' | 'turn' | 'copies' | 'sheet' | 'measure';

interface LayKeysProps {
  tool: LayTool;
  job: JobDetail;
  group: NestGroup;
  sheet: SheetOfStep;
  close: ClosePiece;
  things: readonly LaidThing[];
  taken: readonly LaidThing[];
  act: ReturnType<typeof useAct>;
  onMove: (by: Point, degrees: number) => void;
  onOther: (sheetId: string) => void;
}

/** The keys of what is done to the chosen things. */
export function LayKeys(props: LayKeysProps) {
  const { tool, taken } = props;
  if (tool === 'measure') return null;
  if (taken.length === 0) return <Aside>Nothing is chosen yet.</Aside>;
  if (tool === 'move') return <MoveKeys {...props} />;
  if (tool === 'turn') return <TurnKeys {...props} />;
  if (tool === 'copies') return <CopyKeys {...props} />;
  return <SheetKeys {...props} />;
}

function MoveKeys({ onMove }: LayKeysProps) {
  const [by, setBy] = useState(1);
  return (
    <View style={{ gap: SPACE.small }}>
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Arrow icon="arrow-left" label="Move left" onPress={() => onMove({ x: -by, y: 0 }, 0)} />
        <Arrow icon="arrow-right" label="Move right" onPress={() => onMove({ x: by, y: 0 }, 0)} />
        <Arrow icon="arrow-up" label="Move towards the lead edge" onPress={() => onMove({ x: 0, y: -by }, 0)} />
        <Arrow icon="arrow-down" label="Move away from the lead edge" onPress={() => onMove({ x: 0, y: by }, 0)} />
      </View>
      <StepNumber
        label="By"
        unit="mm"
        value={by}
        min={0.1}
        max={100}
        step={0.5}
        onChange={(value) => value > 0 && setBy(value)}
      />
    </View>
  );
}

const NO_WAY = { x: 0, y: 0 };

/** Kept from every edge where something is made as large as fits, in mm. */
const EDGE_MM = 2;

/** One thing made as large as its piece takes. */
function SizeToFitKeys({ taken, act }: Pick<LayKeysProps, 'taken' | 'act'>) {
  const [member, ...more] = taken.length === 1 ? taken[0].members : [];
  if (!member || more.length > 0) return null;
  const size = (anyAngle: boolean) =>
    act.mutate({ do: 'size-to-fit', partId: member.partId, gapMm: EDGE_MM, anyAngle });
  return (
    <View style={{ gap: SPACE.small }}>
      <Strong>As large as fits onto the piece</Strong>
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button
          title="As drawn"
          type="outline"
          containerStyle={{ flex: 1 }}
          loading={act.isPending}
          onPress={() => size(false)}
        />
        <Button
          title="At any angle"
          type="outline"
          containerStyle={{ flex: 1 }}
          loading={act.isPending}
          onPress={() => size(true)}
        />
      </View>
      <Aside>{`${EDGE_MM} mm stay free at every edge, and round what lies there.`}</Aside>
    </View>
  );
}

function TurnKeys({ taken, act, onMove }: LayKeysProps) {
  const [angle, setAngle] = useState(taken[0].members[0].place.angle);
  const turn = (degrees: number) => {
    onMove(NO_WAY, degrees);
    setAngle((now) => normal(now + degrees));
  };
  return (
    <View style={{ gap: SPACE.small }}>
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        {[-90, -45, 45, 90].map((degrees) => (
          <Button
            key={degrees}
            title={`${degrees > 0 ? '+' : '−'}${Math.abs(degrees)}°`}
            type="outline"
            onPress={() => turn(degrees)}
            containerStyle={{ flex: 1 }}
          />
        ))}
      </View>
      <StepNumber
        label="Angle"
        unit="°"
        value={angle}
        min={-180}
        max={180}
        step={1}
        onChange={(value) => turn(normal(value - angle))}
      />
      <SizeToFitKeys taken={taken} act={act} />
    </View>
  );
}

const normal = (degrees: number): number => Number((degrees - 360 * Math.round(degrees / 360)).toFixed(3)) + 0;

/** One more of a thing: each of its members where it comes to lie. */
type Copy = { partId: string; place: Place }[];

/** Where more copies of a thing find room; what is done on the back goes with its front. */
async function copiesOf(
  thing: LaidThing,
  present: { contours: CurveContour[]; place: Place }[],
  piece: ClosePiece,
  count: number | 'fit',
): Promise<Copy[]> {
  const reference = thing.members.reduce((a, b) => (boundsArea(b.bounds) > boundsArea(a.bounds) ? b : a));
  const together = thing.members.filter(({ place }) => isOnePlace(place, reference.place));
  const behind = thing.members.filter((member) => !together.includes(member));
  const { angle, turnedOver } = reference.place;
  const lies = await roomForMore({
    parts: together.map(({ partId, contours }) => ({ id: partId, contours, count: 1 })),
    angle,
    turnedOver,
    present,
    piece,
    count,
    gapMm: 2,
    edgeMm: 2,
  });
  return lies
    .filter(({ partId }) => partId === reference.partId)
    .map((lie) => {
      const place = { x: lie.x, y: lie.y, angle: lie.angle, turnedOver: lie.turnedOver };
      return [
        ...together.map(({ partId }) => ({ partId, place })),
        ...behind.map((member) => ({ partId: member.partId, place: carried(member.place, reference.place, place) })),
      ];
    });
}

/** How often a part lies anywhere. */
const timesOf = (job: JobDetail, partId: string): number =>
  job.steps.flatMap(({ parts }) => parts).find(({ id }) => id === partId)?.places.length ?? 1;

function CopyKeys({ job, group, sheet, close, things, taken, act }: LayKeysProps) {
  const [said, setSaid] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const names = new Set(taken[0].members.map(({ partId }) => partId));
  const alike = things.filter(({ members }) => members.some(({ partId }) => names.has(partId)));
  const [first] = taken;
  const used = new Set(
    group.steps
      .flatMap((step) => step.sheets)
      .flatMap(({ id, stockPieceId }) => (stockPieceId === sheet.stockPieceId ? [id] : [])),
  );
  const isMore = !close.isRoll && close.count > used.size;
  const add = async (count: number | 'fit') => {
    setBusy(true);
    const present = things.flatMap(({ members }) =>
      members.map(({ contours, place: at }) => ({ contours, place: at })),
    );
    const lies = await copiesOf(first, present, close, count).catch(() => null);
    // What finds no room any more goes onto a new sheet of the same piece.
    const missing = typeof count === 'number' && lies ? count - lies.length : 0;
    const onNew = missing > 0 && isMore ? await copiesOf(first, [], close, missing).catch(() => []) : [];
    setBusy(false);
    if (!lies || lies.length + onNew.length === 0) {
      setSaid(
        lies ? 'There is no room for another one on this sheet.' : 'The copies could not be worked out on this device.',
      );
      return;
    }
    const found = lies.length + onNew.length;
    setSaid(
      `${found} more ${found === 1 ? 'was' : 'were'} laid, 2 mm apart${onNew.length ? `, ${onNew.length} of them on a new sheet` : ''}.`,
    );
    const fresh = (copies: readonly Copy[], sheetId: string) =>
      copies.flatMap((copy) => copy.map(({ partId, place }) => ({ partId, sheetId, place })));
    act.mutate(
      relayAction(
        job,
        new Map(),
        [...fresh(lies, sheet.id), ...fresh(onNew, NEW_SHEET)],
        onNew.length ? { stockPieceId: sheet.stockPieceId!, onCarrier: sheet.onCarrier } : null,
      ),
    );
  };
  const everywhere = timesOf(job, first.members[0].partId);
  const remove = () =>
    act.mutate(
      relayAction(
        job,
        new Map<string, Relaid>(
          taken.flatMap(({ members }) => members.map(({ placementId }) => [placementId, { place: null }] as const)),
        ),
      ),
    );
  // The last copy of a part is not taken off: it would be nowhere.
  const isLast = taken.some(({ members }) =>
    members.some(({ partId }) => {
      const here = taken.filter((thing) => thing.members.some((member) => member.partId === partId)).length;
      return here >= timesOf(job, partId);
    }),
  );
  return (
    <View style={{ gap: SPACE.small }}>
      <Aside>{`“${first.name}” lies here ${alike.length === 1 ? 'once' : `${alike.length} times`}${everywhere > alike.length ? `, ${everywhere} times in all` : ''}.`}</Aside>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
        <Button
          title="One more"
          type="outline"
          disabled={isBusy}
          onPress={() => void add(1)}
          containerStyle={{ flex: 1 }}
        />
        <Button
          title="Ten more"
          type="outline"
          disabled={isBusy}
          onPress={() => void add(10)}
          containerStyle={{ flex: 1 }}
        />
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
        <Button
          title="As many as fit"
          type="outline"
          disabled={isBusy}
          onPress={() => void add('fit')}
          containerStyle={{ flex: 1 }}
        />
        <Button title="Take it off" type="outline" disabled={isLast} onPress={remove} containerStyle={{ flex: 1 }} />
      </View>
      {said ? <Aside>{said}</Aside> : null}
      {isLast ? <Aside>The last copy stays; leave the part out in the drawing where it is not wanted.</Aside> : null}
    </View>
  );
}

function SheetKeys({ job, group, sheet, taken, act, onOther }: LayKeysProps) {
  const sheets = [...new Map(group.steps.flatMap((step) => step.sheets).map((each) => [each.id, each])).values()].sort(
    (a, b) => a.number - b.number,
  );
  const nameOf = (id: string | null) => group.material.pieces.find((piece) => piece.id === id)?.name ?? 'a sheet';
  const pieces = group.material.pieces.filter(
    ({ id, isArchived, count }) =>
      !isArchived && count > sheets.filter(({ stockPieceId }) => stockPieceId === id).length,
  );
  const bring = (target: string) => {
    const [kind, id] = target.split(' ');
    const changes = new Map<string, Relaid>(
      taken.flatMap(({ members }) =>
        members.map(
          ({ placementId, place }) => [placementId, { place, sheetId: kind === 'sheet' ? id : NEW_SHEET }] as const,
        ),
      ),
    );
    act.mutate(
      relayAction(job, changes, [], kind === 'new' ? { stockPieceId: id, onCarrier: sheet.onCarrier } : null),
      { onSuccess: () => kind === 'sheet' && onOther(id) },
    );
  };
  const options = [
    ...sheets
      .filter(({ id }) => id !== sheet.id)
      .map(({ id, number, stockPieceId }) => ({
        value: `sheet ${id}`,
        label: `Sheet ${number}, ${nameOf(stockPieceId)}`,
      })),
    ...pieces.map(({ id, name }) => ({ value: `new ${id}`, label: `A new sheet: ${name}` })),
  ];
  if (options.length === 0) return <Aside>{`There is no other piece of ${group.material.name} on the shelf.`}</Aside>;
  return (
    <View style={{ gap: SPACE.small }}>
      <Aside>Bring what is chosen onto</Aside>
      <Chips label="Bring onto" options={options} chosen={null} onChoose={bring} />
    </View>
  );
}
