import type { JobDetail } from '@keen-anvil/contract';
import { Button, Input } from '../../ui/elements';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Decision } from '../../ui/choice';
import { DraftOffer } from '../../ui/draft-offer';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Aside, Body } from '../../ui/type';
import { Missing } from '../../ui/missing';
import { useDraft } from '../../ui/use-draft';
import { useKeepTemplate } from './queries';

/** Keeps the job as it is, with its recipes, to be made again. */
export function KeepTemplate({ job }: { job: JobDetail }) {
  const { moss, rust } = useTokens();
  const [isOpen, setOpen] = useState(false);
  const [id] = useState(() => uuid());
  const draft = useDraft(`template of ${job.id}`, job.name);
  const name = draft.value;
  const keep = useKeepTemplate(job.id);
  if (keep.isSuccess)
    return <Body style={{ color: moss }}>{`Kept as the template “${name}”. A new job can begin with it.`}</Body>;
  return (
    <>
      <TextKey title="Keep as a template" icon="content-save-outline" onPress={() => setOpen(true)} />
      <Decision title="To be made again" isOpen={isOpen} onClose={() => setOpen(false)}>
        <Input
          label="Name of the template"
          aria-label="Name of the template"
          value={name}
          onChangeText={(next) => draft.set(next)}
          maxLength={120}
        />
        <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
        <Aside>
          Its drawings, steps, notes and the recipes as they are now. When you make it again, you see what has changed
          since.
        </Aside>
        {keep.isError ? (
          <View role="alert">
            <Body style={{ color: rust }}>{keep.error.message}</Body>
          </View>
        ) : null}
        <Missing what={!name.trim() && 'It needs a name.'} />
        <Button
          title="Keep it"
          disabled={!name.trim()}
          loading={keep.isPending}
          onPress={() =>
            keep.mutate(
              { id, name: name.trim() },
              {
                onSuccess: () => {
                  draft.done();
                  setOpen(false);
                },
              },
            )
          }
        />
      </Decision>
    </>
  );
}
