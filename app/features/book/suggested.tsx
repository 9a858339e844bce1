import type { SuggestionView } from '@keen-anvil/contract';
import { View } from 'react-native';
import { TemperMark } from '../../ui/marks';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { SettingsLine } from './settings-line';

/** A way to start where there is no recipe: the numbers, how sure they are, and what they lean on. */
export function Suggested({ suggestion, machineId }: { suggestion: SuggestionView; machineId: string }) {
  return (
    <View style={{ gap: SPACE.hair }} testID="suggestion">
      <SettingsLine settings={suggestion.settings} machineId={machineId} size={22} />
      <TemperMark temper={suggestion.source === 'guess' ? 'bare' : 'straw'} />
      <Body>{suggestion.why}.</Body>
      {suggestion.leanedOn.length > 1 ? (
        <Aside>
          Leans on{' '}
          {suggestion.leanedOn
            .slice(0, 4)
            .map((lean) => `${lean.materialName} on ${lean.machineName} (${Math.round(lean.weight * 100)} %)`)
            .join(', ')}
          .
        </Aside>
      ) : null}
      <Aside>Nothing has been tried with it here.</Aside>
    </View>
  );
}

/** What is written down as the reason of a recipe that starts from a suggestion. */
export function suggestionReason(suggestion: SuggestionView): string {
  const leans = suggestion.leanedOn
    .slice(0, 5)
    .map((lean) => `${lean.materialName} on ${lean.machineName} ${Math.round(lean.weight * 100)} %`)
    .join(', ');
  return `${suggestion.why}. Leaned on ${leans}`.slice(0, 1000);
}
