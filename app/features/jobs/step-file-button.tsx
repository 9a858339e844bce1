import { paths, type StepView } from '@keen-anvil/contract';
import { Button } from '@rneui/themed';
import { useMutation } from '@tanstack/react-query';
import { useTokens } from '../../ui/theme';
import { Aside, Body } from '../../ui/type';
import { saveFile } from '../api/save-file';

/** Hands out the step's machine file; what stands against it is said here. */
export function StepFileButton({ step }: { step: StepView }) {
  const { rust } = useTokens();
  const save = useMutation({ mutationFn: () => saveFile(paths.stepFile(step.id)) });
  return (
    <>
      <Button title="Machine file (HP-GL)" type="outline" loading={save.isPending} onPress={() => save.mutate()} />
      <Aside>Blade depth is set by hand: it is no part of the file.</Aside>
      {save.isError ? <Body style={{ color: rust }}>{save.error.message}</Body> : null}
    </>
  );
}
