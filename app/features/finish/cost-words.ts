import type { Cheaper, CostKind } from '@keen-anvil/core/cost';
import { sayMoney } from '@keen-anvil/core/units';

export const COST_LABELS: Readonly<Record<CostKind, string>> = {
  material: 'Material',
  blank: 'Blanks',
  consumables: 'Tape, ink and sheets',
  machine: 'Machines',
  tools: 'Tool wear',
  hands: 'Hands',
  failures: 'What goes wrong',
  packaging: 'Packaging',
  fee: 'Fee',
  margin: 'Margin',
};

/** What would make it cheaper, as a sentence. */
export function sayCheaper({ how, of, pieces, savedCents, piece }: Cheaper, currency: string): string {
  const saved = `${sayMoney(savedCents, currency)} less each`;
  switch (how) {
    case 'fill-the-sheet':
      return `Make ${pieces}: that fills the ${of} that is begun. ${saved}.`;
    case 'share-of-a-sheet':
      return `Keep what is left of the sheets, and pay only a share of them. ${saved}.`;
    case 'other-piece':
      return `Cut ${of} from “${piece}”: less of it is left over. ${saved}.`;
    case 'nest-closer':
      return `One more on each sheet of ${of}, nested closer. ${saved}.`;
    case 'one-colour-less':
      return `Without ${of}. ${saved}.`;
  }
}
