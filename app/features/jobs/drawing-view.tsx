import type { JobDetail } from '@keen-anvil/contract';
import { Enlarged } from '../../ui/enlarged';
import { Input } from '../../ui/elements';
import { parseTypedNumber } from '@keen-anvil/core/units';
import { useDeferredValue, useState } from 'react';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { circles, strays, upTo, type BoxedPart } from './all-parts';
import { ArtworkLeaf } from './artwork-leaf';
import { BringIn } from './bring-in';
import { DrawingPicture } from './drawing-picture';
import { PartTree } from './part-tree';
import { useUndo } from './queries';

interface DrawingViewProps {
  job: JobDetail;
  parts: BoxedPart[];
  chosen: ReadonlySet<string>;
  onChoose: (ids: ReadonlySet<string>) => void;
  maxHeight: number;
}

/** What is in the drawing: the picture, ways to choose parts, the tree, and each file as it came. */
export function DrawingView({ job, parts, chosen, onChoose, maxHeight }: DrawingViewProps) {
  const toggle = (ids: string[]) => {
    const all = ids.every((id) => chosen.has(id));
    onChoose(new Set(all ? [...chosen].filter((id) => !ids.includes(id)) : [...chosen, ...ids]));
  };
  return (
    <View style={{ gap: SPACE.base }}>
      <Enlarged label="The drawing" maxHeight={maxHeight}>
        {(height) => <DrawingPicture parts={parts} chosen={chosen} onTap={(id) => toggle([id])} maxHeight={height} />}
      </Enlarged>
      <UndoKey job={job} />
      <ChooseKeys parts={parts} chosen={chosen} onChoose={onChoose} />
      <PartTree job={job} parts={parts} chosen={chosen} onToggle={toggle} />
      {job.artworks.map((artwork) => (
        <ArtworkLeaf key={artwork.id} job={job} artwork={artwork} />
      ))}
      <BringIn jobId={job.id} isMore />
    </View>
  );
}

/** Takes the last change of the job back, or does it again. */
export function UndoKey({ job }: { job: JobDetail }) {
  const { rust } = useTokens();
  const undo = useUndo(job.id);
  if (!job.undo && !job.redo) return null;
  return (
    <View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        {job.undo ? (
          <TextKey
            title={`Undo: ${job.undo}`}
            icon="undo"
            isDisabled={undo.isPending}
            onPress={() => undo.mutate('undo')}
          />
        ) : null}
        {job.redo ? (
          <TextKey
            title={`Do again: ${job.redo}`}
            icon="redo"
            isDisabled={undo.isPending}
            onPress={() => undo.mutate('redo')}
          />
        ) : null}
      </View>
      {undo.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {undo.error.message}
        </Body>
      ) : null}
    </View>
  );
}

const NONE: readonly BoxedPart[] = [];

/** Ways to choose many parts at once. */
function ChooseKeys({ parts, chosen, onChoose }: Pick<DrawingViewProps, 'parts' | 'chosen' | 'onChoose'>) {
  const [typed, setTyped] = useState('6');
  const mm = parseTypedNumber(typed);
  const take = (found: BoxedPart[]) => onChoose(new Set(found.map((part) => part.id)));
  // Looked for once the drawing is shown: among thousands it takes a moment.
  const stray = strays(useDeferredValue(parts, NONE));
  const like = parts.filter((part) => chosen.has(part.id));
  const colours = new Set(like.map((part) => part.colour));
  const layers = new Set(like.map((part) => part.layer));
  const small = mm === null ? [] : upTo(parts, mm);
  return (
    <View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        {stray.length ? (
          <TextKey
            title={`Choose ${stray.length} stray ${stray.length === 1 ? 'part' : 'parts'}`}
            icon="tag-off-outline"
            onPress={() => take(stray)}
          />
        ) : null}
        {like.length ? (
          <TextKey
            title="All of this colour"
            icon="palette-outline"
            onPress={() => take(parts.filter((part) => colours.has(part.colour)))}
          />
        ) : null}
        {like.length ? (
          <TextKey
            title="All of this layer"
            icon="layers-outline"
            onPress={() => take(parts.filter((part) => layers.has(part.layer)))}
          />
        ) : null}
      </View>
      <View style={{ flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap', columnGap: SPACE.base }}>
        <Aside>Up to</Aside>
        <View style={{ width: 64 }}>
          <Input
            aria-label="Up to which size, mm"
            inputMode="decimal"
            value={typed}
            onChangeText={setTyped}
            renderErrorMessage={false}
          />
        </View>
        <Aside>mm:</Aside>
        <TextKey
          title={`all (${small.length})`}
          label={`all (${small.length}) parts up to ${typed} mm`}
          isDisabled={small.length === 0}
          onPress={() => take(small)}
        />
        <TextKey
          title={`circles (${circles(small).length})`}
          label={`circles (${circles(small).length}) up to ${typed} mm`}
          isDisabled={circles(small).length === 0}
          onPress={() => take(circles(small))}
        />
      </View>
    </View>
  );
}
