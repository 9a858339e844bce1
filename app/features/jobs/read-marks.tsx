import type { MachineView } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import {
  correctionFrom,
  MARK_NAMES,
  type Correction,
  type MarkReading,
  type MarkReadings,
} from '@keen-anvil/core/registration';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Input } from '../../ui/elements';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { TapMarks, type Bed } from './tap-marks';

/** A mark as it is typed. */
interface Typed {
  x: string;
  y: string;
}

const BARE: Typed[] = MARK_NAMES.map(() => ({ x: '', y: '' }));

/** The marks of a sheet as they are read, and what follows. */
export interface MarksInHand {
  typed: Typed[];
  setTyped: (typed: Typed[]) => void;
  /** Takes what was found; null for a mark that was not. */
  take: (found: MarkReadings) => void;
  read: (MarkReading | null)[];
  correction: Correction | null;
  refusal: string | null;
}

/** Marks that are being read. @param drawn where they should lie, @param keepsShape nothing stretches their sheet */
export function useReadMarks(drawn: readonly Point[], keepsShape = false): MarksInHand {
  const [typed, setTyped] = useState<Typed[]>(BARE);
  /** How sure those are that were looked at several times; nothing where they were typed. */
  const [spreads, setSpreads] = useState<(number | undefined)[]>([]);
  const read = typed.map(({ x, y }, i) => {
    const [across, along] = [parseTypedNumber(x), parseTypedNumber(y)];
    if (across === null || along === null) return null;
    return { x: across, y: along, ...(spreads[i] === undefined ? {} : { spreadMm: spreads[i] }) };
  });
  const tried = read.some(Boolean) ? correctionOrRefusal(drawn, read, keepsShape) : { correction: null, refusal: null };
  return {
    typed,
    setTyped: (next) => {
      setTyped(next);
      setSpreads([]);
    },
    take: (found) => {
      setTyped(found.map((at) => (at ? { x: at.x.toFixed(2), y: at.y.toFixed(2) } : { x: '', y: '' })));
      setSpreads(found.map((at) => at?.spreadMm));
    },
    read,
    ...tried,
  };
}

function correctionOrRefusal(drawn: readonly Point[], read: MarkReadings, keepsShape: boolean) {
  try {
    return { correction: correctionFrom(drawn, read, keepsShape), refusal: null };
  } catch (error) {
    return { correction: null, refusal: (error as Error).message };
  }
}

/** What is seen of a machine when one looks at it from above. */
export const bedOfMachine = ({ name, workWidthMm, workLengthMm }: MachineView): Bed => ({
  label: `The bed of ${name}`,
  widthMm: workWidthMm,
  heightMm: workLengthMm,
});

/** Marks as they were read, for the server. */
export const marksToSend = ({ read }: MarksInHand): { mark: number; x: number; y: number; spreadMm?: number }[] =>
  read.flatMap((at, mark) => (at ? [{ mark, ...at }] : []));

/** Where the marks of a sheet lie in the machine: looked at by the stand-in, or typed; and how well they fit. */
export function ReadMarks({ marks, bed, onLook }: { marks: MarksInHand; bed: Bed | null; onLook: () => void }) {
  const { rust } = useTokens();
  const { typed, setTyped, read, correction, refusal } = marks;
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <TextKey title="Let the stand-in look" icon="camera-outline" onPress={onLook} />
        {bed ? <TapMarks bed={bed} onRead={marks.take} /> : null}
        {read.some(Boolean) ? <TextKey title="Forget them" icon="eraser" onPress={() => setTyped(BARE)} /> : null}
      </View>
      {MARK_NAMES.map((name, i) => (
        <MarkRow
          key={name}
          name={name}
          typed={typed[i]}
          residualMm={correction && read[i] ? correction.residualsMm[correction.used.indexOf(i)] : null}
          onChange={(next) => setTyped(typed.map((one, k) => (k === i ? next : one)))}
        />
      ))}
      {refusal ? (
        <Body role="alert" style={{ color: rust }}>
          {refusal}
        </Body>
      ) : correction ? (
        <Body testID="correction">{sayCorrection(correction)}</Body>
      ) : (
        <Aside>Two marks at least, better all four.</Aside>
      )}
    </>
  );
}

function sayCorrection({ turnDegrees, dxMm, dyMm, scaleX, scaleY, residualMm, used }: Correction): string {
  const percent = (scale: number) => `${formatNumber(100 * scale, 2)} %`;
  return `The sheet lies turned by ${formatNumber(turnDegrees, 2)}°, ${formatNumber(dxMm, 1)} mm across and ${formatNumber(dyMm, 1)} mm along, at ${percent(scaleX)} by ${percent(scaleY)}. The ${used.length} marks fit to ${formatNumber(residualMm, 2)} mm.`;
}

interface MarkRowProps {
  name: string;
  typed: Typed;
  residualMm: number | null;
  onChange: (typed: Typed) => void;
}

function MarkRow({ name, typed, residualMm, onChange }: MarkRowProps) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}>
      <View style={{ flex: 1 }}>
        <Body>{name}</Body>
        {residualMm !== null ? <Aside>{`${formatNumber(residualMm, 2)} mm off`}</Aside> : null}
      </View>
      {(['x', 'y'] as const).map((axis) => (
        <View key={axis} style={{ width: 92 }}>
          <Input
            aria-label={`${name}, ${axis === 'x' ? 'across' : 'along'}, mm`}
            inputMode="decimal"
            placeholder={axis === 'x' ? 'across' : 'along'}
            value={typed[axis]}
            onChangeText={(text) => onChange({ ...typed, [axis]: text })}
            renderErrorMessage={false}
          />
        </View>
      ))}
    </View>
  );
}
