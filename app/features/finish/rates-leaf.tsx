import type { RatesView } from '@keen-anvil/contract';
import { sayMoney } from '@keen-anvil/core/units';
import { useState } from 'react';
import { ChangeLine } from '../../ui/change-line';
import { Decision } from '../../ui/choice';
import { Button, Input } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { Toggle } from '../../ui/toggle';
import { useTokens } from '../../ui/theme';
import { Body } from '../../ui/type';
import { useKeepRates, useRates } from './queries';

const MONEY = [
  { name: 'handCentsPerHour', label: 'An hour of hands', step: 1 },
  { name: 'machineCentsPerHour', label: 'An hour of a machine', step: 0.5 },
  { name: 'toolCents', label: 'A new blade or point', step: 0.5 },
  { name: 'transferTapeCentsPerM2', label: 'Transfer tape, a square metre', step: 0.1 },
  { name: 'inkCentsPerM2', label: 'Ink, a square metre printed', step: 0.1 },
  { name: 'coverCentsPerPressing', label: 'Cover sheet, a pressing', step: 0.01 },
  { name: 'packagingCents', label: 'Packaging, a piece', step: 0.1 },
] as const;
const SHARES = [
  { name: 'marginPercent', label: 'Margin, of the price', unit: '%' },
  { name: 'feePercent', label: 'Fee, of the price', unit: '%' },
  { name: 'setUpMinutes', label: 'Setting up, a batch', unit: 'min' },
] as const;

/** What things cost in this workshop. */
export function RatesKey() {
  const rates = useRates().data;
  const [isOpen, setOpen] = useState(false);
  if (!rates) return null;
  return (
    <>
      <ChangeLine
        label="Rates"
        value={`hands ${sayMoney(rates.handCentsPerHour, rates.currency)} an hour, margin ${rates.marginPercent} %`}
        onPress={() => setOpen(true)}
      />
      <Decision title="What things cost here" isOpen={isOpen} onClose={() => setOpen(false)}>
        <RatesForm key={rates.version} rates={rates} onDone={() => setOpen(false)} />
      </Decision>
    </>
  );
}

function RatesForm({ rates, onDone }: { rates: RatesView; onDone: () => void }) {
  const { rust } = useTokens();
  const [wish, setWish] = useState(rates);
  const keep = useKeepRates();
  return (
    <>
      {MONEY.map(({ name, label, step }) => (
        <StepNumber
          key={name}
          label={label}
          unit={rates.currency}
          value={wish[name] / 100}
          was={rates[name] / 100}
          min={0}
          max={100_000}
          step={step}
          onChange={(value) => setWish({ ...wish, [name]: Math.round(value * 100) })}
        />
      ))}
      {SHARES.map(({ name, label, unit }) => (
        <StepNumber
          key={name}
          label={label}
          unit={unit}
          value={wish[name]}
          was={rates[name]}
          min={0}
          max={unit === '%' ? 100 : 600}
          step={1}
          onChange={(value) => setWish({ ...wish, [name]: value })}
        />
      ))}
      <Toggle
        label="A sheet that is begun is paid whole"
        value={wish.wholeSheets}
        onChange={(wholeSheets) => setWish({ ...wish, wholeSheets })}
      />
      <Input
        label="On the quote, about tax"
        aria-label="On the quote, about tax"
        value={wish.taxText}
        maxLength={200}
        onChangeText={(taxText) => setWish({ ...wish, taxText })}
      />
      {keep.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {keep.error.message}
        </Body>
      ) : null}
      <Button title="Keep these" loading={keep.isPending} onPress={() => keep.mutate(wish, { onSuccess: onDone })} />
    </>
  );
}
