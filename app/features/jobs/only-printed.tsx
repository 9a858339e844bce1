import { ChangeLine } from '../../ui/change-line';
import { TextKey } from '../../ui/text-key';
import { Body } from '../../ui/type';

interface OnlyPrintedProps {
  /** What the material is called; null while none is chosen. */
  material: string | null;
  isOpen: boolean;
  onMaterial: () => void;
  onProcess: () => void;
  onCut: () => void;
}

/** A step whose pictures are printed on its sheet: nothing is done along their frames until the maker says so. */
export function OnlyPrinted({ material, isOpen, onMaterial, onProcess, onCut }: OnlyPrintedProps) {
  return (
    <>
      <Body>Printed on its sheet, and not cut.</Body>
      {isOpen && material ? (
        <>
          <ChangeLine label="Material" value={material} onPress={onMaterial} />
          <ChangeLine label="Process" value="only printed" onPress={onProcess} />
        </>
      ) : null}
      <TextKey title="Cut round it too" icon="vector-polyline" onPress={onCut} />
    </>
  );
}
