import { useState } from 'react';
import { View } from 'react-native';
import { Columns } from '../../ui/columns';
import { Decision } from '../../ui/choice';
import { Button, Input } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Aside, Body, Heading } from '../../ui/type';
import { useJob } from '../jobs/queries';
import { CareLeaf } from './care-leaf';
import { FinishingLineRow } from './finishing-line';
import { HandClock } from './hand-clock';
import { useFinishing, useOwnFinishing, useTickFinishing } from './queries';

/** What is done with a job's pieces after the machines, and how they are looked after. */
export function FinishPage({ jobId }: { jobId: string }) {
  const { ember, moss, rust } = useTokens();
  const job = useJob(jobId);
  const finishing = useFinishing(jobId);
  const tick = useTickFinishing(jobId);
  const own = useOwnFinishing(jobId);
  const [isAdding, setAdding] = useState(false);
  const [text, setText] = useState('');
  const view = finishing.data;
  const open = view?.lines.filter(({ done, by }) => done < (by === 'piece' ? view.pieces : 1)).length ?? 0;
  return (
    <Page
      title={job.data ? `After the machines: ${job.data.name}` : 'After the machines'}
      back={{ label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } }}
      maxWidth={1100}
    >
      {finishing.isPending ? <Waiting /> : null}
      {finishing.isError && !view ? <Trouble error={finishing.error} retry={() => void finishing.refetch()} /> : null}
      {view ? (
        <Columns
          first={
            <Leaf edge={open > 0 ? ember : moss} testID="finishing">
              <Heading>
                {open > 0 ? `${open === 1 ? 'One thing' : `${open} things`} still to do` : 'All of it is done'}
              </Heading>
              {view.pieces > 1 ? <Aside>{`${view.pieces} pieces, as the job is laid.`}</Aside> : null}
              <View>
                {view.lines.map((line) => (
                  <FinishingLineRow
                    key={line.id}
                    line={line}
                    pieces={view.pieces}
                    onTick={(done, isWaiting) => tick.mutate({ lineId: line.id, done, isWaiting })}
                    onPutAway={() => own.mutate({ id: line.id, text: '' })}
                  />
                ))}
              </View>
              {tick.isError || own.isError ? (
                <Body role="alert" style={{ color: rust }}>
                  {(tick.error ?? own.error)!.message}
                </Body>
              ) : null}
              <TextKey title="Add a line of my own" icon="plus" onPress={() => setAdding(true)} />
            </Leaf>
          }
          second={
            <>
              {view.handKinds.length > 0 ? (
                <HandClock jobId={jobId} pieces={view.pieces} kinds={view.handKinds} />
              ) : null}
              <CareLeaf jobId={jobId} care={view.care} />
            </>
          }
        />
      ) : null}
      <Decision title="A line of my own" isOpen={isAdding} onClose={() => setAdding(false)}>
        <Input label="What is done" aria-label="What is done" value={text} onChangeText={setText} maxLength={200} />
        <Button
          title="Write it down"
          disabled={text.trim() === ''}
          onPress={() => {
            setAdding(false);
            own.mutate({ id: null, text: text.trim() });
            setText('');
          }}
        />
      </Decision>
    </Page>
  );
}
