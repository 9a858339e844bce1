import { useRouter } from 'expo-router';
import { useRef, type TouchEvent } from 'react';
import { View } from 'react-native';
import { useHotkeys } from 'react-hotkeys-hook';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { Aside } from '../../ui/type';
import { CardFace, CardFrame } from '../book/dial-card';
import { useMachines } from '../shop/queries';
import { useJob } from './queries';
import { saidNudges } from './said-nudges';

/** A finger has to move this far, in px, before it is a swipe. */
const SWIPE = 60;

/** The dial cards of a job, one for each step: the next one by a swipe to the left, by the arrow keys or by its key. */
export function JobDialCard({ id, step: wanted }: { id: string; step: number }) {
  const router = useRouter();
  const job = useJob(id);
  const machines = useMachines().data;
  const steps = job.data?.steps.filter((step) => !step.isSkipped && step.match.recipe && step.match.settings) ?? [];
  const found = steps.findIndex((step) => step.position + 1 === wanted);
  const index = found < 0 ? 0 : found;
  const step = steps[index];
  const go = (by: number) => {
    const next = steps[index + by];
    if (next) router.setParams({ step: String(next.position + 1) });
  };
  const close = () => (router.canGoBack() ? router.back() : router.replace({ pathname: '/jobs/[id]', params: { id } }));
  useHotkeys('right, down', () => go(1), { preventDefault: true });
  useHotkeys('left, up', () => go(-1), { preventDefault: true });
  useHotkeys('escape', close);
  const touch = useRef<{ x: number; y: number } | null>(null);
  const swipe = {
    onTouchStart: ({ touches }: TouchEvent<HTMLDivElement>) =>
      void (touch.current = { x: touches[0].pageX, y: touches[0].pageY }),
    onTouchEnd: ({ changedTouches }: TouchEvent<HTMLDivElement>) => {
      const end = changedTouches[0] as { pageX: number; pageY: number } | undefined;
      const from = touch.current;
      touch.current = null;
      if (!from || !end) return;
      const [dx, dy] = [end.pageX - from.x, end.pageY - from.y];
      if (Math.abs(dx) > SWIPE && Math.abs(dx) > 2 * Math.abs(dy)) go(dx < 0 ? 1 : -1);
    },
  };
  const machine = machines?.find((m) => m.id === step?.machineId);
  const { recipe, settings } = step?.match ?? {};
  return (
    // The browser pans up and down; sideways is ours, or it would take the finger away from us.
    <div style={{ flex: 1, display: 'flex', flexDirection: 'column', minHeight: 0, touchAction: 'pan-y' }} {...swipe}>
      <CardFrame
        onClose={close}
        foot={
          steps.length > 1 ? (
            <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
              <TextKey title="Step before" icon="arrow-left" isDisabled={index === 0} onPress={() => go(-1)} />
              <Aside>{`step ${step ? step.position + 1 : ''} of ${job.data?.steps.length ?? ''}`}</Aside>
              <TextKey
                title="Next step"
                icon="arrow-right"
                isDisabled={index === steps.length - 1}
                onPress={() => go(1)}
              />
            </View>
          ) : null
        }
      >
        {job.isError ? <Trouble error={job.error} retry={() => void job.refetch()} /> : null}
        {job.isPending ? <Waiting /> : null}
        {job.data && !step ? (
          <Nothing title="No step of this job has its recipe yet">Give its steps materials and recipes first.</Nothing>
        ) : null}
        {recipe && settings && machine ? (
          <CardFace recipe={recipe} machine={machine} settings={settings} nudge={saidNudges(step)} />
        ) : null}
      </CardFrame>
    </div>
  );
}
