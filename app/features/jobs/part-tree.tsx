import type { JobDetail } from '@keen-anvil/contract';
import { formatNumber } from '@keen-anvil/core/units';
import { Icon } from '../../ui/icon';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import Svg, { G, Path } from 'react-native-svg';
import { Swatch } from '../../ui/marks';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { treeOf, type BoxedPart } from './all-parts';
import { isClosed, pathOf } from './drawn-groups';

interface PartTreeProps {
  job: JobDetail;
  parts: BoxedPart[];
  chosen: ReadonlySet<string>;
  /** Chooses these, or lets go of them where all are chosen. */
  onToggle: (ids: string[]) => void;
}

/** Rows of one colour that are shown before one asks for more. */
const FEW = 8;

/** The parts by layer and colour, each with its picture, its size and what is done with it. */
export function PartTree({ job, parts, chosen, onToggle }: PartTreeProps) {
  const { rule } = useTokens();
  return (
    <View role="group" aria-label="Parts of the drawing" style={{ gap: SPACE.base }}>
      {treeOf(parts).map(({ layer, colours }) => (
        <View key={layer ?? ''} style={{ gap: SPACE.hair }}>
          <Pick
            isStrong
            label={layer ? `Layer “${layer}”` : 'No layer'}
            ids={colours.flatMap((c) => c.parts.map((part) => part.id))}
            chosen={chosen}
            onToggle={onToggle}
          />
          {colours.map((c) => (
            <View key={c.colour} style={{ paddingLeft: SPACE.base, borderLeftWidth: 2, borderColor: rule }}>
              <Pick
                label={c.colour}
                colour={c.colour}
                ids={c.parts.map((part) => part.id)}
                chosen={chosen}
                onToggle={onToggle}
              />
              <Rows job={job} parts={c.parts} chosen={chosen} onToggle={onToggle} />
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}

interface PickProps {
  label: string;
  isStrong?: boolean;
  colour?: string;
  ids: string[];
  chosen: ReadonlySet<string>;
  onToggle: (ids: string[]) => void;
}

/** A branch of the tree: all of it is chosen at one press. */
function Pick({ label, isStrong, colour, ids, chosen, onToggle }: PickProps) {
  const Words = isStrong ? Strong : Body;
  const all = ids.every((id) => chosen.has(id));
  return (
    <Pressable
      role="checkbox"
      aria-checked={all}
      onPress={() => onToggle(ids)}
      style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, minHeight: TARGET }}
    >
      <Tick isOn={all} />
      {colour ? <Swatch colour={colour} size={24} /> : null}
      <Words style={{ flex: 1 }}>{label}</Words>
      <Aside>{ids.length === 1 ? '1 part' : `${ids.length} parts`}</Aside>
    </Pressable>
  );
}

function Rows({ job, parts, chosen, onToggle }: PartTreeProps) {
  const [isOpen, setOpen] = useState(false);
  const shown = isOpen ? parts.slice(0, 400) : parts.slice(0, FEW);
  const numberOf = (stepId: string | null) => job.steps.find((step) => step.id === stepId)?.position;
  return (
    <View style={{ paddingLeft: SPACE.base }}>
      {shown.map((part) => (
        <PartRow
          key={part.id}
          part={part}
          step={numberOf(part.stepId)}
          isChosen={chosen.has(part.id)}
          onPress={() => onToggle([part.id])}
        />
      ))}
      {!isOpen && parts.length > FEW ? (
        <TextKey title={`Show ${Math.min(parts.length, 400) - FEW} more`} onPress={() => setOpen(true)} />
      ) : null}
      {isOpen && parts.length > 400 ? <Aside>{`${parts.length - 400} more: tap them on the drawing.`}</Aside> : null}
    </View>
  );
}

function PartRow({
  part,
  step,
  isChosen,
  onPress,
}: {
  part: BoxedPart;
  step: number | undefined;
  isChosen: boolean;
  onPress: () => void;
}) {
  const { rule, ember } = useTokens();
  const { bounds } = part;
  const done =
    part.role === 'guide'
      ? 'guide only'
      : part.role === 'out'
        ? 'left out'
        : step === undefined
          ? 'no step'
          : `step ${step + 1}`;
  return (
    <Pressable
      role="checkbox"
      aria-checked={isChosen}
      onPress={onPress}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: SPACE.small,
        minHeight: TARGET,
        borderTopWidth: 1,
        borderColor: rule,
      }}
    >
      <Tick isOn={isChosen} />
      <PartPicture part={part} />
      <View style={{ flex: 1 }}>
        <Body numberOfLines={1}>{part.name}</Body>
        <Aside>
          {formatNumber(bounds.maxX - bounds.minX, 1)} × {formatNumber(bounds.maxY - bounds.minY, 1)} mm
        </Aside>
      </View>
      <Aside style={part.role === 'process' && step !== undefined ? undefined : { color: ember }}>{done}</Aside>
    </Pressable>
  );
}

const PICTURE_PX = 34;

function PartPicture({ part }: { part: BoxedPart }) {
  const { ink } = useTokens();
  const { minX, minY, maxX, maxY } = part.bounds;
  const scale = (PICTURE_PX - 4) / Math.max(maxX - minX, maxY - minY, 0.1);
  return (
    <Svg width={PICTURE_PX} height={PICTURE_PX} aria-hidden>
      <G
        transform={`translate(${PICTURE_PX / 2} ${PICTURE_PX / 2}) scale(${scale}) translate(${-(minX + maxX) / 2} ${-(minY + maxY) / 2})`}
      >
        <Path
          d={pathOf(part)}
          fill={isClosed(part) ? part.colour : 'none'}
          fillRule="evenodd"
          stroke={ink}
          strokeWidth={1 / scale}
        />
      </G>
    </Svg>
  );
}

function Tick({ isOn }: { isOn: boolean }) {
  const { ember, slate } = useTokens();
  return <Icon name={isOn ? 'checkbox-marked' : 'checkbox-blank-outline'} size={24} color={isOn ? ember : slate} />;
}
