import type { StepView } from '@keen-anvil/contract';
import type { StepCut } from '@keen-anvil/core/jobs';
import { PICTURE_WAYS, USUAL_PICTURE, type PictureWish } from '@keen-anvil/core/raster';
import { Chips } from '../../ui/chips';
import { PICTURE_WAY_WORDS } from '../../ui/picture-ways';
import { StepNumber } from '../../ui/step-number';
import { Toggle } from '../../ui/toggle';
import { Aside, Strong } from '../../ui/type';

/** How the pictures of a step are engraved. */
export function PictureChoice({ step, onChange }: { step: StepView; onChange: (cut: StepCut) => void }) {
  const wish = step.cut?.picture ?? USUAL_PICTURE;
  const set = (change: Partial<PictureWish>) =>
    onChange({
      ...(step.cut ?? { order: 'shortest', leadInMm: null, tabs: null }),
      picture: { ...wish, ...change },
    });
  return (
    <>
      <Strong>Shades</Strong>
      <Chips
        label="How are shades made?"
        options={PICTURE_WAYS.map((value) => ({ value, label: PICTURE_WAY_WORDS[value] }))}
        chosen={wish.way}
        onChoose={(way) => set({ way })}
      />
      <StepNumber
        label="Contrast"
        unit="×"
        min={0.2}
        max={4}
        step={0.1}
        value={wish.contrast}
        onChange={(contrast) => set({ contrast })}
      />
      <Toggle label="Engrave what is light" value={wish.isInverted} onChange={(isInverted) => set({ isInverted })} />
      <Aside>
        A tone ladder burnt the same way, scored with the recipe in the book, says how dark it comes out: then shades
        are as they were asked for.
      </Aside>
    </>
  );
}
