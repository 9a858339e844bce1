import { linesOf } from '@keen-anvil/core/artwork-choices';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Input } from '../../ui/elements';
import { SPACE } from '../../ui/tokens';
import { Toggle } from '../../ui/toggle';
import { Strong } from '../../ui/type';
import { useFontOptions } from './font-choice';
import type { TypedLine, TypedText } from './typed-text';

const NOTHING: TypedLine = { fontId: null, capHeightMm: '' };

/** Where a text has several lines: each in a font and a height of its own, if the maker likes. */
export function LinesByThemselves({
  text,
  onChange,
}: {
  text: TypedText;
  onChange: (part: Partial<TypedText>) => void;
}) {
  const words = linesOf(text.words);
  const [isOpen, setOpen] = useState(text.lines.some(({ fontId, capHeightMm }) => fontId || capHeightMm));
  const fonts = useFontOptions();
  if (words.length < 2) return null;
  const change = (line: number, part: Partial<TypedLine>) =>
    onChange({
      lines: words.map((_, i) => ({ ...NOTHING, ...text.lines[i], ...(i === line ? part : {}) })),
    });
  return (
    <View style={{ gap: SPACE.small }}>
      <Toggle
        label="Each line in a font and height of its own"
        name="Each line by itself"
        value={isOpen}
        onChange={(next) => {
          setOpen(next);
          if (!next) onChange({ lines: [] });
        }}
      />
      {isOpen
        ? words.map((line, i) => {
            const own = { ...NOTHING, ...text.lines[i] };
            return (
              <View key={i} style={{ gap: SPACE.small }} testID={`line-${i + 1}`}>
                <Strong numberOfLines={1}>{`Line ${i + 1}: ${line}`}</Strong>
                <Chips
                  label={`Font of line ${i + 1}`}
                  options={fonts}
                  chosen={own.fontId ?? text.fontId}
                  onChoose={(fontId) => change(i, { fontId })}
                />
                <Input
                  label={`Line ${i + 1}: height of a capital, mm`}
                  aria-label={`Line ${i + 1}: height of a capital, mm`}
                  inputMode="decimal"
                  placeholder={text.typed.capHeightMm}
                  value={own.capHeightMm}
                  onChangeText={(capHeightMm) => change(i, { capHeightMm })}
                  renderErrorMessage={false}
                />
              </View>
            );
          })
        : null}
    </View>
  );
}
