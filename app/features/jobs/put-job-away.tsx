import type { JobDetail } from '@keen-anvil/contract';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Body } from '../../ui/type';
import { usePutJobAway } from './queries';

/** Puts a job away, out of the lists, or takes it out again; nothing of it is lost. */
export function PutJobAway({ job }: { job: JobDetail }) {
  const { rust } = useTokens();
  const away = usePutJobAway(job.id);
  return (
    <>
      <TextKey
        title={job.isArchived ? 'Take the job out again' : 'Put the job away'}
        icon={job.isArchived ? 'archive-arrow-up-outline' : 'archive-arrow-down-outline'}
        isDisabled={away.isPending}
        onPress={() => away.mutate(!job.isArchived)}
      />
      {away.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {away.error.message}
        </Body>
      ) : null}
    </>
  );
}
