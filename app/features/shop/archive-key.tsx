import type { ComponentProps } from 'react';
import { Body } from '../../ui/type';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { useArchive } from './queries';

interface ArchiveKeyProps {
  /** What puts such a record away. */
  by: Parameters<typeof useArchive>[0];
  id: string;
  version: number;
  isArchived: boolean;
  what: string;
}

/** Puts a thing away, or takes it out again; what points at it stays as it is. */
export function ArchiveKey({ by, id, version, isArchived, what }: ArchiveKeyProps) {
  const { rust } = useTokens();
  const archive = useArchive(by, id);
  const icon: ComponentProps<typeof TextKey>['icon'] = isArchived
    ? 'archive-arrow-up-outline'
    : 'archive-arrow-down-outline';
  return (
    <>
      <TextKey
        title={isArchived ? `Take ${what} out again` : `Put ${what} away`}
        icon={icon}
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
