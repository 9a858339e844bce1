import type { MachineView, ToolView } from '@keen-anvil/contract';
import { knowledgeOf, machineKindOf } from '@keen-anvil/core/machines';
import { toolKindOf } from '@keen-anvil/core/tools';
import { formatNumber } from '@keen-anvil/core/units';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { LinkRow } from '../../ui/link-row';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure, Heading, Strong } from '../../ui/type';
import { useUnits } from '../../ui/units';
import { isNameShared } from './names';
import { Preferences } from './preferences';
import { useMachines, useTools } from './queries';
import { WearBar } from './wear-bar';
import { Workshops } from './workshops';

/** Machines, tools, workshops and preferences. */
export function ShopList() {
  const machines = useMachines();
  const tools = useTools();
  const router = useRouter();
  return (
    <Page title="Shop">
      <SectionHead title="Machines" add="Add a machine" onAdd={() => router.push('/shop/machine/new')} />
      {machines.isPending ? <Waiting lines={2} /> : null}
      {machines.isError ? <Trouble error={machines.error} retry={() => void machines.refetch()} /> : null}
      {machines.data?.length === 0 ? (
        <Aside>No machine yet. Add the one on your bench, with the scales it shows.</Aside>
      ) : null}
      <View style={{ gap: SPACE.small }}>
        {machines.data?.map((machine) => (
          <MachineRow key={machine.id} machine={machine} isShared={isNameShared(machine, machines.data)} />
        ))}
      </View>
      <SectionHead title="Tools" add="Add a tool" onAdd={() => router.push('/shop/tool/new')} />
      {tools.data?.length === 0 ? (
        <Aside>No tool yet: blades, pens, points, and what else goes into a holder.</Aside>
      ) : null}
      <View style={{ gap: SPACE.small }}>
        {tools.data?.map((tool) => (
          <ToolRow key={tool.id} tool={tool} isShared={isNameShared(tool, tools.data)} />
        ))}
      </View>
      <Preferences />
      <Workshops />
    </Page>
  );
}

function SectionHead({ title, add, onAdd }: { title: string; add: string; onAdd: () => void }) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
      <Heading>{title}</Heading>
      <TextKey title={add} icon="plus" onPress={onAdd} />
    </View>
  );
}

/** What is known of a machine's scales, in a line. */
export function scalesSaid(machine: MachineView): string {
  const unmeasured = machine.dials.filter((dial) => knowledgeOf(dial) === 'never measured');
  if (machine.dials.length === 0) return 'no dial yet';
  return unmeasured.length
    ? `${unmeasured.map((dial) => dial.label.toLowerCase()).join(', ')} never measured`
    : 'all scales known';
}

function MachineRow({ machine, isShared }: { machine: MachineView; isShared: boolean }) {
  const units = useUnits();
  const { id } = useGlobalSearchParams<{ id?: string }>();
  const { label, does } = machineKindOf(machine.kind);
  const size =
    does === 'tool'
      ? `${units.show(machine.workWidthMm, 'mm')} wide, ${machine.holders === 1 ? '1 holder' : `${machine.holders} holders`}`
      : `${units.show(machine.workWidthMm, 'mm')} × ${units.show(machine.workLengthMm, 'mm')}`;
  return (
    <LinkRow
      isOpen={id === machine.id}
      isFaint={machine.isArchived}
      href={{ pathname: '/shop/machine/[id]', params: { id: machine.id } }}
    >
      <Strong>
        {machine.name}
        {isShared ? ' (one of two so called)' : ''}
      </Strong>
      <Aside>
        {label}, {size}
      </Aside>
      <Aside>{machine.isArchived ? 'put away' : scalesSaid(machine)}</Aside>
    </LinkRow>
  );
}

/** A tool and what is left of it. */
function ToolRow({ tool, isShared }: { tool: ToolView; isShared: boolean }) {
  const { slate } = useTokens();
  const { id } = useGlobalSearchParams<{ id?: string }>();
  const kind = toolKindOf(tool.kind);
  const ink = typeof tool.details.ink === 'string' ? tool.details.ink : null;
  return (
    <LinkRow
      isOpen={id === tool.id}
      isFaint={tool.isArchived}
      mark={
        ink ? (
          <View
            style={{ width: 10, height: 40, backgroundColor: ink, borderWidth: 1, borderColor: slate, borderRadius: 2 }}
          />
        ) : undefined
      }
      href={{ pathname: '/shop/tool/[id]', params: { id: tool.id } }}
    >
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.small }}>
        <Strong style={{ flexShrink: 1 }}>
          {tool.name}
          {isShared ? ' (one of two so called)' : ''}
        </Strong>
        <Figure>
          {formatNumber(tool.wear, 0)} {kind.wearUnit}
        </Figure>
      </View>
      <Aside>{tool.isArchived ? 'put away' : kind.label}</Aside>
      {tool.isArchived ? null : <WearBar tool={tool} />}
    </LinkRow>
  );
}
