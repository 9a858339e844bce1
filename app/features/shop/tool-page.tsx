import { endpoints, type ToolView } from '@keen-anvil/contract';
import { toolKindOf } from '@keen-anvil/core/tools';
import { formatNumber } from '@keen-anvil/core/units';
import { Button, Input } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Facts } from '../../ui/facts';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import { useUnits } from '../../ui/units';
import { whenSaid } from '../../ui/when';
import { ArchiveKey } from './archive-key';
import { detailFacts } from './detail-facts';
import { useMachines, useReplaceTool, useTools } from './queries';
import { TurnKeys } from './turn-keys';
import { WearBar } from './wear-bar';

/** One tool: what it is, how worn it is, and the lives it had. */
export function ToolPage({ id }: { id: string }) {
  const tools = useTools();
  const router = useRouter();
  const units = useUnits();
  const machines = useMachines().data;
  const [isReplacing, setReplacing] = useState(false);
  const tool = tools.data?.find((t) => t.id === id);
  const back = { label: 'Shop', href: '/shop', isBesideList: true } as const;
  if (!tool) {
    return (
      <Page title="Tool" back={back}>
        {tools.isError ? (
          <Trouble error={tools.error} retry={() => void tools.refetch()} />
        ) : tools.isPending ? (
          <Waiting />
        ) : (
          <Nothing title="This tool is not in the shop" />
        )}
      </Page>
    );
  }
  const kind = toolKindOf(tool.kind);
  const belongs: [string, string][] = tool.machineId
    ? [['Belongs to', machines?.find((m) => m.id === tool.machineId)?.name ?? '']]
    : [];
  return (
    <Page
      title={tool.name}
      back={back}
      aside={kind.label}
      foot={<Button title="Replaced by a new one" onPress={() => setReplacing(true)} />}
    >
      <View style={{ gap: SPACE.hair }} testID="wear">
        <Figure style={{ fontSize: 34, lineHeight: 40 }}>
          {formatNumber(tool.wear, 0)} {kind.wearUnit}
        </Figure>
        <Aside>
          {kind.wearUnit === 'm' ? 'cut or drawn' : 'at work'} since {whenSaid(tool.lifeBeganAt)}; runs count it up by
          themselves
        </Aside>
        <WearBar tool={tool} />
      </View>
      <TurnKeys kind="tool" id={id} />
      <Facts facts={[...belongs, ...detailFacts(kind.fields, tool.details, units.show)]} />
      <Heading>Lives before this one</Heading>
      {tool.lives.length === 0 ? <Aside>None: it was not replaced yet.</Aside> : null}
      {tool.lives.map((life) => (
        <View key={life.number} testID="life">
          <Strong>
            Life {life.number}: {formatNumber(life.wear, 0)} {kind.wearUnit}
          </Strong>
          <Aside>
            until {whenSaid(life.endedAt)}
            {life.note ? `; ${life.note}` : ''}
          </Aside>
        </View>
      ))}
      <TextKey
        title="Change the tool"
        icon="pencil-outline"
        onPress={() => router.push({ pathname: '/shop/tool/[id]/edit', params: { id } })}
      />
      <ArchiveKey
        by={endpoints.putToolAway}
        id={id}
        version={tool.version}
        isArchived={tool.isArchived}
        what="the tool"
      />
      <ReplaceTool tool={tool} isOpen={isReplacing} onClose={() => setReplacing(false)} />
    </Page>
  );
}

function ReplaceTool({ tool, isOpen, onClose }: { tool: ToolView; isOpen: boolean; onClose: () => void }) {
  const { rust } = useTokens();
  const replace = useReplaceTool(tool.id);
  const draft = useDraft(`last word on ${tool.id} ${tool.lifeNumber}`, '');
  return (
    <Decision title="A new one is in" isOpen={isOpen} onClose={onClose}>
      <Body>The new one starts unworn. What the old one did and how it came out stays in the book.</Body>
      <Input
        label="A word about the old one"
        aria-label="A word about the old one"
        placeholder="tip broken off"
        value={draft.value}
        onChangeText={(next) => draft.set(next)}
        renderErrorMessage={false}
      />
      {replace.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {replace.error.message}
        </Body>
      ) : null}
      <Button
        title="Start the new life"
        loading={replace.isPending}
        onPress={() =>
          replace.mutate(
            { version: tool.version, note: draft.value.trim() },
            {
              onSuccess: () => {
                draft.done();
                onClose();
              },
            },
          )
        }
      />
    </Decision>
  );
}
