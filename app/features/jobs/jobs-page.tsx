import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { SPACE } from '../../ui/tokens';
import { JobRow } from './job-row';
import { useJobs } from './queries';

/** All jobs, the last touched first. */
export function JobsPage() {
  const jobs = useJobs(false);
  const putAway = useJobs(true);
  const router = useRouter();
  const [isAwayOpen, setAwayOpen] = useState(false);
  const [kept, away] = [jobs.data?.pages.flat() ?? [], putAway.data?.pages.flat() ?? []];
  const row = (job: (typeof kept)[number]) => (
    <JobRow key={job.id} job={job} href={{ pathname: '/jobs/[id]', params: { id: job.id } }} />
  );
  return (
    <Page title="Jobs" foot={<Button title="New job" onPress={() => router.push('/jobs/new')} />}>
      {jobs.isPending ? <Waiting /> : null}
      {jobs.isError ? <Trouble error={jobs.error} retry={() => void jobs.refetch()} /> : null}
      {jobs.data && kept.length === 0 ? (
        <Nothing title="No job yet">Start one with a name and a drawing.</Nothing>
      ) : null}
      <View style={{ gap: SPACE.small }}>{kept.map(row)}</View>
      {jobs.hasNextPage ? <TextKey title="Earlier jobs" icon="plus" onPress={() => void jobs.fetchNextPage()} /> : null}
      {away.length ? (
        <TextKey
          title={
            isAwayOpen
              ? 'Hide what is put away'
              : putAway.hasNextPage
                ? `More than ${away.length} jobs are put away`
                : away.length === 1
                  ? '1 job is put away'
                  : `${away.length} jobs are put away`
          }
          icon="archive-outline"
          onPress={() => setAwayOpen(!isAwayOpen)}
        />
      ) : null}
      {isAwayOpen ? <View style={{ gap: SPACE.small, opacity: 0.8 }}>{away.map(row)}</View> : null}
      {isAwayOpen && putAway.hasNextPage ? (
        <TextKey title="Earlier ones" icon="plus" onPress={() => void putAway.fetchNextPage()} />
      ) : null}
    </Page>
  );
}
