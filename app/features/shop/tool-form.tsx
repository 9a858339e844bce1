import type { MachineView, ToolFields, ToolView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { TOOL_KIND_TABLE, toolKindOf, type ToolKind } from '@keen-anvil/core/tools';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { useAsOpened } from '../../ui/as-opened';
import { Page } from '../../ui/page';
import { RecordForm, type FormSection, type FormValues } from '../../ui/record-form';
import { Waiting } from '../../ui/states';
import { detailFormFields, detailsFrom, detailValues } from './detail-facts';
import { useChangeTool, useCreateTool, useMachines, useTools } from './queries';

/** What is asked of a tool, by its kind. */
function sectionsFor(kind: ToolKind, shop: MachineView[], isNew: boolean): FormSection[] {
  const { wearUnit, fields } = toolKindOf(kind);
  const machines = homesOf(kind, shop);
  const possible = TOOL_KIND_TABLE.filter((row) => !row.isBuiltIn || homesOf(row.name, shop).length > 0);
  return [
    {
      title: 'The tool',
      fields: [
        { name: 'name', label: 'Name', kind: 'text', isNeeded: true },
        ...(isNew
          ? [
              {
                name: 'kind',
                label: 'Kind',
                kind: 'choice' as const,
                choices: possible.map((row) => row.name),
                choiceLabels: Object.fromEntries(possible.map((row) => [row.name, row.label])),
                isNeeded: true,
              },
            ]
          : []),
        ...(machines.length
          ? [
              {
                name: 'machineId',
                label: 'Belongs to',
                kind: 'choice' as const,
                choices: machines.map((machine) => machine.id),
                choiceLabels: Object.fromEntries(machines.map((machine) => [machine.id, machine.name])),
                isNeeded: true,
              },
            ]
          : []),
        ...detailFormFields(fields),
      ],
    },
    {
      title: 'Wear',
      fields: [
        { name: 'wear', label: 'Used so far', kind: 'number', unit: wearUnit, min: 0, max: 1e7, isNeeded: true },
        {
          name: 'life',
          label: 'Lasts about',
          kind: 'number',
          unit: wearUnit,
          min: 0.001,
          max: 1e7,
          help: 'Leave it empty where nobody knows.',
        },
      ],
    },
  ];
}

function toFields(kind: ToolKind, values: FormValues): ToolFields {
  return {
    name: String(values.name ?? ''),
    kind,
    machineId: toolKindOf(kind).isBuiltIn ? String(values.machineId ?? '') || null : null,
    details: detailsFrom(toolKindOf(kind).fields, values),
    wear: Number(values.wear ?? 0),
    life: typeof values.life === 'number' ? values.life : null,
  };
}

const sayTool = (tool: ToolView): string =>
  `name ${tool.name}, used ${tool.wear} of ${tool.life ?? 'unknown'} ${toolKindOf(tool.kind).wearUnit}`;

/** Machines that have such a tool built in. */
function homesOf(kind: ToolKind, machines: MachineView[] = []): MachineView[] {
  return machines.filter((machine) => machineKindOf(machine.kind).builtIn === kind);
}

/** What the form begins with. */
const FIRST_KIND: ToolKind = 'fine-blade';

/** A new tool. */
export function NewToolPage() {
  const router = useRouter();
  const machines = useMachines().data;
  const create = useCreateTool();
  const [kind, setKind] = useState<ToolKind>(FIRST_KIND);
  return (
    <Page title="New tool" back={{ label: 'Shop', href: '/shop' }}>
      <RecordForm
        sections={sectionsFor(kind, machines ?? [], true)}
        draftName="tool new"
        values={{ name: '', kind: FIRST_KIND, wear: 0, life: null, machineId: null }}
        brings={(name, value) =>
          name === 'kind' ? { machineId: homesOf(value as ToolKind, machines)[0]?.id ?? null } : null
        }
        submit="Put it into the shop"
        isSubmitting={create.isPending}
        error={create.error}
        onChoose={(name, value) => name === 'kind' && setKind(value as ToolKind)}
        onSubmit={(values, _typed, written) =>
          create.mutate(
            { ...toFields(kind, values), id: uuid() },
            {
              onSuccess: (tool) => {
                written();
                router.replace({ pathname: '/shop/tool/[id]', params: { id: tool.id } });
              },
            },
          )
        }
      />
    </Page>
  );
}

/** Changes a tool; its kind stays. */
export function EditToolPage({ id }: { id: string }) {
  const router = useRouter();
  const tool = useAsOpened(useTools().data?.find((t) => t.id === id));
  const machines = useMachines().data;
  const change = useChangeTool(id);
  const back = () => router.replace({ pathname: '/shop/tool/[id]', params: { id } });
  const write = (current: ToolView, values: FormValues, written: () => void) =>
    change.mutate(
      { ...toFields(current.kind, values), version: current.version },
      {
        onSuccess: () => {
          written();
          back();
        },
      },
    );
  return (
    <Page title={tool?.name ?? 'Tool'} back={{ label: 'Tool', href: { pathname: '/shop/tool/[id]', params: { id } } }}>
      {tool && machines ? (
        <RecordForm
          sections={sectionsFor(tool.kind, machines, false)}
          draftName={`tool ${id}`}
          values={{
            name: tool.name,
            machineId: tool.machineId,
            wear: tool.wear,
            life: tool.life,
            ...detailValues(tool.details),
          }}
          submit="Write it down"
          isSubmitting={change.isPending}
          error={change.error}
          stale={{
            what: 'this tool',
            sayTheirs: sayTool,
            onKeepTheirs: back,
            onWriteMine: (current: ToolView, values, _typed, written) => write(current, values, written),
          }}
          onSubmit={(values, _typed, written) => write(tool, values, written)}
        />
      ) : (
        <Waiting />
      )}
    </Page>
  );
}
