import type { SheetTurn } from '@keen-anvil/core/layout';
import { useState } from 'react';
import { ChangeLine } from '../../ui/change-line';
import { Decision, Option } from '../../ui/choice';

const SIDES: readonly { turned: SheetTurn | null; label: string; detail?: string }[] = [
  { turned: null, label: 'The front', detail: 'the side that lies up at first' },
  { turned: 'left-right', label: 'The back, turned left to right', detail: 'as one turns a page' },
  { turned: 'top-bottom', label: 'The back, turned top to bottom', detail: 'as one turns a pad' },
];

/** On which side of its sheet a step is done, and how the sheet is turned over before it. */
export function SideChoice({
  turned,
  onChoose,
}: {
  turned: SheetTurn | null;
  onChoose: (turned: SheetTurn | null) => void;
}) {
  const [isAsked, setAsked] = useState(false);
  return (
    <>
      <ChangeLine
        label="Side"
        value={SIDES.find((side) => side.turned === turned)!.label}
        onPress={() => setAsked(true)}
      />
      <Decision title="On which side?" isOpen={isAsked} onClose={() => setAsked(false)}>
        {SIDES.map((side) => (
          <Option
            key={side.label}
            label={side.label}
            detail={side.detail}
            isChosen={side.turned === turned}
            onPress={() => {
              setAsked(false);
              if (side.turned !== turned) onChoose(side.turned);
            }}
          />
        ))}
      </Decision>
    </>
  );
}
