import type { Settings } from '@keen-anvil/core/recipes';
import { useLocalSearchParams } from 'expo-router';
import { lazyPage } from '../../../ui/lazy-page';

const StartTuningPage = lazyPage(async () => (await import('../../../features/pages')).StartTuningPage);

export default function TuneRoute() {
  const { id, job, start } = useLocalSearchParams<{ id: string; job?: string; start?: string }>();
  return <StartTuningPage recipeId={id} jobId={job ?? null} start={readStart(start)} />;
}

/** Numbers to begin with that came along in the address; whatever is none is left aside. */
function readStart(text: string | undefined): Settings | null {
  try {
    const value: unknown = JSON.parse(text ?? 'null');
    return typeof value === 'object' && value !== null && Object.values(value).every((n) => typeof n === 'number')
      ? (value as Settings)
      : null;
  } catch {
    return null;
  }
}
