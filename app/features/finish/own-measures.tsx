import { MEASURE_LABELS, ownSize, type GarmentMeasures, type GarmentSize } from '@keen-anvil/core/garments';
import { useState } from 'react';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { Body } from '../../ui/type';

/** A garment measured by the maker. */
export function OwnMeasures({
  own,
  isOpen,
  onKeep,
  onClose,
}: {
  own: GarmentSize;
  isOpen: boolean;
  onKeep: (measures: GarmentMeasures) => void;
  onClose: () => void;
}) {
  const { rust } = useTokens();
  const { group: _g, name: _n, ...before } = own;
  const [measures, setMeasures] = useState<GarmentMeasures>(before);
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Decision title="My own garment" isOpen={isOpen} onClose={onClose}>
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
      {problem ? (
        <Body role="alert" style={{ color: rust }}>
          {problem}
        </Body>
      ) : null}
      <Button
        title="Keep these"
        onPress={() => {
          try {
            ownSize('own', measures);
            setProblem(null);
            onKeep(measures);
          } catch (error) {
            setProblem((error as Error).message);
          }
        }}
      />
    </Decision>
  );
}
