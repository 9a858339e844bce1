import type { PlateView, PressingView } from '@keen-anvil/contract';
import { convertUnit, formatDuration, formatNumber } from '@keen-anvil/core/units';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure } from '../../ui/type';

type Reading = NonNullable<PlateView['plate']>;
/** Nearer than this nobody needs to know by how much, °C. */
const SAME_C = 1;

/** What the plate tells of itself: how hot it is, how hot it is to be, and until when. What lies under it takes its heat: then there is nothing to wait for. */
export function PlateLine({ plate, pressing, isDown }: { plate: Reading; pressing: PressingView; isDown: boolean }) {
  const { moss, ember, ink } = useTokens();
  const { unit } = pressing;
  const said = (celsius: number) => `${formatNumber(convertUnit(celsius, '°C', unit) ?? celsius, 0)} ${unit}`;
  const apartC = plate.shownC - plate.dialledC;
  const apart = formatNumber((Math.abs(apartC) * (unit === '°F' ? 9 : 5)) / 5, 0);
  return (
    <View testID="plate" style={{ gap: 2, paddingVertical: SPACE.hair }}>
      <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.small, flexWrap: 'wrap' }}>
        <Figure style={{ fontSize: 28, lineHeight: 34, color: plate.isReady ? moss : ink }}>
          {said(plate.shownC)}
        </Figure>
        <Aside>{`reckoned for the plate; it should come to ${said(plate.dialledC)}`}</Aside>
      </View>
      {plate.isReady || isDown ? null : (
        <Body style={{ color: ember }}>
          {Math.abs(apartC) < SAME_C
            ? 'It has just come there: let it settle.'
            : apartC > 0
              ? `It has swung over by ${apart} ${unit}: wait until it is back.`
              : `It is ${apart} ${unit} short.`}
          {plate.readyInSeconds === null ? '' : ` Ready in about ${formatDuration(plate.readyInSeconds)}.`}
        </Body>
      )}
    </View>
  );
}
