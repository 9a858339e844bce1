import type { MachineView, MaterialView, ToolView, TypedSettings } from '@keen-anvil/contract';
import {
  PROCESSES,
  processOf,
  settingProblems,
  SOURCES,
  type ProcessName,
  type Settings,
  type Source,
} from '@keen-anvil/core/recipes';
import { Button, Input } from '../../ui/elements';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { ChangeLine } from '../../ui/change-line';
import { Chips } from '../../ui/chips';
import { Decision, Option } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { ProcessMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Nothing, Waiting } from '../../ui/states';
import { DraftOffer } from '../../ui/draft-offer';
import { useTokens } from '../../ui/theme';
import { Body, Heading } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import { useMaterial, useShelf } from '../shop/materials';
import { useMachines, useTools } from '../shop/queries';
import { ShelfOptions } from '../shop/shelf-options';
import { gentlest } from './gentlest';
import { useCreateRecipe, useRecipes, useSuggestion } from './queries';
import { RecipeRow } from './recipe-row';
import { SettingsForm } from './settings-form';
import { SOURCE_WORDS } from './source-words';
import { Suggested, suggestionReason } from './suggested';

/** Writes down a recipe for a place that has none: what for, and with which numbers, suggested or one's own. */
export function NewRecipePage() {
  const { material } = useLocalSearchParams<{ material?: string }>();
  const machines = useMachines().data?.filter((m) => !m.isArchived);
  const tools = useTools().data?.filter((t) => !t.isArchived);
  const shelf = useShelf('', false).data;
  const start = useMaterial(material);
  const back = { label: 'Book', href: '/book' } as const;
  if (!machines || !tools || !shelf || start.isLoading)
    return (
      <Page title="New recipe" back={back}>
        <Waiting />
      </Page>
    );
  if (!machines.length || !tools.length || !shelf.pages[0].length) {
    return (
      <Page title="New recipe" back={back}>
        <Nothing title="First a machine, a tool and a material">
          A recipe says what to set on a machine, with a tool, for a material. Add them under Shop and Stock.
        </Nothing>
      </Page>
    );
  }
  return (
    <NewRecipe
      machines={machines}
      tools={tools}
      startMaterial={start.data && !start.data.isArchived ? start.data : undefined}
    />
  );
}

interface Place {
  material: MaterialView | undefined;
  process: ProcessName;
  machine: MachineView | undefined;
  tool: ToolView | undefined;
}

/** Machine and tool that can do the process, the present ones where they can. */
function fitting(
  process: ProcessName,
  machines: MachineView[],
  tools: ToolView[],
  now: { machine?: MachineView; tool?: ToolView },
): { machine: MachineView | undefined; tool: ToolView | undefined } {
  const { machineKinds, toolKinds } = processOf(process);
  const machine =
    now.machine && machineKinds.includes(now.machine.kind)
      ? now.machine
      : machines.find((m) => machineKinds.includes(m.kind));
  const canBe = (tool: ToolView) =>
    toolKinds.includes(tool.kind) && (tool.machineId === null || tool.machineId === machine?.id);
  const tool =
    now.tool && canBe(now.tool)
      ? now.tool
      : tools.filter(canBe).sort((a, b) => toolKinds.indexOf(a.kind) - toolKinds.indexOf(b.kind))[0];
  return { machine, tool };
}

/** Numbers of one's own, and for what they were typed. */
interface OwnNumbers {
  place: string;
  settings: Settings;
  typed: TypedSettings;
  source: Source;
  reason: string;
}

