import type { JobDetail } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { TextKey } from '../../ui/text-key';
import { Aside } from '../../ui/type';
import { useMachines } from '../shop/queries';
import { MaterialShelf } from './material-shelf';

interface ThicknessKeyProps {
  job: JobDetail;
  onTake: (measures: { thick: number; kerf?: number }) => void;
}

const hundredths = (mm: number): number => Math.round(mm * 100) / 100;

/** Takes the thickness of a material off the shelf, as thick as its thickest spots were measured, and the beam's width for the kerf. */
export function ThicknessKey({ job, onTake }: ThicknessKeyProps) {
  const [isOpen, setOpen] = useState(false);
  const [told, setTold] = useState<string | null>(null);
  const machines = (useMachines().data ?? []).filter(({ isArchived }) => !isArchived);
  const beams = machines.filter(({ kind, spotMm }) => machineKindOf(kind).does === 'beam' && spotMm !== null);
  const beam = beams.find(({ id }) => job.steps.some(({ machineId }) => machineId === id)) ?? beams[0];
  return (
    <>
      <TextKey title="Thickness of a material" icon="ruler-square" onPress={() => setOpen(true)} />
      {told ? <Aside>{told}</Aside> : null}
      <MaterialShelf
        isOpen={isOpen}
        chosen={null}
        machineId={beam?.id ?? machines[0]?.id ?? ''}
        onClose={() => setOpen(false)}
        onChoose={({ name, thicknessMm, spreadMm }) => {
          const thick = hundredths(thicknessMm + (spreadMm ?? 0));
          setOpen(false);
          setTold(
            [
              spreadMm
                ? `${name} is ${formatNumber(thicknessMm, 2)} mm and varies by ${formatNumber(spreadMm, 2)} mm: ${formatNumber(thick, 2)} mm taken`
                : `${name} is ${formatNumber(thick, 2)} mm`,
              beam ? `kerf as wide as the beam of ${beam.name}` : '',
            ]
              .filter(Boolean)
              .join('; '),
          );
          onTake({ thick, ...(beam?.spotMm ? { kerf: hundredths(beam.spotMm) } : {}) });
        }}
      />
    </>
  );
}
