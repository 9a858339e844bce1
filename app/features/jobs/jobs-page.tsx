import { Button } from '@rneui/themed';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { SPACE } from '../../ui/tokens';
import { JobRow } from './job-row';
import { useJobs } from './queries';

/** All jobs, the last touched first. */
export function JobsPage() {
  const jobs = useJobs();
  const router = useRouter();
  return (
    <Page title="Jobs" foot={<Button title="New job" onPress={() => router.push('/jobs/new')} />}>
      {jobs.isPending ? <Waiting /> : null}
      {jobs.isError ? <Trouble error={jobs.error} retry={() => void jobs.refetch()} /> : null}
      {jobs.data?.length === 0 ? <Nothing title="No job yet">Start one with a name and a drawing.</Nothing> : null}
      <View style={{ gap: SPACE.small }}>
        {jobs.data?.map((job) => (
          <JobRow key={job.id} job={job} onPress={() => router.push({ pathname: '/jobs/[id]', params: { id: job.id } })} />
        ))}
      </View>
    </Page>
  );
}
