import { MEASURE_LABELS, sizeOf, type GarmentMeasures } from '@keen-anvil/core/garments';
import { useState } from 'react';
import { Decision } from '../../ui/choice';
import { Button, Input } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { Body } from '../../ui/type';
import { useMeasureGarment } from './garment-queries';

/** From where measuring begins: a medium. */
function usual(): GarmentMeasures {
  const { group: _g, name: _n, ...measures } = sizeOf('M');
  return measures;
}

interface OwnMeasuresProps {
  isOpen: boolean;
  /** With its id. */
  onKept: (id: string) => void;
  onClose: () => void;
}

/** A garment measured by the maker, kept for all in the workshop. */
export function OwnMeasures({ isOpen, onKept, onClose }: OwnMeasuresProps) {
  const { rust } = useTokens();
  const [name, setName] = useState('');
  const [measures, setMeasures] = useState(usual);
  const keep = useMeasureGarment();
  return (
    <Decision title="A garment of our own" isOpen={isOpen} onClose={onClose}>
      <Input
        label="What it is called"
        aria-label="What it is called"
        value={name}
        onChangeText={setName}
        maxLength={60}
        placeholder="Club vest, large"
      />
      {(Object.keys(MEASURE_LABELS) as (keyof GarmentMeasures)[]).map((field) => (
        <StepNumber
          key={field}
          label={MEASURE_LABELS[field]}
          unit="mm"
          value={measures[field]}
          min={20}
          max={2000}
          step={5}
          onChange={(value) => setMeasures({ ...measures, [field]: value })}
        />
      ))}
      {keep.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {keep.error.message}
        </Body>
      ) : null}
      <Button
        title="Keep these"
        disabled={name.trim() === ''}
        loading={keep.isPending}
        onPress={() =>
          keep.mutate(
            { name: name.trim(), measures },
            {
              onSuccess: (all) => {
                setName('');
                onKept(all.at(-1)!.id);
              },
            },
          )
        }
      />
    </Decision>
  );
}
