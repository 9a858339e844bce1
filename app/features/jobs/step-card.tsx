import type { JobDetail } from '@keen-anvil/contract';
import { asksEngraveOrCut, isOnlyPrinted } from '@keen-anvil/core/steps';
import type { ChangeStep } from '@keen-anvil/core/jobs';
import {
  canBeDone,
  engraveOrCut,
  liesOverStencil,
  PROCESSES,
  processOf,
  sayChanges,
  sayTemper,
} from '@keen-anvil/core/recipes';
import { familyOf, measuredKerf } from '@keen-anvil/core/materials';
import { machineKindOf } from '@keen-anvil/core/machines';
import { toolKindOf } from '@keen-anvil/core/tools';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { ChangeLine } from '../../ui/change-line';
import { Decision, Option } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { LinkPress } from '../../ui/link-press';
import { StepNumber } from '../../ui/step-number';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Figure, Strong } from '../../ui/type';
import { whenSaid } from '../../ui/when';
import { SettingsLine } from '../book/settings-line';
import { useMaterial } from '../shop/materials';
import { useMachines, useTools } from '../shop/queries';
import { PieceForm } from '../stock/piece-form';
import { CutChoice } from './cut-choice';
import { EngraveOrCut } from './engrave-or-cut';
import { ENGRAVING_WAYS, isEngraved } from './engraving-ways';
import { MaterialShelf } from './material-shelf';
import { OfferedRecipe } from './offered-recipe';
import { NoPiece } from './no-piece';
import { NudgeStep } from './nudge-step';
import { useAct } from './queries';
import { UsualProcess } from './usual-process';
import { lookOf } from './look-of';
import { OnCarrier } from './on-carrier';
import { OnlyPrinted } from './only-printed';
import { SideChoice } from './side-choice';
import { StepThumb } from './step-thumb';
import { TurnKeys } from './turn-keys';
import { StepFileButton } from './step-file-button';
import type { InspectedStep } from './use-inspections';

