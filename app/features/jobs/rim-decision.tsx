import type { ArtworkView, JobDetail } from '@keen-anvil/contract';
import { joinBounds, knownBounds, type CurveContour } from '@keen-anvil/core/geometry';
import type { Measure, Measures } from '@keen-anvil/core/measured';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { Decision } from '../../ui/choice';
import { ColourKeys } from '../../ui/colour-keys';
import { Button } from '../../ui/elements';
import { Missing } from '../../ui/missing';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { Aside } from '../../ui/type';
import type { BoxedPart } from './all-parts';
import { curvePath } from './curve-path';
import { pathOf } from './drawn-groups';
import { numberOf } from './inspect';
import { MeasureKeys } from './measure-keys';
import { PartPrint } from './part-print';
import { asDrawn } from './picture-as-drawn';
import type { Unnamed } from './queries';
import { tryInWorker } from './see-document';

interface RimDecisionProps {
  job: JobDetail;
  chosen: BoxedPart[];
  isOpen: boolean;
  onClose: () => void;
  onMake: (action: Unnamed) => void;
}

const mm = (name: string, label: string, usual: number, min: number, max: number): Measure => ({
  name,
  label,
  unit: 'mm',
  usual,
  min,
  max,
  step: 0.5,
});
const RIM: readonly Measure[] = [
  mm('width', 'Rim', 3, 0.2, 200),
  mm('peel', 'Edge to peel by', 4, 0.2, 100),
  mm('gaps', 'Gaps closed up to', 2, 0, 100),
  mm('bleed', 'Bleed beyond the cut', 1, 0, 20),
];
const USUAL: Measures = Object.fromEntries(RIM.map(({ name, usual }) => [name, usual]));
/** The very same list each time: it is known by its number. */
const NOTHING: CurveContour[] = [];
/** White paper, and dark ink, for what has no picture to take a colour from. */
const PLAIN = ['#fdfdfb', '#22262b'];

/** A border round parts, as a sticker has one: its width, its colour, and the edge to peel it by. */
export function RimDecision(props: RimDecisionProps) {
  return (
    <Decision title="A sticker, with a rim" isOpen={props.isOpen} onClose={props.onClose}>
      {props.isOpen ? <RimForm {...props} /> : null}
    </Decision>
  );
}

function RimForm({ job, chosen, onMake }: RimDecisionProps) {
  const [measures, setMeasures] = useState(USUAL);
  const [inHand, setInHand] = useState('width');
  const [isPeeled, setPeeled] = useState(true);
  const [colour, setColour] = useState(PLAIN[0]);
  const own = chosen.map(({ contours }) => contours);
  const tried = useQuery({
    queryKey: ['made', 'rim', own.map(numberOf), measures.width, measures.gaps],
    queryFn: () => tryInWorker('rim', own, { width: measures.width, gaps: measures.gaps }),
    staleTime: Infinity,
    structuralSharing: false,
    retry: false,
    placeholderData: (before) => before,
  });
  const rim = tried.data?.made[0] ?? NOTHING;
  const cut = useQuery({
    queryKey: ['made', 'rim further out', numberOf(rim), measures.peel],
    queryFn: () => tryInWorker('rim', [rim], { width: measures.peel, gaps: 0 }),
    enabled: rim.length > 0 && isPeeled,
    staleTime: Infinity,
    structuralSharing: false,
    retry: false,
    placeholderData: (before) => before,
  });
  const refusal = tried.data?.refusal ?? null;
  const artworkIds = new Set(chosen.map(({ artworkId }) => artworkId));
  const palette = job.artworks.flatMap(({ id, facts }) => (artworkIds.has(id) ? facts.palette : []));
  const colours = [...new Set([...PLAIN, ...palette, ...chosen.map((part) => part.colour)])].slice(0, 12);
  return (
    <>
      <RimPicture
        chosen={chosen}
        rim={rim}
        cut={isPeeled ? (cut.data?.made[0] ?? NOTHING) : NOTHING}
        colour={colour}
        picture={job.artworks.find(({ id, source }) => artworkIds.has(id) && source === 'picture') ?? null}
      />
      <MeasureKeys
        list={isPeeled ? RIM : RIM.filter(({ name }) => name !== 'peel')}
        measures={measures}
        inHand={inHand}
        refusal={refusal && { ...refusal, measure: refusal.measure || 'width' }}
        onTake={setInHand}
        onTurn={(name, value) => setMeasures((now) => ({ ...now, [name]: value }))}
      />
      <Toggle label="Cut through further out, to peel it by" value={isPeeled} onChange={setPeeled} />
      <ColourKeys label="Colour of the rim" colours={colours} chosen={colour} onChoose={setColour} />
      <Aside>
        The rim is kiss cut; what it goes round is printed, not cut. Its width can be turned later, and both cuts
        follow.
      </Aside>
      <Missing what={refusal !== null && refusal.message} />
      <Button
        title="Make the sticker"
        disabled={refusal !== null || tried.isPlaceholderData || rim.length === 0}
        onPress={() =>
          onMake({
            do: 'make-rim',
            partIds: chosen.map(({ id }) => id),
            widthMm: measures.width,
            gapsMm: measures.gaps,
            peelMm: isPeeled ? measures.peel : null,
            colour,
            bleedMm: measures.bleed,
          })
        }
      />
    </>
  );
}

interface RimPictureProps {
  chosen: BoxedPart[];
  rim: CurveContour[];
  cut: CurveContour[];
  colour: string;
  /** The picture that the parts were traced from. */
  picture: ArtworkView | null;
}

/** The sticker as it will be: the rim in its colour, what it goes round, and both cuts. */
function RimPicture({ chosen, rim, cut, colour, picture }: RimPictureProps) {
  const { ink, card, rule } = useTokens();
  const boxes = [rim, cut, ...chosen.map(({ contours }) => contours)].flatMap((lines) => knownBounds(lines) ?? []);
  if (boxes.length === 0) return null;
  const box = boxes.reduce(joinBounds);
  const [across, down] = [box.maxX - box.minX, box.maxY - box.minY];
  const size = Math.max(across / 290, down / 120, 1e-3);
  const line = 1.2 * size;
  return (
    <View style={{ alignItems: 'center', backgroundColor: card, borderWidth: 1, borderColor: rule, borderRadius: 3 }}>
      <Svg
        width={300}
        height={130}
        viewBox={`${box.minX - 4 * size} ${box.minY - 4 * size} ${across + 8 * size} ${down + 8 * size}`}
        role="img"
        aria-label={picture ? 'The rim round its picture' : 'The rim round its parts'}
      >
        <PartPrint path={curvePath(rim)} print={{ fill: colour, bleedMm: 0, picture: picture && asDrawn(picture) }} />
        <Path d={curvePath(rim)} fill="none" stroke={ink} strokeWidth={line} />
        {chosen.map((part) =>
          picture && rim.length > 0 ? null : part.print ? (
            <PartPrint key={part.id} print={part.print} path={pathOf(part)} />
          ) : (
            <Path key={part.id} d={pathOf(part)} fill={part.colour} fillRule="evenodd" />
          ),
        )}
        <Path
          d={curvePath(cut)}
          fill="none"
          stroke={ink}
          strokeWidth={1.8 * line}
          strokeDasharray={[6 * line, 3 * line]}
        />
      </Svg>
    </View>
  );
}
