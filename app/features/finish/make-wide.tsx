import type { JobDetail } from '@keen-anvil/contract';
import { formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Aside, Body } from '../../ui/type';
import { useAct } from '../jobs/queries';

/** A drawing that is no further off is as wide as it should be, in mm. */
const SAME_MM = 0.5;

interface MakeWideProps {
  job: JobDetail;
  nowMm: number;
  wantedMm: number;
  /** The key is what is done here, not one of several. */
  isMain?: boolean;
}

/** Makes all drawings of a job larger or smaller together, so that they are as wide as a garment asks for; or says that they are. */
export function MakeWide({ job, nowMm, wantedMm, isMain = false }: MakeWideProps) {
  const { rust } = useTokens();
  const act = useAct(job.id);
  if (Math.abs(wantedMm - nowMm) < SAME_MM) return <Aside>The drawing is that wide now.</Aside>;
  const title = `Make the drawing ${formatNumber(wantedMm, 0)} mm wide`;
  const make = () => act.mutate({ do: 'scale-drawings', factor: wantedMm / nowMm });
  return (
    <>
      {isMain ? (
        <Button title={title} loading={act.isPending} onPress={make} />
      ) : (
        <TextKey title={title} icon="ruler" onPress={make} />
      )}
      {act.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {act.error.message}
        </Body>
      ) : null}
    </>
  );
}
