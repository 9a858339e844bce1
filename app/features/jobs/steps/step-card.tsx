import type { JobDetail } from '@keen-anvil/contract';
import { engraveOrCut } from '@keen-anvil/core/recipes';
import { asksEngraveOrCut, isOnlyPrinted } from '@keen-anvil/core/steps';
import { ChangeLine } from '../../../ui/change-line';
import { Button } from '../../../ui/elements';
import { Leaf } from '../../../ui/leaf';
import { useTokens } from '../../../ui/theme';
import { Toggle } from '../../../ui/toggle';
import { Body } from '../../../ui/type';
import { useMaterial } from '../../shop/materials';
import { useMachines, useTools } from '../../shop/queries';
import { EngraveOrCut } from '../engrave-or-cut';
import { NoPiece } from '../no-piece';
import { OnlyPrinted } from '../only-printed';
import { TurnKeys } from '../turn-keys';
import type { InspectedStep } from '../use-inspections';
import { StepDecisions } from './step-decisions';
import { useStepHand, type StepHand } from './step-hand';
import { StepHead } from './step-head';
import { StepLines } from './step-lines';
import { StepRecipe } from './step-recipe';

interface StepCardProps {
  job: JobDetail;
  inspected: InspectedStep;
  isOpen: boolean;
  /** Whether this is the first step that still wants something: its key is the primary one. */
  isNext: boolean;
  onOpen: () => void;
}

/** One rung of the step ladder: material, process, machine, tool, recipe, and how long it takes. */
export function StepCard({ job, inspected, isOpen, isNext, onOpen }: StepCardProps) {
  const tokens = useTokens();
  const hand = useStepHand(job, inspected);
  const { step, bed, send, refusal } = hand;
  const isPrint = isOnlyPrinted(step);
  // Its material has nothing in stock that it could lie on.
  const unlaid = useMaterial(step.stockPieceId ? null : step.materialId).data;
  const isReady = step.materialId !== null && step.match.recipe !== null;
  return (
    <Leaf
      edge={step.isSkipped ? tokens.rule : isReady ? tokens.quench : tokens.ember}
      testID={`step-${step.position + 1}`}
      style={step.isSkipped && !isPrint ? { opacity: 0.6 } : undefined}
    >
      <StepHead step={step} bed={bed} unlaidName={unlaid?.name} isOpen={isOpen} isPrint={isPrint} onOpen={onOpen} />
      {refusal ? (
        <Body role="alert" style={{ color: tokens.rust }}>
          {refusal}
        </Body>
      ) : null}
      <FirstQuestions hand={hand} isOpen={isOpen} isNext={isNext} />
      {unlaid && (isPrint || !step.isSkipped) ? (
        <>
          <NoPiece step={step} material={unlaid} isNext={isNext} onPiece={(stockPieceId) => send({ stockPieceId })} />
          <ChangeLine label="Material" value={unlaid.name} onPress={() => hand.ask('material')} />
        </>
      ) : null}
      {bed && !step.isSkipped ? <StepRecipe hand={hand} /> : null}
      {isOpen && bed && !step.isSkipped ? <StepLines hand={hand} bed={bed} /> : null}
      {isOpen && job.steps.length > 1 ? <TurnKeys job={job} step={step} /> : null}
      {isOpen && !isPrint ? (
        <Toggle label="Leave this step out" value={step.isSkipped} onChange={(isSkipped) => send({ isSkipped })} />
      ) : null}
      <StepDecisions hand={hand} />
    </Leaf>
  );
}

interface FirstQuestionsProps {
  hand: StepHand;
  isOpen: boolean;
  isNext: boolean;
}

/** What has to be said of a step before all else: engrave or cut, what becomes of a print, which material. */
function FirstQuestions({ hand: { step, bed, ask, send }, isOpen, isNext }: FirstQuestionsProps) {
  const machines = useMachines().data ?? [];
  const tools = useTools().data ?? [];
  return (
    <>
      {bed && !step.isSkipped && asksEngraveOrCut(step) ? (
        <EngraveOrCut
          ways={engraveOrCut(step.process, bed.material.defaultProcess, { machines, tools })}
          onChoose={(process) => send({ process })}
        />
      ) : null}
      {isOnlyPrinted(step) ? (
        <OnlyPrinted
          material={bed?.material.name ?? null}
          isOpen={isOpen}
          onMaterial={() => ask('material')}
          onProcess={() => ask('process')}
          onCut={() => send({ isSkipped: false })}
        />
      ) : step.isSkipped ? (
        <Body>Left out of the run.</Body>
      ) : null}
      {!step.materialId ? (
        <Button title="Choose the material" type={isNext ? 'solid' : 'outline'} onPress={() => ask('material')} />
      ) : null}
    </>
  );
}
