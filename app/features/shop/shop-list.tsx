import type { MachineView, ToolView } from '@keen-anvil/contract';
import { isCalibrated } from '@keen-anvil/core/machines';
import { formatNumber } from '@keen-anvil/core/units';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { LIGHTS, useAppearance, useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { useMachines, useTools } from './queries';

/** Machines, tools and preferences. */
export function ShopList() {
  const machines = useMachines();
  const tools = useTools();
  return (
    <Page title="Shop">
      <Heading>Machines</Heading>
      {machines.isPending ? <Waiting lines={2} /> : null}
      {machines.isError ? <Trouble error={machines.error} retry={() => void machines.refetch()} /> : null}
      <View style={{ gap: SPACE.small }}>
        {machines.data?.map((machine) => <MachineRow key={machine.id} machine={machine} />)}
      </View>
      <Heading>Tools</Heading>
      <View>
        {tools.data?.map((tool) => <ToolRow key={tool.id} tool={tool} />)}
      </View>
      <Heading>Light</Heading>
      <LightChoice />
    </Page>
  );
}

function MachineRow({ machine }: { machine: MachineView }) {
  const { card, rule, quench } = useTokens();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id?: string }>();
  const unmeasured = machine.dials.filter((dial) => !isCalibrated(dial));
  return (
    <Pressable role="link" aria-label={machine.name} onPress={() => router.push({ pathname: '/shop/machine/[id]', params: { id: machine.id } })} style={{ padding: SPACE.base, minHeight: 64, backgroundColor: card, borderWidth: 1, borderColor: id === machine.id ? quench : rule, borderRadius: 3 }}>
      <Strong>{machine.name}</Strong>
      <Aside>
        plotter, {machine.workWidthMm} mm wide, {machine.holders === 1 ? '1 holder' : `${machine.holders} holders`}
      </Aside>
      <Aside>{unmeasured.length ? `${unmeasured.map((dial) => dial.label.toLowerCase()).join(', ')} never measured` : 'all scales measured'}</Aside>
    </Pressable>
  );
}

/** A tool and what is left of it. */
function ToolRow({ tool }: { tool: ToolView }) {
  const { rule, ember, slate } = useTokens();
  const share = tool.lifeM ? Math.min(1, tool.wearM / tool.lifeM) : null;
  const isNearEnd = share !== null && share > 0.9;
  return (
    <View style={{ paddingVertical: SPACE.small, borderBottomWidth: 1, borderColor: rule, gap: SPACE.hair }}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Strong>{tool.name}</Strong>
        <Figure>{formatNumber(tool.wearM, 0)} m</Figure>
      </View>
      {share === null ? (
        <Aside>no known end of its life</Aside>
      ) : (
        <>
          <View style={{ height: 8, backgroundColor: rule, borderRadius: 2 }}>
            <View style={{ height: 8, width: `${share * 100}%`, backgroundColor: isNearEnd ? ember : slate, borderRadius: 2 }} />
          </View>
          <Aside style={isNearEnd ? { color: ember } : undefined}>
            {isNearEnd ? 'near its end: ' : ''}
            {formatNumber(tool.lifeM! - tool.wearM, 0)} m left of about {tool.lifeM} m
          </Aside>
        </>
      )}
    </View>
  );
}

function LightChoice() {
  const { quench, rule, ink } = useTokens();
  const { light, setLight } = useAppearance();
  return (
    <View role="radiogroup" aria-label="Light" style={{ flexDirection: 'row', gap: SPACE.small }}>
      {LIGHTS.map((choice) => (
        <Pressable key={choice} role="radio" aria-checked={choice === light} aria-label={choice} onPress={() => setLight(choice)} style={{ flex: 1, minHeight: TARGET, alignItems: 'center', justifyContent: 'center', borderWidth: choice === light ? 2 : 1, borderColor: choice === light ? quench : rule, borderRadius: 4 }}>
          <Body style={{ color: choice === light ? quench : ink }}>{choice}</Body>
        </Pressable>
      ))}
    </View>
  );
}
