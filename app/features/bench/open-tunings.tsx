import type { TuningView } from '@keen-anvil/contract';
import { processOf } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { LinkRow } from '../../ui/link-row';
import { Swatch } from '../../ui/marks';
import { SPACE } from '../../ui/tokens';
import { Aside, Heading, Strong } from '../../ui/type';
import { triedIn } from '../tuning/tried';

/** Tunings that were begun and not ended: a scrap lies somewhere with half an answer on it. */
export function OpenTunings({ tunings }: { tunings: readonly TuningView[] }) {
  if (tunings.length === 0) return null;
  return (
    <View style={{ gap: SPACE.small }} testID="open-tunings">
      <Heading>Being tuned</Heading>
      {tunings.map((tuning) => {
        const { id, recipe } = tuning;
        const tried = triedIn(tuning);
        const last = tried.at(-1);
        return (
          <LinkRow
            key={id}
            mark={<Swatch colour={recipe.material.colour} />}
            href={{ pathname: '/book/tuning/[id]', params: { id } }}
          >
            <Strong>{recipe.material.name}</Strong>
            <Aside>
              {processOf(recipe.process).label} on {recipe.machine.name} ·{' '}
              {tried.length === 1 ? '1 trial' : `${tried.length} trials`}
              {last ? `, the last one “${processOf(recipe.process).outcomes[last.outcome]}”` : ''}
            </Aside>
          </LinkRow>
        );
      })}
    </View>
  );
}