function NewRecipe({
  machines,
  tools,
  startMaterial,
}: {
  machines: MachineView[];
  tools: ToolView[];
  startMaterial: MaterialView | undefined;
}) {
  const { rust } = useTokens();
  const router = useRouter();
  const create = useCreateRecipe();
  const firstProcess = startMaterial?.defaultProcess ?? 'kiss-cut';
  const [place, setPlace] = useState<Place>({
    material: startMaterial,
    process: firstProcess,
    ...fitting(firstProcess, machines, tools, {}),
  });
  const [asked, setAsked] = useState<'material' | 'process' | 'machine' | 'tool' | null>(null);
  const { material, process, machine, tool } = place;
  const draft = useDraft<OwnNumbers | null>(`new recipe ${startMaterial?.id ?? ''}`, null);
  const place4 = [material?.id, process, machine?.id, tool?.id].join(' ');
  const own = draft.value?.place === place4 ? draft.value : null;
  const setOwn = (change: Partial<OwnNumbers>) =>
    draft.set((now) => ({
      settings: {},
      typed: {},
      source: 'guess',
      reason: '',
      ...(now?.place === place4 ? now : {}),
      ...change,
      place: place4,
    }));
  const suggestion = useSuggestion(
    material && machine && tool ? { materialId: material.id, machineId: machine.id, toolId: tool.id, process } : null,
  );
  const answer = suggestion.data;
  const there = useRecipes({ material: material?.id, process }, 200).data?.pages[0]?.recipes.find(
    (recipe) =>
      material &&
      recipe.material.id === material.id &&
      recipe.process === process &&
      recipe.machine.id === machine?.id &&
      recipe.tool.id === tool?.id,
  );
  const move = (change: Partial<Place>) => {
    const next = { ...place, ...change };
    if (change.material && change.material.id !== material?.id && !change.process)
      next.process = change.material.defaultProcess;
    setPlace({ ...next, ...fitting(next.process, machines, tools, next) });
    create.reset();
    setAsked(null);
  };
  const write = (settings: Settings, typed: TypedSettings, from: Source, why: string) => {
    if (!material || !machine || !tool) return;
    create.mutate(
      {
        id: uuid(),
        materialId: material.id,
        machineId: machine.id,
        toolId: tool.id,
        process,
        settings,
        typed,
        source: from,
        reason: why,
      },
      {
        onSuccess: (recipe) => {
          draft.done();
          router.replace({ pathname: '/book/[id]', params: { id: recipe.id } });
        },
      },
    );
  };
  const { toolKinds, machineKinds, label } = processOf(process);
  return (
    <Page title="New recipe" back={{ label: 'Book', href: '/book' }}>
      <View>
        <ChangeLine label="Material" value={material?.name ?? 'choose one'} onPress={() => setAsked('material')} />
        <ChangeLine label="Process" value={label} onPress={() => setAsked('process')} />
        <ChangeLine
          label="Machine"
          value={machine?.name ?? 'none in the shop can do it'}
          onPress={() => setAsked('machine')}
        />
        <ChangeLine label="Tool" value={tool?.name ?? 'none in the shop can do it'} onPress={() => setAsked('tool')} />
      </View>
      {create.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {create.error.message}
        </Body>
      ) : null}
      {there ? (
        <Leaf testID="there">
          <Heading>It is in the book already</Heading>
          <RecipeRow recipe={there} />
          <Button title="Open it" onPress={() => router.push({ pathname: '/book/[id]', params: { id: there.id } })} />
        </Leaf>
      ) : null}
      {material && machine && tool && !own && !there ? (
        <Leaf>
          <Heading>How to start</Heading>
          {suggestion.isPending ? <Waiting lines={1} /> : null}
          {suggestion.isError ? (
            <Body role="alert" style={{ color: rust }}>
              {suggestion.error.message}
            </Body>
          ) : null}
          {answer?.suggestion ? (
            <>
              <Suggested suggestion={answer.suggestion} machineId={machine.id} />
              <Button
                title="Start with it"
                loading={create.isPending}
                onPress={() =>
                  write(
                    answer.suggestion!.settings,
                    {},
                    answer.suggestion!.source,
                    suggestionReason(answer.suggestion!),
                  )
                }
              />
            </>
          ) : null}
          {answer?.refusal ? <Body testID="refusal">{answer.refusal}</Body> : null}
          <Button
            title="Set the numbers myself"
            type={answer?.suggestion ? 'outline' : 'solid'}
            onPress={() => setOwn({ settings: answer?.suggestion?.settings ?? gentlest(machine, process), typed: {} })}
          />
        </Leaf>
      ) : null}
      {material && machine && tool && own && !there ? (
        <>
          <SettingsForm
            machine={machine}
            process={process}
            settings={own.settings}
            typed={own.typed}
            onChange={(settings, typed) => setOwn({ settings, typed })}
          />
          <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
          <Heading>Where they are from</Heading>
          <Chips
            label="Where they are from"
            options={SOURCES.map((value) => ({ value, label: SOURCE_WORDS[value] }))}
            chosen={own.source}
            onChoose={(source) => setOwn({ source })}
          />
          <Input
            label="A word about it"
            aria-label="A word about it"
            placeholder="the middle of what the card says"
            value={own.reason}
            onChangeText={(reason) => setOwn({ reason })}
            renderErrorMessage={false}
          />
          <Button
            title="Write it down"
            disabled={settingProblems(machine, process, own.settings).length > 0}
            loading={create.isPending}
            onPress={() => write(own.settings, own.typed, own.source, own.reason.trim())}
          />
        </>
      ) : null}
      <Decision title="Which material?" isOpen={asked === 'material'} onClose={() => setAsked(null)}>
        <ShelfOptions isArchived={false} chosen={material?.id} onChoose={(m) => move({ material: m })} />
      </Decision>
      <Decision title="What is done?" isOpen={asked === 'process'} onClose={() => setAsked(null)}>
        {PROCESSES.map((p) => (
          <Option
            key={p.name}
            label={p.label}
            mark={<ProcessMark process={p.name} isBare />}
            isChosen={p.name === process}
            onPress={() => move({ process: p.name })}
          />
        ))}
      </Decision>
      <Decision title="On which machine?" isOpen={asked === 'machine'} onClose={() => setAsked(null)}>
        {machines
          .filter((m) => machineKinds.includes(m.kind))
          .map((m) => (
            <Option key={m.id} label={m.name} isChosen={m.id === machine?.id} onPress={() => move({ machine: m })} />
          ))}
      </Decision>
      <Decision title="With which tool?" isOpen={asked === 'tool'} onClose={() => setAsked(null)}>
        {tools
          .filter((t) => toolKinds.includes(t.kind) && (t.machineId === null || t.machineId === machine?.id))
          .map((t) => (
            <Option key={t.id} label={t.name} isChosen={t.id === tool?.id} onPress={() => move({ tool: t })} />
          ))}
      </Decision>
    </Page>
  );
}
