import { machineKindOf } from '@keen-anvil/core/machines';
import { canBeDone, PROCESSES, processOf } from '@keen-anvil/core/recipes';
import { toolKindOf } from '@keen-anvil/core/tools';
import { formatNumber } from '@keen-anvil/core/units';
import { Decision, Option } from '../../../ui/choice';
import { ProcessMark } from '../../../ui/marks';
import { TextKey } from '../../../ui/text-key';
import { useMachines, useTools } from '../../shop/queries';
import { PieceForm } from '../../stock/piece-form';
import { MaterialShelf } from '../material-shelf';
import { NudgeStep } from '../nudge-step';
import { useAct } from '../queries';
import { StepThumb } from '../step-thumb';
import type { StepHand } from './step-hand';

/** Whatever is asked of the maker about a step, one at a time. */
export function StepDecisions({ hand }: { hand: StepHand }) {
  const { job, step, bed, asked, ask, send } = hand;
  const close = () => ask(null);
  const { recipe, settings } = step.match;
  return (
    <>
      <MaterialShelf
        isOpen={asked === 'material'}
        chosen={step.materialId}
        machineId={step.machineId}
        onChoose={(material) => send({ materialId: material.id })}
        onClose={close}
      />
      <MaterialShelf
        isOpen={asked === 'ground'}
        chosen={step.onMaterialId}
        machineId={step.machineId}
        onChoose={(material) => send({ onMaterialId: material.id })}
        onClose={close}
      />
      {recipe && settings && bed ? (
        <NudgeStep
          jobId={job.id}
          isOpen={asked === 'nudge'}
          step={step}
          machine={bed.machine}
          tool={bed.tool}
          onClose={close}
        />
      ) : null}
      <WhichStep hand={hand} />
      <WhichPiece hand={hand} />
      <WhichProcess hand={hand} />
      <WhichMachine hand={hand} />
      <WhichHolder hand={hand} />
      <WhichTool hand={hand} />
    </>
  );
}

function WhichStep({ hand: { job, step, asked, ask } }: { hand: StepHand }) {
  const merge = useAct(job.id);
  return (
    <Decision title="Merge into which step?" isOpen={asked === 'merge'} onClose={() => ask(null)}>
      {job.steps
        .filter((other) => other.id !== step.id)
        .map((other) => (
          <Option
            key={other.id}
            label={`Step ${other.position + 1}: ${processOf(other.process).label}`}
            mark={<StepThumb step={other} size={32} />}
            detail="its parts come along and are done as this step is"
            onPress={() => {
              ask(null);
              merge.mutate({ do: 'merge-steps', stepId: step.id, intoId: other.id });
            }}
          />
        ))}
    </Decision>
  );
}

function WhichPiece({ hand: { step, bed, asked, ask, send } }: { hand: StepHand }) {
  const pieces = bed?.material.pieces.filter(
    ({ id, isArchived, count }) => !isArchived && (count > 0 || id === step.stockPieceId),
  );
  return (
    <>
      <Decision title="Which piece?" isOpen={asked === 'piece'} onClose={() => ask(null)}>
        {pieces?.map(({ id, name, kind, widthMm, lengthMm }) => (
          <Option
            key={id}
            label={name}
            detail={`${kind}, ${formatNumber(widthMm, 1)} × ${formatNumber(lengthMm, 1)} mm`}
            isChosen={id === step.stockPieceId}
            onPress={() => send({ stockPieceId: id })}
          />
        ))}
        <TextKey title="A piece that is not in stock yet" icon="plus" onPress={() => ask('new-piece')} />
      </Decision>
      {asked === 'new-piece' && bed ? (
        <PieceForm
          material={bed.material}
          piece={null}
          onClose={() => ask(null)}
          onAdded={(stockPieceId) => send({ stockPieceId })}
        />
      ) : null}
    </>
  );
}

function WhichProcess({ hand: { step, asked, ask, send } }: { hand: StepHand }) {
  const machines = useMachines().data ?? [];
  const tools = useTools().data ?? [];
  return (
    <Decision title="What is done?" isOpen={asked === 'process'} onClose={() => ask(null)}>
      {PROCESSES.filter(({ name }) => canBeDone(name, { machines, tools })).map(({ name, label }) => (
        <Option
          key={name}
          label={label}
          mark={<ProcessMark process={name} isBare />}
          isChosen={name === step.process}
          onPress={() => send({ process: name })}
        />
      ))}
    </Decision>
  );
}

function WhichMachine({ hand: { step, asked, ask, send } }: { hand: StepHand }) {
  const machines = useMachines().data ?? [];
  const { machineKinds } = processOf(step.process);
  return (
    <Decision title="On which machine?" isOpen={asked === 'machine'} onClose={() => ask(null)}>
      {machines
        .filter(({ isArchived, kind }) => !isArchived && machineKinds.includes(kind))
        .map(({ id, name, kind, workWidthMm }) => (
          <Option
            key={id}
            label={name}
            detail={`${machineKindOf(kind).label}, ${formatNumber(workWidthMm, 1)} mm wide`}
            isChosen={id === step.machineId}
            onPress={() => send({ machineId: id })}
          />
        ))}
    </Decision>
  );
}

function WhichHolder({ hand: { step, bed, asked, ask, send } }: { hand: StepHand }) {
  return (
    <Decision title="In which holder?" isOpen={asked === 'holder'} onClose={() => ask(null)}>
      {Array.from({ length: bed?.machine.holders ?? 0 }, (_, i) => i + 1).map((holder) => (
        <Option
          key={holder}
          label={`Holder ${holder}`}
          isChosen={holder === step.holder}
          onPress={() => send({ holder })}
        />
      ))}
    </Decision>
  );
}

function WhichTool({ hand: { step, asked, ask, send } }: { hand: StepHand }) {
  const tools = useTools().data ?? [];
  const { toolKinds } = processOf(step.process);
  return (
    <Decision title="With which tool?" isOpen={asked === 'tool'} onClose={() => ask(null)}>
      {tools
        .filter(({ isArchived, kind }) => !isArchived && toolKinds.includes(kind))
        .map(({ id, name, kind, wear, life }) => (
          <Option
            key={id}
            label={name}
            detail={`${formatNumber(wear, 0)} ${toolKindOf(kind).wearUnit} used${life ? ` of about ${life}` : ''}`}
            isChosen={id === step.toolId}
            onPress={() => send({ toolId: id })}
          />
        ))}
    </Decision>
  );
}
