import { familyOf, measuredKerf } from '@keen-anvil/core/materials';
import { machineKindOf } from '@keen-anvil/core/machines';
import { liesOverStencil, processOf } from '@keen-anvil/core/recipes';
import type { StepBed } from '@keen-anvil/core/steps';
import { formatNumber } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { ChangeLine } from '../../../ui/change-line';
import { StepNumber } from '../../../ui/step-number';
import { TextKey } from '../../../ui/text-key';
import { useTokens } from '../../../ui/theme';
import { Toggle } from '../../../ui/toggle';
import { SPACE } from '../../../ui/tokens';
import { Aside } from '../../../ui/type';
import { whenSaid } from '../../../ui/when';
import { useTools } from '../../shop/queries';
import { CutChoice } from '../cut-choice';
import { ENGRAVING_WAYS, isEngraved } from '../engraving-ways';
import { OnCarrier } from '../on-carrier';
import { SideChoice } from '../side-choice';
import { StepFileButton } from '../step-file-button';
import type { StepHand } from './step-hand';

interface LinesProps {
  hand: StepHand;
  bed: StepBed;
}

/** All that can be changed of a step, line by line. */
export function StepLines({ hand, bed }: LinesProps) {
  const { rule } = useTokens();
  const { job, step, ask, send } = hand;
  const { machine } = bed;
  return (
    <View style={{ gap: SPACE.hair, borderTopWidth: 1, borderColor: rule, paddingTop: SPACE.small }}>
      <WithWhat hand={hand} bed={bed} />
      <SideChoice turned={step.turned} onChoose={(turned) => send({ turned })} />
      <Toggle label="On a carrier sheet" value={step.onCarrier} onChange={(onCarrier) => send({ onCarrier })} />
      <OnCarrier job={job} step={step} machine={machine} material={bed.material} />
      <HowItIsDone hand={hand} bed={bed} />
      <FromBack step={step} />
      <Toggle label="Reads reversed" value={step.mirrored} onChange={(mirrored) => send({ mirrored })} />
      <GoesOn hand={hand} bed={bed} />
      <ToTheMachine hand={hand} bed={bed} />
      {machine.holders > 1 ? (
        <ChangeLine label="Holder" value={`${step.holder} of ${machine.holders}`} onPress={() => ask('holder')} />
      ) : null}
      {job.steps.length > 1 ? (
        <TextKey title="Merge into another step" icon="call-merge" onPress={() => ask('merge')} />
      ) : null}
    </View>
  );
}

/** Of what, by what, on what, with what. */
function WithWhat({ hand: { step, ask }, bed: { material, piece, machine } }: LinesProps) {
  const tools = useTools().data ?? [];
  const size = `${formatNumber(piece.widthMm, 1)} × ${formatNumber(piece.lengthMm, 1)} mm`;
  return (
    <>
      <ChangeLine label="Material" value={material.name} onPress={() => ask('material')} />
      <ChangeLine label="Piece" value={`${piece.name}, ${size}`} onPress={() => ask('piece')} />
      <ChangeLine label="Process" value={processOf(step.process).label} onPress={() => ask('process')} />
      <ChangeLine label="Machine" value={machine.name} onPress={() => ask('machine')} />
      <ChangeLine
        label="Tool"
        value={`${tools.find((tool) => tool.id === step.toolId)?.name ?? ''}, holder ${step.holder}`}
        onPress={() => ask('tool')}
      />
    </>
  );
}

/** The way an area is engraved, and how lines are cut. */
function HowItIsDone({ hand: { step, send, open }, bed: { material, machine } }: LinesProps) {
  const way = ENGRAVING_WAYS.find(({ process, fill }) => process === step.process && fill === step.fill);
  return (
    <>
      {isEngraved(step) ? <ChangeLine label="Way" value={way?.label ?? ''} onPress={() => open('ways')} /> : null}
      {processOf(step.process).path === 'outline' ? (
        <>
          <CutChoice
            step={step}
            isBeam={machineKindOf(machine.kind).does === 'beam'}
            kerfMm={measuredKerf(material, machine.id)}
            passes={step.match.settings?.passes ?? step.rounds}
            onChange={(cut) => send({ cut })}
            onPlaceTabs={() => open('path')}
          />
          <StepNumber
            label="Passes, at least"
            unit=""
            value={step.rounds}
            min={1}
            max={20}
            step={1}
            onChange={(rounds) => send({ rounds: Math.round(rounds) })}
          />
        </>
      ) : null}
    </>
  );
}

function FromBack({ step }: Pick<StepHand, 'step'>) {
  if (!step.isFromBack) return null;
  return (
    <Aside>
      {step.turned
        ? 'To be read from the back: it lies behind its front, seen through the sheet.'
        : liesOverStencil(step)
          ? 'Done from the back, with the sheet laid over its stencil.'
          : 'Done from the back, whatever its material is like.'}
    </Aside>
  );
}

/** What it is pressed onto, where it is. */
function GoesOn({ hand: { job, step, ask }, bed: { material, ground } }: LinesProps) {
  const router = useRouter();
  if (processOf(step.process).path !== 'none' && !familyOf(material.family).goesOnByHeat) return null;
  return (
    <>
      <ChangeLine label="Goes on" value={ground?.name ?? 'not said yet'} onPress={() => ask('ground')} />
      <TextKey
        title="Press plan"
        icon="layers-outline"
        label={`Press plan: step ${step.position + 1}`}
        onPress={() => router.push({ pathname: '/jobs/[id]/press', params: { id: job.id } })}
      />
      {step.pressedAt ? (
        <Aside>{`Pressed by its plan ${whenSaid(step.pressedAt)}: the next run goes on with what comes after it.`}</Aside>
      ) : null}
    </>
  );
}

/** What is dialled in, and the file of the machine. */
function ToTheMachine({ hand: { job, step, open }, bed: { machine } }: LinesProps) {
  if (!step.match.recipe) return null;
  return (
    <>
      <TextKey title="Dial card of this step" icon="card-text-outline" onPress={() => open('dial')} />
      {machineKindOf(machine.kind).does === 'heat' ? null : (
        <>
          <TextKey
            title="Path of the tool"
            icon="vector-polyline"
            label={`Path of the tool: step ${step.position + 1}`}
            onPress={() => open('path')}
          />
          <StepFileButton job={job} step={step} machine={machine} />
        </>
      )}
    </>
  );
}
