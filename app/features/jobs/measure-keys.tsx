import type { Measure, Measures } from '@keen-anvil/core/measured';
import { formatNumber } from '@keen-anvil/core/units';
import { Pressable, View } from 'react-native';
import { Chips } from '../../ui/chips';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';

interface MeasureKeysProps {
  list: readonly Measure[];
  measures: Measures;
  /** Which of them is being turned. */
  inHand: string;
  /** As they were before; null where it is new. */
  before?: Measures | null;
  /** What stands against them, and which one is meant. */
  refusal?: { measure: string; message: string } | null;
  onTake: (name: string) => void;
  onTurn: (name: string, value: number) => void;
}

const said = ({ name, unit, choices }: Measure, measures: Measures): string =>
  choices?.[measures[name]] ?? `${formatNumber(measures[name], 2)}${unit && ` ${unit}`}`;

/** Measures side by side, one of them in hand: that one is turned by keys, typed, or chosen. */
export function MeasureKeys({ list, measures, inHand, before, refusal, onTake, onTurn }: MeasureKeysProps) {
  const { rust, ember, rule } = useTokens();
  const measure = list.find(({ name }) => name === inHand) ?? list[0];
  return (
    <>
      <View
        role="radiogroup"
        aria-label="Measures"
        style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}
      >
        {list.map((one) => {
          const isOn = one.name === measure.name;
          const isWrong = refusal?.measure === one.name;
          return (
            <Pressable
              key={one.name}
              role="radio"
              aria-checked={isOn}
              aria-label={`${one.label}, ${said(one, measures)}`}
              onPress={() => onTake(one.name)}
              style={{
                minHeight: TARGET,
                justifyContent: 'center',
                paddingHorizontal: SPACE.base,
                borderWidth: isOn ? 2 : 1,
                borderColor: isWrong ? rust : isOn ? ember : rule,
                borderRadius: 4,
              }}
            >
              <Aside>{one.label}</Aside>
              <Strong style={isWrong ? { color: rust } : {}}>{said(one, measures)}</Strong>
            </Pressable>
          );
        })}
      </View>
      {measure.choices ? (
        <Chips
          label={measure.label}
          options={measure.choices.map((label, i) => ({ value: String(i), label }))}
          chosen={String(measures[measure.name])}
          onChoose={(value) => onTurn(measure.name, Number(value))}
        />
      ) : (
        <StepNumber
          key={measure.name}
          label={measure.label}
          unit={measure.unit}
          value={measures[measure.name]}
          min={measure.min}
          max={measure.max}
          step={measure.step}
          was={before?.[measure.name]}
          problem={refusal?.measure === measure.name ? refusal.message : null}
          onChange={(value) => onTurn(measure.name, value)}
        />
      )}
    </>
  );
}
