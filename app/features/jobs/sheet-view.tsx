import { isOnlyPrinted } from '@keen-anvil/core/steps';
import type { Bounds } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { StepNumber } from '../../ui/step-number';
import { Nothing, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { Toggle } from '../../ui/toggle';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Figure, Strong } from '../../ui/type';
import { Arrow } from './arrow-key';
import { useAct } from './queries';
import type { DrawnPart } from '../../workers/inspection';
import { pictureOf, SheetPicture, type SheetGuide, type SheetPrint } from './sheet-picture';
import type { InspectedStep } from './use-inspections';

interface SheetViewProps {
  jobId: string;
  guides?: SheetGuide[];
  others?: SheetGuide[];
  prints?: SheetPrint[];
  /** What is undone and done again here. */
  undo?: ReactNode;
  /** What is said of turning the sheet over. */
  marks?: ReactNode;
  inspected: InspectedStep;
  places: Bounds[];
  maxHeight: number;
}

const NONE: SheetGuide[] = [];

/** The sheet of one step: to scale, with exact width and nudging in set steps. */
export function SheetView({
  jobId,
  inspected,
  guides,
  others = NONE,
  prints,
  undo,
  marks,
  places,
  maxHeight,
}: SheetViewProps) {
  const { step, bed, inspection } = inspected;
  const tokens = useTokens();
  const router = useRouter();
  const [chosen, setChosen] = useState<string[]>([]);
  const [by, setBy] = useState(1);
  const [isAlone, setAlone] = useState(false);
  const nudge = useAct(jobId);
  const { data: found } = inspection;
  const { machine, material, piece, tool, ground = null } = bed ?? {};
  // A step of a thousand parts is laid out anew only where it lies otherwise.
  const picture = useMemo(
    () =>
      machine && material && piece && tool && found
        ? pictureOf(step, { machine, material, piece, tool, ground }, found)
        : null,
    [step, machine, material, piece, tool, ground, found],
  );
  const toggle = useCallback(
    (id: string) => setChosen((now) => (now.includes(id) ? now.filter((other) => other !== id) : [...now, id])),
    [],
  );
  if (!bed) return <Nothing title="No sheet yet">Choose the material of this step, and its sheet lies here.</Nothing>;
  if (inspection.isError) return <Body style={{ color: tokens.rust }}>{inspection.error.message}</Body>;
  if (!found || !picture) return <Waiting lines={3} />;
  const moved = chosen.length ? chosen : step.parts.map((part) => part.id);
  const move = (dxMm: number, dyMm: number) =>
    nudge.mutate({
      do: 'nudge-parts',
      stepId: step.id,
      partIds: moved,
      dxMm,
      dyMm,
      ...(isAlone ? { alone: true } : {}),
    });
  return (
    <View style={{ gap: SPACE.base }}>
      <View
        style={{
          flexDirection: 'row',
          flexWrap: 'wrap',
          alignItems: 'center',
          justifyContent: 'space-between',
          gap: SPACE.small,
        }}
      >
        <Aside>
          {bed.piece.name}, {formatNumber(bed.piece.widthMm, 1)} × {formatNumber(bed.piece.lengthMm, 1)} mm
        </Aside>
        {step.turned ? (
          <SheetStamp says="the back, seen from the front" />
        ) : step.mirrored ? (
          <SheetStamp says="reads reversed" />
        ) : null}
      </View>
      <SheetPicture
        {...picture}
        chosen={chosen}
        onChoose={toggle}
        places={places}
        guides={guides}
        others={others}
        prints={prints}
        maxHeight={maxHeight}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <TextKey
          title="Lay by hand"
          icon="drag-horizontal-variant"
          onPress={() => {
            router.push({
              pathname: '/jobs/[id]/lay',
              params: { id: jobId, step: String(step.position + 1), ...(step.sheet ? { sheet: step.sheet.id } : {}) },
            });
          }}
        />
        {prints?.length && step.sheet && piece?.kind !== 'roll' ? (
          <TextKey
            title="The printed sheet"
            icon="image-frame"
            onPress={() => {
              router.push({ pathname: '/jobs/[id]/print', params: { id: jobId, sheet: step.sheet!.id } });
            }}
          />
        ) : null}
        <TextKey
          title="Nest the parts"
          icon="layers-outline"
          onPress={() => {
            router.push({ pathname: '/jobs/[id]/nest', params: { id: jobId, step: String(step.position + 1) } });
          }}
        />
      </View>
      {marks}
      <View style={{ gap: SPACE.small }}>
        <Strong>
          {chosen.length
            ? `Nudge ${chosen.length === 1 ? 'the chosen part' : `${chosen.length} chosen parts`}`
            : 'Nudge all parts'}
        </Strong>
        <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.small }}>
          <Arrow icon="arrow-left" label="Nudge left" onPress={() => move(-by, 0)} />
          <Arrow icon="arrow-right" label="Nudge right" onPress={() => move(by, 0)} />
          <Arrow icon="arrow-up" label="Nudge towards the lead edge" onPress={() => move(0, -by)} />
          <Arrow icon="arrow-down" label="Nudge away from the lead edge" onPress={() => move(0, by)} />
        </View>
        <StepNumber
          label="Nudge step"
          unit="mm"
          value={by}
          min={0.5}
          max={100}
          step={0.5}
          onChange={(value) => value > 0 && setBy(value)}
        />
        {others.length ? (
          <>
            <Toggle label="This step alone" value={isAlone} onChange={setAlone} />
            <Aside>
              {isAlone
                ? 'What other steps do on this sheet stays where it is.'
                : 'What other steps do on this sheet, drawn as thin lines, moves along.'}
            </Aside>
          </>
        ) : null}
        <Aside>Tap a part on the sheet, or its name, to choose just that one.</Aside>
        {undo}
        <PartNames parts={step.parts} chosen={chosen} onToggle={toggle} />
        {nudge.isError ? (
          <Body role="alert" style={{ color: tokens.rust }}>
            {nudge.error.message}
          </Body>
        ) : null}
      </View>
      {isOnlyPrinted(step) ? null : (
        <Figure>
          {formatNumber(found.cutMm / 1000, 2)} m down, {formatNumber(found.travelMm / 1000, 2)} m up
        </Figure>
      )}
    </View>
  );
}

