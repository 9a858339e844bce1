import type { MaterialView } from '@keen-anvil/contract';
import { familyOf } from '@keen-anvil/core/materials';
import { View } from 'react-native';
import { Decision, Option } from '../../ui/choice';
import { Swatch, TemperMark } from '../../ui/marks';
import { Waiting } from '../../ui/states';
import { Aside } from '../../ui/type';
import { useUnits } from '../../ui/units';
import { useRecipes } from '../book/queries';
import { pieceSaid } from '../stock/piece-words';
import { useShelfSearch } from '../shop/shelf-search';

interface MaterialShelfProps {
  isOpen: boolean;
  chosen: string | null;
  machineId: string;
  onChoose: (material: MaterialView) => void;
  onClose: () => void;
}

/** Enough for the recipes of one machine that a shelf shows. */
const SHELF = 200;

/** The shelf: what is in stock, by family, each with its temper for what is usually done with it, on this machine or another. */
export function MaterialShelf({ isOpen, chosen, machineId, onChoose, onClose }: MaterialShelfProps) {
  const { materials, field, more } = useShelfSearch(false);
  const here = useRecipes({ machine: machineId }, SHELF).data?.pages[0]?.recipes ?? [];
  const anywhere = useRecipes({}, SHELF).data?.pages[0]?.recipes ?? [];
  const units = useUnits();
  const families = [...new Set(materials?.map((m) => m.family))];
  return (
    <Decision title="From the shelf" isOpen={isOpen} onClose={onClose}>
      {materials ? null : <Waiting />}
      {field}
      {families.map((family) => (
        <View key={family} role="radiogroup" aria-label={familyOf(family).label}>
          <Aside style={{ paddingTop: 12 }}>{familyOf(family).label}</Aside>
          {materials
            ?.filter((m) => m.family === family)
            .map((material) => {
              const fits = (recipe: (typeof here)[number]) =>
                recipe.material.id === material.id && recipe.process === material.defaultProcess;
              const known = here.find(fits) ?? anywhere.find(fits);
              return (
                <Option
                  key={material.id}
                  label={material.name}
                  detail={
                    material.pieces
                      .filter((piece) => !piece.isArchived && piece.count > 0)
                      .map((piece) => pieceSaid(piece, units.show))
                      .join('; ') || 'none in stock'
                  }
                  mark={<Swatch colour={material.colour} size={40} />}
                  end={
                    known ? (
                      <View>
                        <TemperMark temper={known.temper.temper} />
                        {known.machine.id === machineId ? null : <Aside>{known.machine.name}</Aside>}
                      </View>
                    ) : (
                      <Aside>no recipe</Aside>
                    )
                  }
                  isChosen={material.id === chosen}
                  onPress={() => onChoose(material)}
                />
              );
            })}
        </View>
      ))}
      {more}
    </Decision>
  );
}
