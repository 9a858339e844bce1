import { outlineOf } from '@keen-anvil/core/materials';
import type { JobDetail, MaterialView, RunView, StockPieceView } from '@keen-anvil/contract';
import { laidOn } from '@keen-anvil/core/steps';
import { usedSpots } from '@keen-anvil/core/jobs';
import type { DoneOnPiece, Remainder } from '@keen-anvil/core/layout';
import { formatNumber } from '@keen-anvil/core/units';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { v5 as uuidv5 } from 'uuid';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { readPreference, writePreference } from '../../ui/preference';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { useJob } from '../jobs/queries';
import { remaindersIn } from '../jobs/use-nesting';
import { useMaterialsOf } from '../shop/materials';
import { useAddPiece } from '../stock/queries';

const PICTURE_PX = 150;

/** What is left of each sheet that a series was done on: proposed as an offcut, to keep or to throw away. */
export function WhatRemains({ runs }: { runs: readonly RunView[] }) {
  const job = useJob(runs[0]?.jobId ?? '').data;
  const materials = useMaterialsOf(job?.steps.map(({ materialId }) => materialId) ?? []).data;
  if (!job || !materials) return null;
  return (
    <>
      {sheetsDone(job, materials, runs).map(({ sheetId, piece, material }) => (
        <OfSheet
          key={sheetId}
          job={job}
          sheetId={sheetId}
          piece={piece}
          material={material}
          restId={uuidv5(`rest of ${sheetId}`, runs[0].seriesId)}
        />
      ))}
    </>
  );
}

interface DoneSheet {
  sheetId: string;
  piece: StockPieceView;
  material: MaterialView;
}

/** The sheets that something was finished on. Rolls are shortened by themselves, and blanks leave nothing. */
function sheetsDone(job: JobDetail, materials: readonly MaterialView[], runs: readonly RunView[]): DoneSheet[] {
  const done = new Set(runs.filter(({ progress }) => progress.state === 'finished').map(({ sheetId }) => sheetId));
  const sheets = new Map(job.steps.flatMap((step) => step.sheets).map((sheet) => [sheet.id, sheet]));
  return [...sheets.values()].flatMap(({ id, stockPieceId }) => {
    const material = materials.find(({ pieces }) => pieces.some((piece) => piece.id === stockPieceId));
    const piece = material?.pieces.find((each) => each.id === stockPieceId);
    const isCut = piece && (piece.kind === 'sheet' || piece.kind === 'offcut');
    return done.has(id) && material && isCut ? [{ sheetId: id, piece, material }] : [];
  });
}

function doneOn(job: JobDetail, sheetId: string, piece: StockPieceView): DoneOnPiece {
  return {
    outline: outlineOf(piece),
    holes: usedSpots(piece),
    parts: job.steps
      .filter(({ isSkipped }) => !isSkipped)
      .flatMap(({ parts }) => parts)
      .flatMap((part) =>
        laidOn(part, { id: sheetId, stockPieceId: piece.id }).map(({ contours, place }) => ({ contours, place })),
      ),
  };
}

function OfSheet({ job, sheetId, piece, material, restId }: DoneSheet & { job: JobDetail; restId: string }) {
  const { moss, rust } = useTokens();
  const add = useAddPiece(material.id);
  const thrownName = `thrown away ${restId}`;
  const [isThrown, setThrown] = useState(() => readPreference(thrownName) !== null);
  const rests = useQuery({
    queryKey: ['remains', restId],
    queryFn: () => remaindersIn(doneOn(job, sheetId, piece)),
    staleTime: Infinity,
    enabled: !isThrown,
  });
  const kept = material.pieces.find(({ id }) => id === restId);
  const rest = rests.data?.at(0);
  if (isThrown || (!kept && !rest)) return null;
  if (kept)
    return (
      <Leaf edge={moss}>
        <Body>{`What is left of ${piece.name} is in the stock as “${kept.name}”.`}</Body>
      </Leaf>
    );
  const more = rests.data!.length - 1;
  return (
    <Leaf testID="what-remains">
      <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'center' }}>
        <RestPicture piece={piece} rest={rest!} colour={material.colour} />
        <View style={{ flex: 1, gap: SPACE.hair }}>
          <Heading>{`Left of ${piece.name}`}</Heading>
          <Body>{sayRest(rest!)}</Body>
          {more > 0 ? (
            <Aside>{`${more} smaller ${more === 1 ? 'piece falls' : 'pieces fall'} off beside it.`}</Aside>
          ) : null}
        </View>
      </View>
      {add.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {add.error.message}
        </Body>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button
          title="Throw it away"
          type="outline"
          containerStyle={{ flex: 1 }}
          onPress={() => {
            writePreference(thrownName, 'yes');
            setThrown(true);
          }}
        />
        <Button
          title="Keep it as an offcut"
          containerStyle={{ flex: 1 }}
          loading={add.isPending}
          onPress={() =>
            add.mutate({
              id: restId,
              name: `rest of ${piece.name.replace(/^rest of /, '')}`,
              kind: 'offcut',
              count: 1,
              ...sizeOf(rest!),
              outline: rest!.outline,
              holes: rest!.holes,
            })
          }
        />
      </View>
    </Leaf>
  );
}

function sizeOf({ outline }: Remainder): { widthMm: number; lengthMm: number } {
  const [xs, ys] = [outline.map(({ x }) => x), outline.map(({ y }) => y)];
  return { widthMm: Math.max(...xs) - Math.min(...xs), lengthMm: Math.max(...ys) - Math.min(...ys) };
}

function sayRest(rest: Remainder): string {
  const { widthMm, lengthMm } = sizeOf(rest);
  const spots = rest.holes.length;
  return `${formatNumber(widthMm, 0)} × ${formatNumber(lengthMm, 0)} mm, ${formatNumber(rest.areaMm2 / 100, 0)} cm²${
    spots ? `, with ${spots} used ${spots === 1 ? 'spot' : 'spots'}` : ''
  }`;
}

/** The piece as a thin line, and what is left of it in its colour. */
function RestPicture({ piece, rest, colour }: { piece: StockPieceView; rest: Remainder; colour: string }) {
  const { ink, rule } = useTokens();
  const scale = PICTURE_PX / Math.max(piece.widthMm, piece.lengthMm);
  const path = (rings: readonly (readonly { x: number; y: number }[])[]) =>
    rings.map((ring) => `M${ring.map(({ x, y }) => `${x} ${y}`).join('L')}Z`).join('');
  return (
    <Svg
      width={piece.widthMm * scale}
      height={piece.lengthMm * scale}
      viewBox={`0 0 ${piece.widthMm} ${piece.lengthMm}`}
      role="img"
      aria-label={`What is left of ${piece.name}`}
    >
      <Path d={`M0 0H${piece.widthMm}V${piece.lengthMm}H0Z`} fill="none" stroke={rule} strokeWidth={2 / scale} />
      <Path
        d={path([rest.outline, ...rest.holes])}
        fill={colour}
        fillRule="evenodd"
        stroke={ink}
        strokeWidth={1.2 / scale}
      />
    </Svg>
  );
}
