import { Button, Input } from '@rneui/themed';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { Page } from '../../ui/page';
import { Aside } from '../../ui/type';
import { useCreateJob } from './queries';

/** A new job begins with its name; the drawing comes next. */
export function NewJobPage() {
  const router = useRouter();
  const [name, setName] = useState('');
  // One id for this form: pressing twice, or again after a broken line, makes one job.
  const [id] = useState(() => uuid());
  const create = useCreateJob();
  const start = () => create.mutate({ id, name: name.trim() }, { onSuccess: () => router.replace({ pathname: '/jobs/[id]', params: { id } }) });
  return (
    <Page
      title="New job"
      back={{ label: 'Jobs', href: '/jobs' }}
      foot={<Button title="Start the job" disabled={name.trim() === ''} loading={create.isPending} onPress={start} />}
    >
      <Input label="What is it for?" aria-label="Name of the job" placeholder="Boat numbers" value={name} onChangeText={setName} maxLength={120} autoFocus onSubmitEditing={() => name.trim() && start()} errorMessage={create.error?.message ?? ''} />
      <Aside>Next you bring in the drawing, and each of its colours becomes a step.</Aside>
    </Page>
  );
}
