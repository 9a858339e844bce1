import { processOf, type ProcessName } from '@keen-anvil/core/recipes';
import { TextKey } from '../../ui/text-key';
import { Aside } from '../../ui/type';

interface UsualProcessProps {
  /** What is usual for the material. */
  usual: ProcessName;
  /** What the step does. */
  present: ProcessName;
  /** Whether a machine of the shop does it. */
  isInShop: boolean;
  onChoose: (usual: ProcessName) => void;
}

/** Where a step does another thing than is usual for its material: what would be usual, at a tap where the shop can do it. */
export function UsualProcess({ usual, present, isInShop, onChoose }: UsualProcessProps) {
  if (usual === present) return null;
  const { label } = processOf(usual);
  return isInShop ? (
    <TextKey title={`${label} instead, as is usual for it`} icon="compare-horizontal" onPress={() => onChoose(usual)} />
  ) : (
    <Aside>{`Usual for it is: ${label.toLowerCase()}. No machine in your shop does that yet.`}</Aside>
  );
}
