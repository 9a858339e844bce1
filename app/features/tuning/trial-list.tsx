import type { MachineView, TrialShapeView, TuningView } from '@keen-anvil/contract';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Figure, Heading, Strong } from '../../ui/type';
import { saidChanges, saidOutcome } from './trial-words';

/** A trial of this tuning has a number on its sheet; one from before has none here. */
type TriedRow = Pick<TrialShapeView, 'id' | 'settings' | 'onTopOf' | 'outcome'> & { number?: number };

/** Everything that was tried, the newest first: its number, what was dialled, how it came out. */
export function TrialList({ tuning, machine }: { tuning: TuningView; machine: MachineView }) {
  const { rule, moss, rust } = useTokens();
  const { process } = tuning.recipe;
  const tried = tuning.sheets.flatMap(({ shapes }) => shapes).filter(({ outcome }) => outcome !== null);
  const rows: TriedRow[] = [...[...tried].reverse(), ...[...tuning.earlier].reverse()];
  if (rows.length === 0) return null;
  return (
    <View testID="trials">
      <Heading>Tried so far</Heading>
      {rows.map((shape) => (
        <View key={shape.id} style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'baseline', paddingVertical: SPACE.small, borderBottomWidth: 1, borderColor: rule }}>
          <Figure style={{ width: 28 }}>{shape.number ?? '–'}</Figure>
          <View style={{ flex: 1 }}>
            <Strong>{saidChanges(machine, process, shape.settings, tuning.start) || 'as begun with'}</Strong>
            {shape.number === undefined ? <Aside>in an earlier tuning</Aside> : null}
            {shape.onTopOf.length ? <Aside>on top of what was there</Aside> : null}
          </View>
          <Strong style={{ color: shape.outcome === 'right' ? moss : rust, flexShrink: 1, textAlign: 'right' }}>{saidOutcome(process, shape.outcome!)}</Strong>
        </View>
      ))}
    </View>
  );
}
