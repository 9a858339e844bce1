import type { MachineView, RecipeDetail } from '@keen-anvil/contract';
import { toolKindOf } from '@keen-anvil/core/tools';
import { tunedDials } from '@keen-anvil/core/tuning';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { SPACE } from '../../ui/tokens';
import { Aside, Heading } from '../../ui/type';
import type { QuantityName } from '@keen-anvil/core/recipes';
import { useRecipe } from '../book/queries';
import { useMachines, useTools } from '../shop/queries';
import { DriftChart } from './drift-chart';
import { useGoodWindow } from './queries';
import { TrialsChart } from './trials-chart';
import { WindowMap } from './window-map';

/** What was tried and what came of it, where right lies, and how the tool drifts. */
export function ChartsPage({ recipeId }: { recipeId: string }) {
  const recipe = useRecipe(recipeId);
  const machine = useMachines().data?.find((m) => m.id === recipe.data?.machine.id);
  if (recipe.data && machine) return <Charts recipe={recipe.data} machine={machine} />;
  return (
    <Page title="Charts" back={{ label: 'Recipe', href: { pathname: '/book/[id]', params: { id: recipeId } } }}>
      {recipe.isError ? <Trouble error={recipe.error} retry={() => void recipe.refetch()} /> : <Waiting />}
    </Page>
  );
}

function Charts({ recipe, machine }: { recipe: RecipeDetail; machine: MachineView }) {
  const dials = tunedDials(machine, recipe.process, recipe.settings);
  const [main] = dials;
  const tool = useTools().data?.find(({ id }) => id === recipe.tool.id);
  return (
    <Page
      title="What the trials show"
      aside={`${recipe.material.name}, ${recipe.machine.name}`}
      back={{ label: 'Recipe', href: { pathname: '/book/[id]', params: { id: recipe.id } } }}
    >
      {recipe.evidence.length === 0 || !main ? (
        <Nothing title="Nothing to draw yet">
          Tune the recipe, or write down a trial: charts are drawn from what came out.
        </Nothing>
      ) : (
        <>
          <View style={{ gap: SPACE.small }}>
            <Heading>Tried, one after the other</Heading>
            <TrialsChart recipe={recipe} dial={main} />
          </View>
          <View style={{ gap: SPACE.small }}>
            <Heading>Where right lies</Heading>
            <GoodWindow recipe={recipe} dials={dials} />
          </View>
          {tool && !toolKindOf(tool.kind).neverWears ? (
            <View style={{ gap: SPACE.small }}>
              <Heading>How the {toolKindOf(tool.kind).calledA ?? 'tool'} drifts</Heading>
              <DriftChart recipe={recipe} dial={main} tool={tool} />
            </View>
          ) : null}
        </>
      )}
    </Page>
  );
}

function GoodWindow({ recipe, dials }: { recipe: RecipeDetail; dials: ReturnType<typeof tunedDials> }) {
  const [pair, setPair] = useState<{ x: QuantityName; y: QuantityName | null }>({
    x: dials[0].name,
    y: dials[1]?.name ?? null,
  });
  const window = useGoodWindow(recipe.id, pair.x, pair.y);
  const options = dials.map(({ name, label }) => ({ value: name, label }));
  return (
    <>
      {dials.length > 2 ? (
        <View style={{ gap: SPACE.small }}>
          <Aside>Across</Aside>
          <Chips
            label="Across"
            options={options}
            chosen={pair.x}
            onChoose={(x) => setPair({ x, y: x === pair.y ? pair.x : pair.y })}
          />
          <Aside>Up</Aside>
          <Chips
            label="Up"
            options={options}
            chosen={pair.y}
            onChoose={(y) => setPair({ x: y === pair.x ? (pair.y ?? pair.x) : pair.x, y })}
          />
        </View>
      ) : null}
      {window.isError ? <Trouble error={window.error} retry={() => void window.refetch()} /> : null}
      {window.data ? (
        <WindowMap recipe={recipe} window={window.data} dials={dials} />
      ) : window.isPending ? (
        <Waiting lines={3} />
      ) : null}
    </>
  );
}
