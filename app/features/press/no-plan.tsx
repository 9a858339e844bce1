import type { UnknownLayer } from '@keen-anvil/contract';
import { processOf } from '@keen-anvil/core/recipes';
import { useRouter } from 'expo-router';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Trouble } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { Body, Heading } from '../../ui/type';
import { ApiError } from '../api/client';
import { OfferedRecipe } from '../jobs/offered-recipe';
import { useMachines } from '../shop/queries';

/** Why there is no press plan, and the way out of it: numbers to write down, a press to add, or another try. */
export function NoPlan({ error, retry }: { error: Error; retry: () => void }) {
  const { ember } = useTokens();
  const router = useRouter();
  const machines = useMachines().data;
  const code = error instanceof ApiError ? error.code : null;
  if (code === 'no-press')
    return (
      <Leaf edge={ember}>
        <Heading>There is no press yet</Heading>
        <Body>{error.message}</Body>
        <Button title="Add a machine" onPress={() => router.push('/shop/machine/new')} />
      </Leaf>
    );
  const layer = code === 'no-press-numbers' ? ((error as ApiError).current as UnknownLayer) : null;
  const machine = machines?.find(({ id }) => id === layer?.machineId);
  if (!layer || !machine) return <Trouble error={error} retry={retry} />;
  return (
    <Leaf edge={ember} testID="no-press-numbers">
      <Heading>{`How is ${layer.materialName} pressed on ${machine.name}?`}</Heading>
      <OfferedRecipe
        step={layer}
        machine={machine}
        processLabel={processOf(layer.process).label}
        materialName={layer.materialName}
        onWritten={retry}
      />
    </Leaf>
  );
}