type Asked =
  'material' | 'process' | 'machine' | 'tool' | 'holder' | 'piece' | 'new-piece' | 'nudge' | 'merge' | 'ground' | null;

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
  const { step, bed, inspection } = inspected;
  const tokens = useTokens();
  const router = useRouter();
  const [asked, setAsked] = useState<Asked>(null);
  const change = useAct(job.id);
  const merge = useAct(job.id);
  const machines = useMachines().data ?? [];
  const tools = useTools().data ?? [];
  const { recipe, settings, variant } = step.match;
  const process = processOf(step.process);
  // Its material has nothing in stock that it could lie on.
  const unlaid = useMaterial(step.stockPieceId ? null : step.materialId).data;
  const send = (body: Omit<ChangeStep, 'do' | 'stepId'>) => {
    setAsked(null);
    change.mutate({ do: 'change-step', stepId: step.id, ...body });
  };
  const openPath = () =>
    router.push({
      pathname: '/jobs/[id]/path',
      params: { id: job.id, step: String(step.position + 1), ...(step.sheet ? { sheet: step.sheet.id } : {}) },
    });
  const isPrint = isOnlyPrinted(step);
  const nudgeTitle = step.nudge ? 'Nudged here' : 'Nudge here';
  const edge = step.isSkipped ? tokens.rule : !step.materialId || !recipe ? tokens.ember : tokens.quench;
  return (
    <Leaf
      edge={edge}
      testID={`step-${step.position + 1}`}
      style={step.isSkipped && !isPrint ? { opacity: 0.6 } : undefined}
    >
      <Pressable
        role="button"
        aria-expanded={isOpen}
        onPress={onOpen}
        style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base, minHeight: TARGET }}
      >
        <Figure style={{ fontSize: 26 }}>{step.position + 1}</Figure>
        {bed ? <Swatch colour={lookOf(bed)} size={36} /> : <StepThumb step={step} size={40} />}
        <View style={{ flex: 1 }}>
          <Strong>{bed?.material.name ?? unlaid?.name ?? 'Which material?'}</Strong>
          <Aside>
            {step.parts.length === 1
              ? `1 part${step.parts[0].name ? `: ${step.parts[0].name}` : ''}`
              : `${step.parts.length} parts`}
          </Aside>
        </View>
        {recipe && !isPrint ? <TemperMark temper={recipe.temper.temper} /> : null}
      </Pressable>

      {change.isError ? (
        <Body role="alert" style={{ color: tokens.rust }}>
          {change.error.message}
        </Body>
      ) : null}
      {bed && !step.isSkipped && asksEngraveOrCut(step) ? (
        <EngraveOrCut
          ways={engraveOrCut(step.process, bed.material.defaultProcess, { machines, tools })}
          onChoose={(process) => send({ process })}
        />
      ) : null}
      {isPrint ? (
        <OnlyPrinted
          material={bed?.material.name ?? null}
          isOpen={isOpen}
          onMaterial={() => setAsked('material')}
          onProcess={() => setAsked('process')}
          onCut={() => send({ isSkipped: false })}
        />
      ) : step.isSkipped ? (
        <Body>Left out of the run.</Body>
      ) : null}
      {!step.materialId ? (
        <Button title="Choose the material" type={isNext ? 'solid' : 'outline'} onPress={() => setAsked('material')} />
      ) : null}

      {unlaid && (isPrint || !step.isSkipped) ? (
        <>
          <NoPiece step={step} material={unlaid} isNext={isNext} onPiece={(stockPieceId) => send({ stockPieceId })} />
          <ChangeLine label="Material" value={unlaid.name} onPress={() => setAsked('material')} />
        </>
      ) : null}

      {bed && !step.isSkipped ? (
        <>
          <View
            style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.wide, rowGap: 2 }}
          >
            <ProcessMark process={step.process} />
            {inspection.data ? (
              <Figure testID="estimate">
                {formatDuration(inspection.data.seconds)}
                {inspection.data.isRough ? ' (rough)' : ''} · {formatNumber(inspection.data.cutMm / 1000, 2)} m
              </Figure>
            ) : null}
          </View>
          {recipe ? (
            <>
              <LinkPress
                href={{ pathname: '/book/[id]', params: { id: recipe.id } }}
                style={{ minHeight: TARGET, justifyContent: 'center' }}
              >
                <SettingsLine
                  settings={settings ?? recipe.settings}
                  machineId={step.machineId}
                  size={22}
                  colour={tokens.quench}
                />
                <Aside>recipe found: {sayTemper(recipe.temper.tally).join('; ')}</Aside>
                {variant ? (
                  <Aside>{`nudged ${sayChanges(variant.changes, bed.machine)} for ${variant.forName}: ${variant.reason}`}</Aside>
                ) : null}
                {step.nudge ? (
                  <Aside
                    style={{ color: tokens.ember }}
                  >{`in this job ${sayChanges(step.nudge.changes, bed.machine)}: ${step.nudge.reason}`}</Aside>
                ) : null}
              </LinkPress>
              <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
                <TextKey
                  title="Tune it"
                  icon="target"
                  label={`Tune it: the recipe of step ${step.position + 1}`}
                  onPress={() => router.push({ pathname: '/book/[id]/tune', params: { id: recipe.id, job: job.id } })}
                />
                <TextKey
                  title={nudgeTitle}
                  icon="plus-minus-variant"
                  label={`${nudgeTitle}: step ${step.position + 1}`}
                  onPress={() => setAsked('nudge')}
                />
              </View>
              {isEngraved(step) ? (
                <TextKey
                  title="Ways to engrave"
                  icon="compare-horizontal"
                  label={`Ways to engrave: step ${step.position + 1}`}
                  onPress={() =>
                    router.push({
                      pathname: '/jobs/[id]/ways',
                      params: { id: job.id, step: String(step.position + 1) },
                    })
                  }
                />
              ) : null}
            </>
          ) : (
            <>
              <OfferedRecipe
                step={step}
                machine={bed.machine}
                processLabel={process.label}
                materialName={bed.material.name}
              />
              <UsualProcess
                usual={bed.material.defaultProcess}
                present={step.process}
                isInShop={canBeDone(bed.material.defaultProcess, { machines, tools })}
                onChoose={(usual) => send({ process: usual })}
              />
            </>
          )}
        </>
      ) : null}

      {isOpen && bed && !step.isSkipped ? (
        <View style={{ gap: SPACE.hair, borderTopWidth: 1, borderColor: tokens.rule, paddingTop: SPACE.small }}>
          <ChangeLine label="Material" value={bed.material.name} onPress={() => setAsked('material')} />
          <ChangeLine
            label="Piece"
            value={`${bed.piece.name}, ${formatNumber(bed.piece.widthMm, 1)} × ${formatNumber(bed.piece.lengthMm, 1)} mm`}
            onPress={() => setAsked('piece')}
          />
          <ChangeLine label="Process" value={process.label} onPress={() => setAsked('process')} />
          <ChangeLine label="Machine" value={bed.machine.name} onPress={() => setAsked('machine')} />
          <ChangeLine
            label="Tool"
            value={`${tools.find((t) => t.id === step.toolId)?.name ?? ''}, holder ${step.holder}`}
            onPress={() => setAsked('tool')}
          />
          <SideChoice turned={step.turned} onChoose={(turned) => send({ turned })} />
          <Toggle label="On a carrier sheet" value={step.onCarrier} onChange={(onCarrier) => send({ onCarrier })} />
          <OnCarrier job={job} step={step} machine={bed.machine} material={bed.material} />
          {isEngraved(step) ? (
            <ChangeLine
              label="Way"
              value={ENGRAVING_WAYS.find((way) => way.process === step.process && way.fill === step.fill)?.label ?? ''}
              onPress={() =>
                router.push({ pathname: '/jobs/[id]/ways', params: { id: job.id, step: String(step.position + 1) } })
              }
            />
          ) : null}
          {process.path === 'outline' ? (
            <CutChoice
              step={step}
              isBeam={machineKindOf(bed.machine.kind).does === 'beam'}
              kerfMm={measuredKerf(bed.material, bed.machine.id)}
              passes={settings?.passes ?? step.rounds}
              onChange={(cut) => send({ cut })}
              onPlaceTabs={openPath}
            />
          ) : null}
          {process.path === 'outline' ? (
            <StepNumber
              label="Passes, at least"
              unit=""
              value={step.rounds}
              min={1}
              max={20}
              step={1}
              onChange={(rounds) => send({ rounds: Math.round(rounds) })}
            />
          ) : null}
          {step.isFromBack ? (
            <Aside>
              {step.turned
                ? 'To be read from the back: it lies behind its front, seen through the sheet.'
                : liesOverStencil(step)
                  ? 'Done from the back, with the sheet laid over its stencil.'
                  : 'Done from the back, whatever its material is like.'}
            </Aside>
          ) : null}
          <Toggle label="Reads reversed" value={step.mirrored} onChange={(mirrored) => send({ mirrored })} />
          {recipe ? (
            <TextKey
              title="Dial card of this step"
              icon="card-text-outline"
              onPress={() =>
                router.push({ pathname: '/jobs/[id]/dial', params: { id: job.id, step: String(step.position + 1) } })
              }
            />
          ) : null}
          {process.path === 'none' || familyOf(bed.material.family).goesOnByHeat ? (
            <>
              <ChangeLine
                label="Goes on"
                value={bed.ground?.name ?? 'not said yet'}
                onPress={() => setAsked('ground')}
              />
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
          ) : null}
          {recipe && machineKindOf(bed.machine.kind).does !== 'heat' ? (
            <TextKey
              title="Path of the tool"
              icon="vector-polyline"
              label={`Path of the tool: step ${step.position + 1}`}
              onPress={openPath}
            />
          ) : null}
          {recipe && machineKindOf(bed.machine.kind).does !== 'heat' ? (
            <StepFileButton job={job} step={step} machine={bed.machine} />
          ) : null}
          {bed.machine.holders > 1 ? (
            <ChangeLine
              label="Holder"
              value={`${step.holder} of ${bed.machine.holders}`}
              onPress={() => setAsked('holder')}
            />
          ) : null}
          {job.steps.length > 1 ? (
            <TextKey title="Merge into another step" icon="call-merge" onPress={() => setAsked('merge')} />
          ) : null}
        </View>
      ) : null}
      {isOpen && job.steps.length > 1 ? <TurnKeys job={job} step={step} /> : null}
      {isOpen && !isPrint ? (
        <Toggle label="Leave this step out" value={step.isSkipped} onChange={(isSkipped) => send({ isSkipped })} />
      ) : null}
      <MaterialShelf
        isOpen={asked === 'material'}
        chosen={step.materialId}
        machineId={step.machineId}
        onChoose={(material) => send({ materialId: material.id })}
        onClose={() => setAsked(null)}
      />
      <MaterialShelf
        isOpen={asked === 'ground'}
        chosen={step.onMaterialId}
        machineId={step.machineId}
        onChoose={(material) => send({ onMaterialId: material.id })}
        onClose={() => setAsked(null)}
      />
      {recipe && settings && bed ? (
        <NudgeStep
          jobId={job.id}
          isOpen={asked === 'nudge'}
          step={step}
          machine={bed.machine}
          tool={bed.tool}
          onClose={() => setAsked(null)}
        />
      ) : null}
      <Decision title="Merge into which step?" isOpen={asked === 'merge'} onClose={() => setAsked(null)}>
        {job.steps
          .filter((other) => other.id !== step.id)
          .map((other) => (
            <Option
              key={other.id}
              label={`Step ${other.position + 1}: ${processOf(other.process).label}`}
              mark={<StepThumb step={other} size={32} />}
              detail="its parts come along and are done as this step is"
              onPress={() => {
                setAsked(null);
                merge.mutate({ do: 'merge-steps', stepId: step.id, intoId: other.id });
              }}
            />
          ))}
      </Decision>
      <Decision title="Which piece?" isOpen={asked === 'piece'} onClose={() => setAsked(null)}>
        {bed?.material.pieces
          .filter((piece) => !piece.isArchived && (piece.count > 0 || piece.id === step.stockPieceId))
          .map((piece) => (
            <Option
              key={piece.id}
              label={piece.name}
              detail={`${piece.kind}, ${formatNumber(piece.widthMm, 1)} × ${formatNumber(piece.lengthMm, 1)} mm`}
              isChosen={piece.id === step.stockPieceId}
              onPress={() => send({ stockPieceId: piece.id })}
            />
          ))}
        <TextKey title="A piece that is not in stock yet" icon="plus" onPress={() => setAsked('new-piece')} />
      </Decision>
      {asked === 'new-piece' && bed ? (
        <PieceForm
          material={bed.material}
          piece={null}
          onClose={() => setAsked(null)}
          onAdded={(stockPieceId) => send({ stockPieceId })}
        />
      ) : null}
      <Decision title="What is done?" isOpen={asked === 'process'} onClose={() => setAsked(null)}>
        {PROCESSES.filter(({ name }) => canBeDone(name, { machines, tools })).map((p) => (
          <Option
            key={p.name}
            label={p.label}
            mark={<ProcessMark process={p.name} isBare />}
            isChosen={p.name === step.process}
            onPress={() => send({ process: p.name })}
          />
        ))}
      </Decision>
      <Decision title="On which machine?" isOpen={asked === 'machine'} onClose={() => setAsked(null)}>
        {machines
          .filter((machine) => !machine.isArchived && process.machineKinds.includes(machine.kind))
          .map((machine) => (
            <Option
              key={machine.id}
              label={machine.name}
              detail={`${machineKindOf(machine.kind).label}, ${formatNumber(machine.workWidthMm, 1)} mm wide`}
              isChosen={machine.id === step.machineId}
              onPress={() => send({ machineId: machine.id })}
            />
          ))}
      </Decision>
      <Decision title="In which holder?" isOpen={asked === 'holder'} onClose={() => setAsked(null)}>
        {Array.from({ length: bed?.machine.holders ?? 0 }, (_, i) => i + 1).map((holder) => (
          <Option
            key={holder}
            label={`Holder ${holder}`}
            isChosen={holder === step.holder}
            onPress={() => send({ holder })}
          />
        ))}
      </Decision>
      <Decision title="With which tool?" isOpen={asked === 'tool'} onClose={() => setAsked(null)}>
        {tools
          .filter((tool) => !tool.isArchived && process.toolKinds.includes(tool.kind))
          .map((tool) => (
            <Option
              key={tool.id}
              label={tool.name}
              detail={`${formatNumber(tool.wear, 0)} ${toolKindOf(tool.kind).wearUnit} used${tool.life ? ` of about ${tool.life}` : ''}`}
              isChosen={tool.id === step.toolId}
              onPress={() => send({ toolId: tool.id })}
            />
          ))}
      </Decision>
    </Leaf>
  );
}
