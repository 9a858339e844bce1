import type { MachineView, StepView, ToolView } from '@keen-anvil/contract';
import { nudged, nudgeProblems, sayChanges, type Changes } from '@keen-anvil/core/recipes';
import { Button } from '../../ui/elements';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Decision } from '../../ui/choice';
import { NudgeDials } from '../../ui/nudge-dials';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { Why } from '../../ui/why';
import { useAddVariant } from '../book/queries';
import { SettingsLine } from '../book/settings-line';
import { useAct } from './queries';

interface NudgeStepProps {
  jobId: string;
  isOpen: boolean;
  step: StepView;
  machine: MachineView;
  tool: ToolView;
  onClose: () => void;
}

/** A little more or less in this job alone; once it is there it is offered to the book. */
export function NudgeStep({ isOpen, onClose, ...rest }: NudgeStepProps) {
  return (
    <Decision title="A little more or less, in this job" isOpen={isOpen} onClose={onClose}>
      <NudgeForm key={JSON.stringify(rest.step.nudge)} {...rest} onClose={onClose} />
    </Decision>
  );
}

function NudgeForm({ jobId, step, machine, tool, onClose }: Omit<NudgeStepProps, 'isOpen'>) {
  const { rust } = useTokens();
  const { recipe, variant } = step.match;
  const change = useAct(jobId);
  const addToBook = useAddVariant(recipe!.id);
  // What the book says, with its own nudge for this tool or piece.
  const base = variant ? nudged(machine, recipe!.settings, variant.changes) : recipe!.settings;
  const draft = useDraft<{ changes: Changes; reason: string }>(`nudge step ${step.id}`, {
    changes: step.nudge?.changes ?? {},
    reason: step.nudge?.reason ?? '',
  });
  const { changes, reason } = draft.value;
  const kept = Object.fromEntries(Object.entries(changes).filter(([, by]) => by !== 0)) as Changes;
  const isNudged = Object.keys(kept).length > 0;
  const [problem] = isNudged ? nudgeProblems(machine, step.process, base, kept) : [];
  const send = (nudge: StepView['nudge']) =>
    change.mutate(
      { do: 'change-step', stepId: step.id, nudge },
      {
        onSuccess: () => {
          draft.done();
          onClose();
        },
      },
    );
  const error = problem ?? change.error ?? addToBook.error;
  return (
    <View style={{ gap: SPACE.base }}>
      <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
      <NudgeDials
        machine={machine}
        process={step.process}
        settings={base}
        changes={changes}
        onChange={(next) => draft.set({ changes: next, reason })}
      />
      {isNudged ? (
        <View>
          <Strong>{sayChanges(kept, machine)}</Strong>
          <SettingsLine settings={nudged(machine, base, kept)} machineId={machine.id} />
          <Aside>The book stays as it is.</Aside>
        </View>
      ) : null}
      <Why
        name="Why this nudge?"
        placeholder="cold morning"
        value={reason}
        onChange={(next) => draft.set({ changes, reason: next })}
      />
      {error ? (
        <Body role="alert" style={{ color: rust }}>
          {error.message}
        </Body>
      ) : null}
      {isNudged ? null : <Aside>Turn a dial first.</Aside>}
      <Button
        title="Keep it in this job"
        disabled={!isNudged || Boolean(problem)}
        loading={change.isPending}
        onPress={() => send({ changes: kept, reason: reason.trim() })}
      />
      {step.nudge ? (
        <>
          <Button
            title="Give it to the book, for this tool"
            type="outline"
            loading={addToBook.isPending}
            onPress={() =>
              addToBook.mutate(
                {
                  id: uuid(),
                  changes: step.nudge!.changes,
                  reason: step.nudge!.reason || 'from a job',
                  toolId: tool.id,
                  stockPieceId: null,
                },
                { onSuccess: () => send(null) },
              )
            }
          />
          <Button title="Take it back" type="clear" onPress={() => send(null)} />
        </>
      ) : null}
    </View>
  );
}
