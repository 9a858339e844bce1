import { Body } from '../../ui/type';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import type { Touched } from '../api/touched';
import { useArchive } from './queries';

interface ArchiveKeyProps {
  seenAs: Touched;
  path: string;
  version: number;
  isArchived: boolean;
  what: string;
}

/** Puts a thing away, or takes it out again; what points at it stays as it is. */
export function ArchiveKey({ seenAs, path, version, isArchived, what }: ArchiveKeyProps) {
  const { rust } = useTokens();
  const archive = useArchive(seenAs, path);
  return (
    <>
      <TextKey
        title={isArchived ? `Take ${what} out again` : `Put ${what} away`}
        icon={isArchived ? 'archive-arrow-up-outline' : 'archive-arrow-down-outline'}
        isDisabled={archive.isPending}
        onPress={() => archive.mutate({ version, isArchived: !isArchived })}
      />
      {archive.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {archive.error.message}
        </Body>
      ) : null}
    </>
  );
}
