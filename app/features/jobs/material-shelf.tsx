import type { MaterialView, RecipeSummary } from '@keen-anvil/contract';
import type { ProcessName } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { Decision, Option } from '../../ui/choice';
import { Swatch, TemperMark } from '../../ui/marks';
import { Waiting } from '../../ui/states';
import { Aside } from '../../ui/type';
import { useRecipes } from '../book/queries';
import { useMaterials } from '../shop/queries';

interface MaterialShelfProps {
  isOpen: boolean;
  chosen: string | null;
  machineId: string;
  onChoose: (material: MaterialView) => void;
  onClose: () => void;
}

/** The shelf: what is in stock, by family, each with its temper for what is usually done with it on this machine. */
export function MaterialShelf({ isOpen, chosen, machineId, onChoose, onClose }: MaterialShelfProps) {
  const materials = useMaterials().data;
  const recipes = useRecipes('').data ?? [];
  const families = [...new Set(materials?.map((m) => m.family))];
  return (
    <Decision title="From the shelf" isOpen={isOpen} onClose={onClose}>
      {materials ? null : <Waiting />}
      {families.map((family) => (
        <View key={family} role="radiogroup" aria-label={family}>
          <Aside style={{ paddingTop: 12 }}>{family}</Aside>
          {materials
            ?.filter((m) => m.family === family)
            .map((material) => {
              const known = recipeFor(recipes, material.id, material.defaultProcess, machineId);
              return (
                <Option
                  key={material.id}
                  label={material.name}
                  detail={material.pieces.map((piece) => piece.name).join(', ') || 'none in stock'}
                  mark={<Swatch colour={material.colour} size={40} />}
                  end={known ? <TemperMark temper={known.temper.temper} /> : <Aside>no recipe</Aside>}
                  isChosen={material.id === chosen}
                  onPress={() => onChoose(material)}
                />
              );
            })}
        </View>
      ))}
    </Decision>
  );
}

const recipeFor = (recipes: RecipeSummary[], materialId: string, process: ProcessName, machineId: string) =>
  recipes.find((r) => r.material.id === materialId && r.process === process && r.machine.id === machineId);
