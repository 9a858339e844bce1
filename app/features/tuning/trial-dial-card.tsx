import { useRouter } from 'expo-router';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { CardFace, CardFrame } from '../book/dial-card';
import { useMachines } from '../shop/queries';
import { useTuning } from './queries';

/** What to dial in for the trial that waits, to be read from two metres. */
export function TrialDialCard({ tuningId }: { tuningId: string }) {
  const router = useRouter();
  const tuning = useTuning(tuningId);
  const machine = useMachines().data?.find((m) => m.id === tuning.data?.recipe.machine.id);
  const close = () =>
    router.canGoBack() ? router.back() : router.replace({ pathname: '/book/tuning/[id]', params: { id: tuningId } });
  const shape = tuning.data?.sheets.find(({ state }) => state !== 'done')?.shapes[0];
  return (
    <CardFrame onClose={close}>
      {tuning.isError ? <Trouble error={tuning.error} retry={() => void tuning.refetch()} /> : null}
      {tuning.data && machine ? (
        shape ? (
          <CardFace
            recipe={tuning.data.recipe}
            machine={machine}
            settings={shape.settings}
            nudge={`Trial ${shape.number}`}
          />
        ) : (
          <Nothing title="No trial waits">Lay out the next one first.</Nothing>
        )
      ) : (
        <Waiting />
      )}
    </CardFrame>
  );
}
