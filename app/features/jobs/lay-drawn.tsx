import type { Point } from '@keen-anvil/core/geometry';
import { planeAt } from '@keen-anvil/core/layout';
import { memo, useMemo, type ReactNode } from 'react';
import { Defs, G, Path, Pattern, Polygon, Rect } from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { pathOf } from './drawn-groups';
import { boxOf, middleOf, type LaidThing } from './laid-things';
import type { LaySurfaceProps } from './lay-surface-props';
import { useLive, type InHand, type LayView, type Live } from './lay-view';

/** What is drawn in mm, as it is looked at: only its own frame changes, not what is in it. */
export function InView({ view, id, children }: { view: Live<LayView>; id: string; children: ReactNode }) {
  const { scale, x, y } = useLive(view);
  return (
    <G transform={`translate(${x} ${y}) scale(${scale})`}>
      <G id={id}>{children}</G>
    </G>
  );
}

/** Lines keep their width however near they are looked at. */
const STEADY = { vectorEffect: 'non-scaling-stroke' } as object;

export const Sheet = memo(function Sheet({
  outline,
  reach,
  holes = [],
  under,
}: Pick<LaySurfaceProps, 'outline' | 'reach' | 'holes' | 'under'>) {
  const { paper, slate } = useTokens();
  return (
    <>
      <Polygon points={outline.map(({ x, y }) => `${x},${y}`).join(' ')} fill={paper} />
      {under}
      <Polygon
        points={outline.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke={slate}
        strokeWidth={1.5}
        {...STEADY}
      />
      <UsedSpots holes={holes} />
      {reach ? (
        <Rect
          x={reach.minX}
          y={reach.minY}
          width={reach.maxX - reach.minX}
          height={reach.maxY - reach.minY}
          fill="none"
          stroke={slate}
          strokeWidth={1}
          strokeDasharray={[5, 4]}
          {...STEADY}
        />
      ) : null}
    </>
  );
});

/** Spots that were used already, hatched. */
export function UsedSpots({ holes }: { holes: readonly (readonly Point[])[] }) {
  const { slate, paper } = useTokens();
  if (holes.length === 0) return null;
  return (
    <G testID="used-spots">
      <Defs>
        <Pattern id="used" patternUnits="userSpaceOnUse" width={4} height={4} patternTransform="rotate(45)">
          <Rect width={4} height={4} fill={paper} />
          <Rect width={1.4} height={4} fill={slate} fillOpacity={0.5} />
        </Pattern>
      </Defs>
      {holes.map((hole, i) => (
        <Polygon
          key={i}
          points={hole.map(({ x, y }) => `${x},${y}`).join(' ')}
          fill="url(#used)"
          stroke={slate}
          strokeWidth={1}
          {...STEADY}
        />
      ))}
    </G>
  );
}

export const Guides = memo(function Guides({ guides }: Pick<LaySurfaceProps, 'guides'>) {
  const { slate } = useTokens();
  return (
    <>
      {guides.map(({ id, path, transform }) => (
        <Path
          key={id}
          d={path}
          transform={transform}
          fill="none"
          stroke={slate}
          strokeWidth={1.4}
          strokeDasharray={[5, 4]}
          {...STEADY}
        />
      ))}
    </>
  );
});

interface ThingsProps {
  wrong: ReadonlySet<string>;
  colour: string;
  /** What lies under the parts is to be seen through them. */
  isSheer?: boolean;
}

export const Still = memo(function Still({
  things,
  taken,
  wrong,
  colour,
  isSheer,
}: ThingsProps & { things: readonly LaidThing[]; taken: ReadonlySet<string> }) {
  return (
    <>
      {things.map((thing) =>
        taken.has(thing.key) ? null : (
          <OneThing
            key={thing.key}
            thing={thing}
            isWrong={wrong.has(thing.key)}
            isTaken={false}
            colour={colour}
            isSheer={isSheer}
          />
        ),
      )}
    </>
  );
});

const OneThing = memo(function OneThing({
  thing,
  isWrong,
  isTaken,
  colour,
  isSheer,
}: {
  thing: LaidThing;
  isWrong: boolean;
  isTaken: boolean;
  colour: string;
  isSheer?: boolean;
}) {
  const { ember, ink, rust } = useTokens();
  return (
    <G testID={`thing-${thing.name}`}>
      {thing.members
        .filter(({ isLeftOut }) => !isLeftOut)
        .map(({ placementId, contours, place, isArea }) => (
          <Path
            key={placementId}
            d={pathOf({ contours })}
            transform={`matrix(${planeAt(place).join(' ')})`}
            fill={isWrong ? rust : isArea ? (isTaken ? ember : ink) : colour}
            fillOpacity={isArea ? 0.75 : isWrong ? 0.35 : isSheer ? 0.12 : 0.5}
            fillRule="evenodd"
            stroke={isTaken ? ember : isWrong ? rust : ink}
            strokeWidth={isArea ? 0 : isTaken ? 2.5 : 1.2}
            {...STEADY}
          />
        ))}
    </G>
  );
});

/** What is chosen, as it is moved and turned. */
export function Taken({
  things,
  inHand,
  wrong,
  isWrongIn,
  colour,
  isSheer,
}: ThingsProps & Pick<LaySurfaceProps, 'isWrongIn'> & { things: readonly LaidThing[]; inHand: Live<InHand | null> }) {
  const now = useLive(inHand);
  const box = boxOf(things);
  const about = box && middleOf(box);
  const isWrongNow = now === null ? null : isWrongIn(things, now.by, now.degrees);
  const drawn = useMemo(
    () =>
      things.map((thing) => (
        <OneThing
          key={thing.key}
          thing={thing}
          isWrong={isWrongNow ?? wrong.has(thing.key)}
          isTaken
          colour={colour}
          isSheer={isSheer}
        />
      )),
    [things, wrong, isWrongNow, colour, isSheer],
  );
  const moved =
    now && about ? `translate(${now.by.x} ${now.by.y}) rotate(${-now.degrees} ${about.x} ${about.y})` : undefined;
  return (
    <G testID="in-hand" transform={moved}>
      {drawn}
    </G>
  );
}
