import type { LaySurfaceProps } from './lay-surface-props';
import type { Bounds, Point } from '@keen-anvil/core/geometry';
import type { SnapLine } from '@keen-anvil/core/layout';
import { useEffect, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import Svg from 'react-native-svg';
import { useTokens } from '../../ui/theme';
import { Guides, InView, Sheet, Still, Taken } from './lay-drawn';
import { Loupe, Measured, Ring, Rulers, SnapLines } from './lay-overlays';
import { useNewLive, wholeOf, type LayView } from './lay-view';
import { useLayHand } from './use-lay-hand';

/** Of a long roll this much is in sight at first beyond what lies on it, in mm. */
const BEYOND_MM = 60;

/** The sheet as it is laid by hand: looked at nearer and farther, with what is chosen in the hand. */
export function LaySurface(props: LaySurfaceProps) {
  const { outline, reach, things, chosen, guides, height, inHand, isMeasuring } = props;
  const { card, rule } = useTokens();
  const [width, setWidth] = useState(0);
  const frame = useRef<View>(null);
  const view = useNewLive<LayView>({ scale: 1, x: 0, y: 0 });
  const lines = useNewLive<SnapLine[]>([]);
  const box = useMemo(() => boundsOfRing(outline), [outline]);
  const taken = useMemo(() => things.filter(({ key }) => chosen.has(key)), [things, chosen]);
  const deepest = Math.max(box.minY + (box.maxX - box.minX), ...things.map(({ bounds }) => bounds.maxY + BEYOND_MM));
  const first = useRef(false);
  useEffect(() => {
    if (!width || first.current) return;
    first.current = true;
    view.set(wholeOf({ ...box, maxY: Math.min(box.maxY, deepest) }, width, height));
  }, [width, box, deepest, height, view]);
  // What was moved lies there now: nothing is in the hand any more.
  useEffect(() => inHand.set(null), [things, inHand]);
  const hand = useLayHand({
    view,
    inHand,
    lines,
    things,
    chosen: taken,
    edges: useMemo(() => [reach ?? box, ...guides.map(({ bounds }) => bounds)], [reach, box, guides]),
    isMeasuring,
    onTap: props.onTap,
    onTake: props.onTake,
    onMove: props.onMove,
    onMeasure: props.onMeasure,
  });
  useEffect(() => {
    const element = frame.current as unknown as HTMLElement | null;
    const still = (event: Event) => event.preventDefault();
    element?.addEventListener?.('wheel', still, { passive: false });
    return () => element?.removeEventListener?.('wheel', still);
  }, []);
  return (
    <View
      ref={frame}
      testID="lay-surface"
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      {...(hand as object)}
      style={[
        {
          width: '100%',
          height,
          backgroundColor: card,
          borderWidth: 1,
          borderColor: rule,
          borderRadius: 3,
          overflow: 'hidden',
        },
        { touchAction: 'none', cursor: isMeasuring ? 'crosshair' : 'grab', userSelect: 'none' } as object,
      ]}
    >
      {width > 0 ? (
        <>
          {/* What lies still is a picture of its own: it is not painted anew while something is dragged over it. */}
          <View style={[{ position: 'absolute' }, { willChange: 'transform' } as object]}>
            <Svg width={width} height={height} role="img" aria-label={`The sheet with ${things.length} things on it`}>
              <InView view={view} id="lay-content">
                <Sheet outline={outline} reach={reach} holes={props.holes} under={props.under} />
                <Guides guides={guides} />
                <Still
                  things={things}
                  taken={chosen}
                  wrong={props.wrong}
                  colour={props.colour}
                  isSheer={Boolean(props.under)}
                />
              </InView>
            </Svg>
          </View>
          <Svg width={width} height={height} style={{ position: 'absolute', pointerEvents: 'none' }}>
            <InView view={view} id="lay-hand">
              <Taken
                things={taken}
                inHand={inHand}
                wrong={props.wrong}
                isWrongIn={props.isWrongIn}
                colour={props.colour}
                isSheer={Boolean(props.under)}
              />
            </InView>
            <SnapLines lines={lines} view={view} width={width} height={height} />
            <Ring things={taken} view={view} inHand={inHand} />
            <Measured points={props.measured} view={view} />
            <Rulers view={view} box={box} width={width} height={height} />
          </Svg>
          <Loupe view={view} inHand={inHand} width={width} props={props} />
        </>
      ) : null}
    </View>
  );
}

const boundsOfRing = (ring: readonly Point[]): Bounds => ({
  minX: Math.min(...ring.map(({ x }) => x)),
  minY: Math.min(...ring.map(({ y }) => y)),
  maxX: Math.max(...ring.map(({ x }) => x)),
  maxY: Math.max(...ring.map(({ y }) => y)),
});
