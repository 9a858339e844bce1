import type { ImportPreview, ImportRow, RowFate } from '@keen-anvil/contract';
import { Button } from '../../ui/elements';
import { getDocumentAsync } from 'expo-document-picker';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { SPACE, type Tokens } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { useImportBook, useImportPreview, type BookUpload } from './queries';

const FATES: Readonly<Record<RowFate, { says: string; colour: (tokens: Tokens) => string }>> = {
  refused: { says: 'refused', colour: (tokens) => tokens.rust },
  changed: { says: 'changed', colour: (tokens) => tokens.ember },
  new: { says: 'new', colour: (tokens) => tokens.moss },
  same: { says: 'there already', colour: (tokens) => tokens.slate },
};
const ORDER = ['refused', 'changed', 'new', 'same'] as const satisfies readonly RowFate[];
/** So many rows of a fate are shown until more are asked for. */
const AT_FIRST = 8;

/** Brings a book in: first what it would do, row by row; then all of it or nothing. */
export function ImportPage() {
  const { rust, moss } = useTokens();
  const router = useRouter();
  const preview = useImportPreview();
  const write = useImportBook();
  const [upload, setUpload] = useState<BookUpload | null>(null);
  const [leaveOut, setLeaveOut] = useState(false);
  const choose = async () => {
    const picked = await getDocumentAsync({
      type: ['application/json', 'text/csv', '.json', '.csv', '.txt'],
      copyToCacheDirectory: false,
    });
    const asset = picked.assets?.[0];
    if (!asset?.file) return;
    const chosen = { file: asset.file as Blob, fileName: asset.name };
    setUpload(chosen);
    setLeaveOut(false);
    write.reset();
    preview.mutate(chosen);
  };
  const plan = preview.data;
  const writes = plan ? plan.counts.new + plan.counts.changed : 0;
  const isStopped = Boolean(plan?.counts.refused) && !leaveOut;
  return (
    <Page
      title="Bring in a book"
      back={{ label: 'Book', href: '/book' }}
      foot={
        write.isSuccess ? (
          <Button title="To the book" onPress={() => router.replace('/book')} />
        ) : plan && writes ? (
          <>
            {plan.counts.refused ? (
              <Toggle label="Leave the refused rows out" value={leaveOut} onChange={setLeaveOut} />
            ) : null}
            <Button
              title={`Write ${writes === 1 ? 'this row' : `these ${writes} rows`} into the book`}
              disabled={isStopped}
              loading={write.isPending}
              onPress={() => upload && write.mutate({ ...upload, leaveOut })}
            />
          </>
        ) : undefined
      }
    >
      {write.isSuccess ? (
        <Leaf edge={moss}>
          <Heading>It is in the book</Heading>
          <Body>{`${write.data.counts.new} new, ${write.data.counts.changed} changed.`}</Body>
        </Leaf>
      ) : (
        <>
          <Body>
            JSON from a Keen Anvil, or a table (CSV) with the columns material, machine, tool, process and those of the
            quantities. Nothing is written before you have seen what it would do.
          </Body>
          <Button
            title={plan ? 'Choose another file' : 'Choose a file'}
            type={plan && writes ? 'outline' : 'solid'}
            loading={preview.isPending}
            onPress={() => void choose()}
          />
        </>
      )}
      {preview.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {preview.error.message}
        </Body>
      ) : null}
      {write.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {write.error.message}
        </Body>
      ) : null}
      {plan && !write.isSuccess ? <Plan plan={plan} /> : null}
    </Page>
  );
}

function Plan({ plan }: { plan: ImportPreview }) {
  const tokens = useTokens();
  return (
    <View style={{ gap: SPACE.wide }} testID="import-preview">
      <Heading>{plan.fileName}</Heading>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.broad }}>
        {ORDER.map((fate) => (
          <View key={fate}>
            <Figure style={{ fontSize: 32, lineHeight: 38, color: FATES[fate].colour(tokens) }}>
              {plan.counts[fate]}
            </Figure>
            <Aside>{FATES[fate].says}</Aside>
          </View>
        ))}
      </View>
      {plan.counts.new + plan.counts.changed === 0 && plan.counts.refused === 0 ? (
        <Body>Everything in this file stands in the book already.</Body>
      ) : null}
      {ORDER.filter((fate) => fate !== 'same').map((fate) => (
        <FateRows
          key={fate}
          fate={fate}
          count={plan.counts[fate]}
          rows={plan.rows.filter((row) => row.fate === fate)}
        />
      ))}
    </View>
  );
}

function FateRows({ fate, count, rows }: { fate: RowFate; count: number; rows: ImportRow[] }) {
  const tokens = useTokens();
  const [isAll, setAll] = useState(false);
  if (rows.length === 0) return null;
  const shown = isAll ? rows : rows.slice(0, AT_FIRST);
  return (
    <View>
      <Heading style={{ textTransform: 'capitalize' }}>{FATES[fate].says}</Heading>
      {shown.map((row, i) => (
        <View
          key={i}
          style={{
            paddingVertical: SPACE.small,
            borderBottomWidth: 1,
            borderColor: tokens.rule,
            borderLeftWidth: 4,
            borderLeftColor: FATES[fate].colour(tokens),
            paddingLeft: SPACE.small,
          }}
        >
          {row.name ? <Strong>{row.name}</Strong> : null}
          <Aside>
            {row.kind}, {row.where}
          </Aside>
          {row.says.map((sentence) => (
            <Body key={sentence}>{sentence}</Body>
          ))}
        </View>
      ))}
      {shown.length < rows.length ? <TextKey title={`Show all ${rows.length}`} onPress={() => setAll(true)} /> : null}
      {isAll && rows.length < count ? <Aside>{`and ${count - rows.length} more`}</Aside> : null}
    </View>
  );
}
