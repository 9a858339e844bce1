import type { JobDetail } from '@keen-anvil/contract';
import { Leaf } from '../../ui/leaf';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Body, Strong } from '../../ui/type';

/** What of the drawings was not read, said where one lands after bringing them in: what is missing here would be missing in the work. */
export function UnreadLeaf({ job, onSee }: { job: JobDetail; onSee: () => void }) {
  const { ember } = useTokens();
  const unread = job.artworks.flatMap((artwork) =>
    artwork.facts.notices
      .filter(({ code }) => code === 'unread')
      .map((notice) => ({ ...notice, fileName: artwork.name })),
  );
  if (unread.length === 0) return null;
  return (
    <Leaf edge={ember} testID="unread">
      <Strong style={{ color: ember }}>Not everything was read</Strong>
      {unread.map(({ fileName, message, count }) => (
        <Body
          key={`${fileName} ${message}`}
        >{`${count > 1 ? `${count} × ` : ''}${message}${job.artworks.length > 1 ? `, in ${fileName}` : ''}`}</Body>
      ))}
      <TextKey title="See the drawing" icon="vector-square" onPress={onSee} />
    </Leaf>
  );
}
