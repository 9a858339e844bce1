import { readTyped, type TypedQuantity } from '@keen-anvil/core/units';
import { useState } from 'react';
import { Pressable, TextInput, View } from 'react-native';
import { useTokens } from './theme';
import { FONT, SPACE, TARGET } from './tokens';
import { Aside, Figure, Strong } from './type';

interface StepNumberProps {
  label: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  step: number;
  /** The value before it was changed; shown where it differs. */
  was?: number;
  /** A sentence where the value cannot stay. */
  problem?: string | null;
  /** What was typed, where it was typed in another unit than the machine's. */
  typed?: TypedQuantity;
  onChange: (value: number, typed: TypedQuantity | null) => void;
}

const tidy = (value: number): number => Number(value.toFixed(6));

/** A number as the machine shows it, with − and + in its own step, and typing allowed. */
export function StepNumber({
  label,
  unit,
  value,
  min,
  max,
  step,
  was,
  problem,
  typed: kept,
  onChange,
}: StepNumberProps) {
  const tokens = useTokens();
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? String(value);
  const isWrong = Boolean(problem) || (typed !== null && readTyped(typed, unit, unit) === null);
  const key = (sign: 1 | -1) => {
    const next = tidy(value + sign * step);
    const isOut = sign > 0 ? next > max + 1e-9 : next < min - 1e-9;
    return (
      <Pressable
        role="button"
        aria-label={`${label} ${sign > 0 ? 'up' : 'down'} by ${step}${unit ? ` ${unit}` : ''}`}
        disabled={isOut}
        onPress={() => {
          setTyped(null);
          onChange(next, null);
        }}
        style={{
          width: 56,
          minHeight: 56,
          alignItems: 'center',
          justifyContent: 'center',
          borderWidth: 1,
          borderColor: tokens.slate,
          borderRadius: 4,
          opacity: isOut ? 0.35 : 1,
        }}
      >
        <Figure style={{ fontSize: 28, lineHeight: 32 }}>{sign > 0 ? '+' : '−'}</Figure>
      </Pressable>
    );
  };
  return (
    <View style={{ gap: 2 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
        <View style={{ flex: 1 }}>
          <Strong>{label}</Strong>
          <Aside>
            {min} to {max} {unit}
            {was !== undefined && was !== value ? ` · was ${was}` : ''}
            {kept ? ` · typed ${kept.text} ${kept.unit}` : ''}
          </Aside>
        </View>
        {key(-1)}
        <TextInput
          aria-label={label}
          inputMode="decimal"
          value={shown}
          onChangeText={(text) => {
            setTyped(text);
            const read = readTyped(text, unit, unit);
            if (read)
              onChange(
                read.value,
                read.unit === unit ? null : { text: text.replace(/[^\d.,+-]+$/, '').trim(), unit: read.unit },
              );
          }}
          onBlur={() => setTyped(null)}
          style={{
            width: 84,
            minHeight: TARGET,
            textAlign: 'center',
            fontFamily: FONT.number,
            fontSize: 28,
            color: isWrong ? tokens.rust : tokens.ink,
            borderBottomWidth: 2,
            borderColor: isWrong ? tokens.rust : tokens.slate,
          }}
        />
        {key(1)}
      </View>
      {problem ? <Aside style={{ color: tokens.rust }}>{problem}</Aside> : null}
    </View>
  );
}
