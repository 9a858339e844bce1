import type { JobDetail, RunView } from '@keen-anvil/contract';
import { turnedSheet } from '@keen-anvil/core/layout';
import { positionOnPath } from '@keen-anvil/core/standins';
import { brought } from '@keen-anvil/core/registration';
import { useWindowDimensions } from 'react-native';
import { G } from 'react-native-svg';
import type { FollowedPath } from '../../workers/path.worker';
import { Enlarged } from '../../ui/enlarged';
import { Waiting } from '../../ui/states';
import { useWide } from '../../ui/use-wide';
import { useJob } from '../jobs/queries';
import { pictureOf, SheetPicture } from '../jobs/sheet-picture';
import { useInspections } from '../jobs/use-inspections';
import { useByTheClock } from './use-by-the-clock';
import { EdgeOver, type Walk } from './edge-walk';
import { PathOver } from './path-over';

interface RunSheetProps {
  run: RunView;
  /** What its machine does with its file, once that is worked out. */
  path: FollowedPath | undefined;
  walk: Walk | null;
  /** Parts that stand out. */
  chosen?: string[];
  onChoose?: (partId: string) => void;
}

/** The sheet under the machine: the path with what is done of it, the tool where it is, and the edge before it starts. */
export function RunSheet(props: RunSheetProps) {
  const job = useJob(props.run.jobId);
  const { height } = useWindowDimensions();
  const isWide = useWide();
  if (!job.data) return <Waiting lines={2} />;
  return <RunSheetOf {...props} job={job.data} maxHeight={height * (isWide ? 0.6 : 0.36)} />;
}

function RunSheetOf({
  run: told,
  path,
  walk,
  chosen,
  onChoose,
  job,
  maxHeight,
}: RunSheetProps & { job: JobDetail; maxHeight: number }) {
  const run = useByTheClock(told, path);
  const inspected = useInspections(job).find(
    ({ step }) => step.id === run.stepId && (run.sheetId === null || step.sheet?.id === run.sheetId),
  );
  if (!inspected?.bed || !inspected.inspection.data) return <Waiting lines={2} />;
  const { bed } = inspected;
  const found = inspected.inspection.data;
  const { state, isDown, doneSeconds } = run.progress;
  const { turned } = inspected.step;
  const isGoing = state === 'running' || state === 'paused';
  // The head is over the back; the sheet is drawn as it is seen from the front, and its path with it.
  const over = turned ? turnedSheet(turned, bed.piece) : null;
  const position = path && run.driver !== 'stand-in' ? positionOnPath(path.trace, doneSeconds) : null;
  const at = position?.at ?? run.progress.at;
  return (
    <Enlarged label="The sheet" maxHeight={maxHeight}>
      {(height) => (
        <SheetPicture
          {...pictureOf(inspected.step, bed, found)}
          tool={
            run.driver !== 'by-hand' && isGoing
              ? { at: over ? brought(over, at) : at, isDown: position?.isDown ?? isDown }
              : null
          }
          maxHeight={height}
          chosen={chosen}
          onChoose={onChoose}
          over={
            path
              ? (scale) => (
                  <G transform={over ? `matrix(${over.join(' ')})` : undefined}>
                    {isGoing || state === 'holding' ? (
                      <PathOver trace={path.trace} seconds={isGoing ? doneSeconds : 0} scale={scale} />
                    ) : null}
                    {walk ? <EdgeOver way={path.edges[walk.edge]} share={walk.share} scale={scale} /> : null}
                  </G>
                )
              : undefined
          }
        />
      )}
    </Enlarged>
  );
}
