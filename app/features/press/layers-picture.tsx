import type { PressPlanView } from '@keen-anvil/contract';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { TemperMark } from '../../ui/marks';
import { useTokens } from '../../ui/theme';
import { useUnits } from '../../ui/units';
import { SPACE } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';

/** The cloth and what lies on it, from the side: each layer with the heat it takes, and how much of that it gets. */
export function LayersPicture({ view }: { view: PressPlanView }) {
  const { card, slate, rule } = useTokens();
  const back = view.layers.filter(({ side }) => side === 'back');
  const front = view.layers.filter(({ side }) => side === 'front');
  return (
    <View role="img" aria-label="What is pressed, from the side" testID="layers" style={{ gap: 0 }}>
      {[...front].reverse().map((layer) => (
        <Layer key={layer.id} layer={layer} view={view} />
      ))}
      <View
        style={{
          backgroundColor: card,
          borderWidth: 1,
          borderColor: slate,
          borderStyle: view.isOpenWeave ? 'dashed' : 'solid',
          padding: SPACE.small,
          minHeight: 48,
          justifyContent: 'center',
        }}
      >
        <Strong>{view.ground?.name ?? 'What it goes on'}</Strong>
        <Aside>
          {view.isOpenWeave
            ? 'open weave: what lifts is pressed again for longer'
            : view.ground
              ? 'the blank'
              : 'nobody has said yet'}
        </Aside>
      </View>
      {back.map((layer) => (
        <Layer key={layer.id} layer={layer} view={view} />
      ))}
      <View style={{ height: 1, backgroundColor: rule }} />
    </View>
  );
}

function Layer({ layer, view }: { layer: PressPlanView['layers'][number]; view: PressPlanView }) {
  const { rule, slate } = useTokens();
  const heat = view.plan?.heat.find(({ layerId }) => layerId === layer.id);
  const units = useUnits();
  const celsius = (value: number) => units.show(Math.round(value), '°C');
  const seconds = (at150: number) => formatNumber(at150 / layer.rate, 0);
  return (
    <View
      style={{
        flexDirection: 'row',
        gap: SPACE.small,
        paddingVertical: 1,
      }}
    >
      <View style={{ width: 16, backgroundColor: layer.colour, borderWidth: 1, borderColor: slate }} />
      <View style={{ flex: 1, borderTopWidth: 1, borderColor: rule, paddingTop: SPACE.hair, gap: 2 }}>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, flexWrap: 'wrap' }}>
          <Strong style={{ flexShrink: 1 }}>{layer.name}</Strong>
          <TemperMark temper={layer.temper} />
        </View>
        <HeatBar from={layer.window.fromSeconds} to={layer.window.toSeconds} got={heat?.gotSeconds ?? null} />
        <Aside>
          {`takes ${seconds(layer.window.fromSeconds)}–${seconds(layer.window.toSeconds)} s${heat ? `, gets ${seconds(heat.gotSeconds)} s` : ''} at ${celsius(layer.atC)}; right from ${celsius(layer.window.fromC)} to ${celsius(layer.window.toC)}. ${layer.evidence === 0 ? 'Nobody has looked at it yet.' : `Seen ${layer.evidence === 1 ? 'once' : `${layer.evidence} times`}.`} Its recipe says ${formatNumber(layer.dwellSeconds, 0)} s at ${celsius(layer.temperatureC)}.${layer.leftOut ? ` ${layer.leftOut === 1 ? 'One pressing' : `${layer.leftOut} pressings`} out of all reason beside that ${layer.leftOut === 1 ? 'does' : 'do'} not count.` : ''}`}
        </Aside>
      </View>
    </View>
  );
}

/** The window on a rule of heat, and where the plan comes out on it. */
function HeatBar({ from, to, got }: { from: number; to: number; got: number | null }) {
  const { rule, moss, ember, ink } = useTokens();
  const [width, setWidth] = useState(0);
  const end = 1.4 * Math.max(to, got ?? 0);
  const at = (seconds: number) => (seconds / end) * width;
  const isRight = got !== null && got >= from * 0.999 && got <= to * 1.001;
  return (
    <View
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
      style={{ height: 14, justifyContent: 'center' }}
    >
      <View style={{ height: 4, backgroundColor: rule }} />
      <View
        style={{
          position: 'absolute',
          left: at(from),
          width: Math.max(3, at(to) - at(from)),
          height: 10,
          backgroundColor: moss,
          opacity: 0.55,
        }}
      />
      {got !== null ? (
        <View
          style={{
            position: 'absolute',
            left: at(got) - 2,
            width: 4,
            height: 14,
            backgroundColor: isRight ? ink : ember,
          }}
        />
      ) : null}
    </View>
  );
}
