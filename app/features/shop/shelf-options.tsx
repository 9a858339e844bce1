import type { MaterialView } from '@keen-anvil/contract';
import { Option } from '../../ui/choice';
import { Swatch } from '../../ui/marks';
import { useShelfSearch } from './shelf-search';

interface ShelfOptionsProps {
  chosen: string | undefined;
  /** null: also what was put away. */
  isArchived: boolean | null;
  onChoose: (material: MaterialView) => void;
}

/** What is on the shelf, to choose one from. */
export function ShelfOptions({ chosen, isArchived, onChoose }: ShelfOptionsProps) {
  const { materials, field, more } = useShelfSearch(isArchived);
  return (
    <>
      {field}
      {materials?.map((material) => (
        <Option
          key={material.id}
          label={material.name}
          mark={<Swatch colour={material.colour} size={36} />}
          isChosen={material.id === chosen}
          onPress={() => onChoose(material)}
        />
      ))}
      {more}
    </>
  );
}
