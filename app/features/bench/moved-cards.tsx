import type { RecipeSummary } from '@keen-anvil/contract';
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
import { NailedCard } from './nailed-card';

/** Places are measured all the time: measured only at the start, a list that was just filled could be lifted from and never moved in. */
const MEASURING = { droppable: { strategy: MeasuringStrategy.Always } };

interface MovedCardsProps {
  recipes: readonly RecipeSummary[];
  onMoved: (ids: string[]) => void;
}

/** The nailed cards, dragged by their handle, by finger, mouse or keyboard. */
export default function MovedCards({ recipes, onMoved }: MovedCardsProps) {
  const ids = recipes.map((recipe) => recipe.id);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id)
      onMoved(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} measuring={MEASURING} onDragEnd={drop}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {recipes.map((recipe) => (
          <MovedCard key={recipe.id} recipe={recipe} />
        ))}
      </SortableContext>
    </DndContext>
  );
}

function MovedCard({ recipe }: { recipe: RecipeSummary }) {
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id: recipe.id,
  });
  return (
    <NailedCard
      recipe={recipe}
      ref={setNodeRef}
      handle={{ ref: setActivatorNodeRef, ...attributes, ...listeners }}
      style={{ transform: CSS.Translate.toString(transform), transition, zIndex: isDragging ? 1 : 0 }}
    />
  );
}