/** More names than this are no help; the sheet is tapped instead. */
const MOST_NAMES = 24;

/** The parts by name, for fingers, keyboards and screen readers. */
function PartNames({
  parts,
  chosen,
  onToggle,
}: {
  parts: Pick<DrawnPart, 'id' | 'name'>[];
  chosen: string[];
  onToggle: (id: string) => void;
}) {
  const { ember, rule, ink } = useTokens();
  if (parts.length < 2 || parts.length > MOST_NAMES) return null;
  return (
    <View role="group" aria-label="Parts" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
      {parts.map(({ id, name }) => {
        const isChosen = chosen.includes(id);
        return (
          <Pressable
            key={id}
            role="checkbox"
            aria-checked={isChosen}
            aria-label={name}
            onPress={() => onToggle(id)}
            style={{
              minHeight: TARGET,
              justifyContent: 'center',
              paddingHorizontal: SPACE.base,
              borderWidth: isChosen ? 2 : 1,
              borderColor: isChosen ? ember : rule,
              borderRadius: 4,
            }}
          >
            <Body style={{ color: isChosen ? ember : ink }}>{name}</Body>
          </Pressable>
        );
      })}
    </View>
  );
}

/** What follows from the material, or from the side, shows as a stamp. */
function SheetStamp({ says }: { says: string }) {
  const { ember } = useTokens();
  return (
    <View
      style={{
        borderWidth: 2,
        borderColor: ember,
        borderRadius: 3,
        paddingHorizontal: SPACE.small,
        transform: [{ rotate: '-2deg' }],
      }}
    >
      <Strong style={{ color: ember }}>{says}</Strong>
    </View>
  );
}
