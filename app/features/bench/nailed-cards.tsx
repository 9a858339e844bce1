import type { RecipeSummary } from '@keen-anvil/contract';
import MaterialCommunityIcons from '@expo/vector-icons/MaterialCommunityIcons';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MeasuringStrategy,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { useNails } from '../book/queries';
import { RecipeRow } from '../book/recipe-row';

/** Places are measured all the time: measured only at the start, a list that was just filled could be lifted from and never moved in. */
const MEASURING = { droppable: { strategy: MeasuringStrategy.Always } };

/** The cards nailed to the Bench, in the maker's own order: dragged by their handle, by finger, mouse or keyboard. */
export function NailedCards({ recipes }: { recipes: RecipeSummary[] }) {
  const { rust } = useTokens();
  const nails = useNails();
  const ids = nails.isPending ? nails.variables : recipes.map((recipe) => recipe.id);
  const shown = ids.flatMap((id) => recipes.find((recipe) => recipe.id === id) ?? []);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id)
      nails.mutate(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };
  return (
    <View style={{ gap: SPACE.small }} testID="nailed">
      <Heading>Nailed up</Heading>
      {recipes.length === 0 ? (
        <Aside>Nothing yet: nail a card up from its page in the book, and it stays here.</Aside>
      ) : null}
      {nails.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {nails.error.message}
        </Body>
      ) : null}
      <DndContext sensors={sensors} collisionDetection={closestCenter} measuring={MEASURING} onDragEnd={drop}>
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          {shown.map((recipe) => (
            <NailedCard key={recipe.id} recipe={recipe} />
          ))}
        </SortableContext>
      </DndContext>
    </View>
  );
}

function NailedCard({ recipe }: { recipe: RecipeSummary }) {
  const { slate } = useTokens();
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id: recipe.id,
  });
  // Elements of the page itself: what is dragged needs its own pointer and key events.
  return (
    <div
      ref={setNodeRef}
      style={{
        display: 'flex',
        alignItems: 'stretch',
        transform: CSS.Translate.toString(transform),
        transition,
        zIndex: isDragging ? 1 : 0,
        position: 'relative',
      }}
    >
      <div
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Move ${recipe.material.name}`}
        style={{
          width: TARGET,
          minHeight: TARGET,
          display: 'flex',
          alignItems: 'center',
          justifyContent: 'center',
          touchAction: 'none',
          cursor: 'grab',
        }}
      >
        <MaterialCommunityIcons name="drag-horizontal-variant" size={24} color={slate} />
      </div>
      <div style={{ flex: 1, minWidth: 0 }}>
        <RecipeRow recipe={recipe} />
      </div>
    </div>
  );
}
