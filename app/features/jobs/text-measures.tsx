import { linesOf } from '@keen-anvil/core/artwork-choices';
import { View } from 'react-native';
import { Input } from '../../ui/elements';
import { SPACE } from '../../ui/tokens';
import type { TypedMeasures, TypedText } from './typed-text';

interface Field {
  name: keyof TypedMeasures;
  label: string;
  /** What stands there while nothing is typed. */
  empty?: string;
  /** Only of use where there is more than one line. */
  isOfLines?: true;
}

const FIELDS: readonly Field[] = [
  { name: 'capHeightMm', label: 'Height of a capital, mm' },
  { name: 'widthMm', label: 'All of it so wide, mm', empty: 'as it comes' },
  { name: 'letterSpacingMm', label: 'Between letters, mm' },
  { name: 'lineGapMm', label: 'Clear between lines, mm', empty: 'as usual', isOfLines: true },
  { name: 'lineSpacing', label: 'Between lines, ×', isOfLines: true },
  { name: 'arcRadiusMm', label: 'Bent round a radius, mm', empty: 'straight' },
];

/** The numbers of a text. */
export function TextMeasures({ text, onChange }: { text: TypedText; onChange: (part: Partial<TypedText>) => void }) {
  const { typed, words } = text;
  const hasLines = linesOf(words).length > 1;
  // How far apart lines usually are says nothing where the gap between them is set.
  const shown = FIELDS.filter(({ name, isOfLines }) =>
    isOfLines ? hasLines && (name !== 'lineSpacing' || typed.lineGapMm.trim() === '') : true,
  );
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
      {shown.map(({ name, label, empty }) => (
        <View key={name} style={{ flexBasis: '46%', flexGrow: 1 }}>
          <Input
            label={label}
            aria-label={label}
            inputMode="decimal"
            placeholder={empty}
            value={typed[name]}
            onChangeText={(value) => onChange({ typed: { ...typed, [name]: value } })}
            renderErrorMessage={false}
          />
        </View>
      ))}
    </View>
  );
}
