import { convertUnit, formatNumber, readTyped, type TypedQuantity } from '@keen-anvil/core/units';
import { useState } from 'react';
import { Pressable, TextInput, View } from 'react-native';
import { useTokens } from './theme';
import { FONT, SPACE, TARGET } from './tokens';
import { Aside, AsDialled, Figure, Strong } from './type';
import { useUnits } from './units';

interface StepNumberProps {
  label: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  step: number;
  /** The value before it was changed; shown where it differs. */
  was?: number;
  /**
   * A sentence where the value cannot stay, or null. Where somebody else looks at it, whatever is typed is handed on, as no number
   * (NaN) too; else only what can be is handed on, and what cannot is said here.
   */
  problem?: string | null;
  /** It stands on a machine's own dial: it is shown in the machine's unit, whatever the maker prefers. */
  isDial?: boolean;
  /** What was typed, where it was typed in another unit than the machine's. */
  typed?: TypedQuantity;
  onChange: (value: number, typed: TypedQuantity | null) => void;
}

const tidy = (value: number): number => Number(value.toFixed(6));
/** Steps that keys make in another unit: the nearest of these. */
const ROUND_STEPS = [0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100];

/** A number with what it is in the unit that it is shown in. */
function useShown({ unit, value, min, max, step, was, isDial }: StepNumberProps) {
  const units = useUnits();
  const shownUnit = isDial ? unit : units.unitFor(unit);
  const to = (own: number) => (shownUnit === unit ? own : (convertUnit(own, unit, shownUnit) ?? own));
  const from = (shown: number) => (shownUnit === unit ? shown : (convertUnit(shown, shownUnit, unit) ?? shown));
  const places = shownUnit === 'in' ? 4 : 2;
  const said = (own: number) => (shownUnit === unit ? String(own) : formatNumber(to(own), places));
  const wide = Math.abs(to(step) - to(0));
  const keyStep =
    shownUnit === unit
      ? step
      : ROUND_STEPS.reduce((best, one) => (Math.abs(one - wide) < Math.abs(best - wide) ? one : best));
  return {
    shownUnit,
    said,
    keyStep,
    min: said(min),
    max: said(max),
    was: was === undefined ? null : said(was),
    to,
    from,
    value,
  };
}

/** Why what was typed cannot be, as a sentence; null where it can. */
function typedProblem(
  typed: string | null,
  { unit, min, max, step }: StepNumberProps,
  { shownUnit, said }: ReturnType<typeof useShown>,
): string | null {
  if (typed === null || !typed.trim()) return null;
  const read = readTyped(typed, shownUnit, unit);
  const range = `${said(min)} to ${said(max)}${shownUnit ? ` ${shownUnit}` : ''}`;
  if (!read) return `A number was expected, ${range}; “${typed.trim()}” came.`;
  if (read.value < min - 1e-9 || read.value > max + 1e-9) return `${range} was expected; ${typed.trim()} came.`;
  const isCounted = unit === '' && step === 1 && Number.isInteger(min);
  if (isCounted && !Number.isInteger(read.value)) return `A whole number was expected, ${range}; ${typed.trim()} came.`;
  return null;
}

/** A number as the machine shows it, with − and + in its own step, and typing allowed. */
export function StepNumber(props: StepNumberProps) {
  const { label, unit, value, min, max, problem, typed: kept, onChange } = props;
  const tokens = useTokens();
  const [typed, setTyped] = useState<string | null>(null);
  const shown = useShown(props);
  const isLookedAt = problem !== undefined;
  const own = typedProblem(typed, props, shown);
  const said = problem ?? own;
  const isWrong = Boolean(said);
  const type = (text: string) => {
    setTyped(text);
    const read = readTyped(text, shown.shownUnit, unit);
    if (!read) {
      // What is no number must not be taken for the last one that was.
      if (isLookedAt && text.trim()) onChange(NaN, null);
      return;
    }
    if (!isLookedAt && typedProblem(text, props, shown)) return;
    const isOtherUnit = read.unit !== unit && read.unit !== shown.shownUnit;
    onChange(read.value, isOtherUnit ? { text: text.replace(/[^\d.,+-]+$/, '').trim(), unit: read.unit } : null);
  };
  const key = (sign: 1 | -1) => {
    const next = tidy(shown.from(shown.to(Number.isFinite(value) ? value : min) + sign * shown.keyStep));
    const isOut = sign > 0 ? next > max + 1e-9 : next < min - 1e-9;
    return (
      <StepKey
        sign={sign}
        label={`${label} ${sign > 0 ? 'up' : 'down'} by ${shown.keyStep}${shown.shownUnit ? ` ${shown.shownUnit}` : ''}`}
        isOut={isOut}
        onPress={() => {
          setTyped(null);
          onChange(next, null);
        }}
      />
    );
  };
  return (
    <View style={{ gap: 2 }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
        <View style={{ flex: 1 }}>
          <Strong>{label}</Strong>
          <AsDialled>
            <Aside>
              {`${shown.min} to ${shown.max} ${shown.shownUnit}`}
              {props.was !== undefined && props.was !== value ? ` · was ${shown.was}` : ''}
              {kept ? ` · typed ${kept.text} ${kept.unit}` : ''}
            </Aside>
          </AsDialled>
        </View>
        {key(-1)}
        <TextInput
          aria-label={label}
          inputMode="decimal"
          value={typed ?? (Number.isFinite(value) ? shown.said(value) : '')}
          onChangeText={type}
          onBlur={() => (said && typed?.trim() ? undefined : setTyped(null))}
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
      {said ? (
        <View role="alert">
          <Aside style={{ color: tokens.rust }}>{said}</Aside>
        </View>
      ) : null}
    </View>
  );
}

function StepKey({
  sign,
  label,
  isOut,
  onPress,
}: {
  sign: 1 | -1;
  label: string;
  isOut: boolean;
  onPress: () => void;
}) {
  const tokens = useTokens();
  return (
    <Pressable
      role="button"
      aria-label={label}
      disabled={isOut}
      onPress={onPress}
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
}
