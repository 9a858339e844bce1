import type { ArtworkView } from '@keen-anvil/contract';
import { fitScale, KNOWN_SIZES } from '@keen-anvil/core/parts';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { Button, Input } from '../../ui/elements';
import { View } from 'react-native';
import { Decision, Option } from '../../ui/choice';
import { DraftOffer } from '../../ui/draft-offer';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { Missing } from '../../ui/missing';
import { useDraft } from '../../ui/use-draft';
import { useAct } from './queries';

/** The size of a drawing as it is now, in mm. */
export const sizeOf = ({ facts: { keptWidthMm, keptHeightMm }, scaleX, scaleY }: ArtworkView) => ({
  widthMm: keptWidthMm * scaleX,
  heightMm: keptHeightMm * scaleY,
});

/** The exact size of a drawing: width, height or per cent, by a measured thing or a sheet, locked or not. */
export function SizeDecision({
  jobId,
  artwork,
  sheets,
  isOpen,
  onClose,
}: {
  jobId: string;
  artwork: ArtworkView;
  sheets: { name: string; widthMm: number; heightMm: number }[];
  isOpen: boolean;
  onClose: () => void;
}) {
  return (
    <Decision title="Exact size" isOpen={isOpen} onClose={onClose}>
      <SizeForm
        key={`${artwork.reading} ${artwork.scaleX} ${artwork.scaleY}`}
        jobId={jobId}
        artwork={artwork}
        sheets={sheets}
        onDone={onClose}
      />
    </Decision>
  );
}

function SizeForm({
  jobId,
  artwork,
  sheets,
  onDone,
}: {
  jobId: string;
  artwork: ArtworkView;
  sheets: { name: string; widthMm: number; heightMm: number }[];
  onDone: () => void;
}) {
  const { rust } = useTokens();
  const change = useAct(jobId);
  const now = sizeOf(artwork);
  const ratio = now.widthMm > 0 ? now.heightMm / now.widthMm : 0;
  const draft = useDraft(`size of ${artwork.id}`, {
    isRatioKept: true,
    width: formatNumber(now.widthMm, 2),
    height: formatNumber(now.heightMm, 2),
    percent: formatNumber(artwork.scaleX * 100, 1),
  });
  const { value: typed, set: setTyped } = draft;
  const { isRatioKept } = typed;
  const width = parseTypedNumber(typed.width);
  const height = parseTypedNumber(typed.height);
  const setWidth = (text: string) => {
    const mm = parseTypedNumber(text);
    setTyped({
      ...typed,
      width: text,
      height: isRatioKept && mm !== null ? formatNumber(mm * ratio, 2) : typed.height,
      percent:
        mm !== null && artwork.facts.keptWidthMm > 0
          ? formatNumber((mm / artwork.facts.keptWidthMm) * 100, 1)
          : typed.percent,
    });
  };
  const setHeight = (text: string) => {
    const mm = parseTypedNumber(text);
    setTyped({
      ...typed,
      height: text,
      width: isRatioKept && mm !== null && ratio > 0 ? formatNumber(mm / ratio, 2) : typed.width,
    });
  };
  const setPercent = (text: string) => {
    const share = parseTypedNumber(text);
    setTyped(
      share === null
        ? { ...typed, percent: text }
        : {
            ...typed,
            percent: text,
            width: formatNumber((artwork.facts.keptWidthMm * share) / 100, 2),
            height: formatNumber((artwork.facts.keptHeightMm * share) / 100, 2),
          },
    );
  };
  const send = (body: { widthMm?: number; heightMm?: number; isSizeLocked?: boolean }) =>
    change.mutate(
      { do: 'change-drawing', drawingId: artwork.id, ...body },
      {
        onSuccess: () => {
          if (body.isSizeLocked !== undefined) return;
          draft.done();
          onDone();
        },
      },
    );
  // A line has no height to be set by.
  const set = () =>
    send(
      isRatioKept
        ? now.widthMm > 0.001
          ? { widthMm: width! }
          : { heightMm: height! }
        : { widthMm: width!, heightMm: height! },
    );
  const fit = (space: { widthMm: number; heightMm: number | null }) =>
    send({ widthMm: Math.max(1, now.widthMm * fitScale(now, space)) });
  return (
    <View style={{ gap: SPACE.small }}>
      <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <View style={{ flex: 1 }}>
          <Input
            label="Width, mm"
            aria-label="Width of the drawing in mm"
            inputMode="decimal"
            value={typed.width}
            onChangeText={setWidth}
            onSubmitEditing={set}
            renderErrorMessage={false}
          />
        </View>
        <View style={{ flex: 1 }}>
          <Input
            label="Height, mm"
            aria-label="Height of the drawing in mm"
            inputMode="decimal"
            value={typed.height}
            onChangeText={setHeight}
            renderErrorMessage={false}
          />
        </View>
        <View style={{ flex: 0.8 }}>
          <Input
            label="%"
            aria-label="Scale in per cent"
            inputMode="decimal"
            value={typed.percent}
            onChangeText={setPercent}
            renderErrorMessage={false}
          />
        </View>
      </View>
      <Toggle
        label="Keep the ratio"
        value={isRatioKept}
        onChange={(isKept) => setTyped({ ...typed, isRatioKept: isKept })}
      />
      <Toggle label="Lock this size" value={artwork.isSizeLocked} onChange={(isSizeLocked) => send({ isSizeLocked })} />
      {artwork.isSizeLocked ? (
        <Aside>Its gaps and printed scales stay as they are. Unlock it to change the size.</Aside>
      ) : null}
      {change.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {change.error.message}
        </Body>
      ) : null}
      <Missing what={(width === null || height === null) && 'Its width and height are numbers in mm.'} />
      <Button
        title="Set the size"
        disabled={width === null || height === null || artwork.isSizeLocked}
        loading={change.isPending}
        onPress={set}
      />
      <Strong>Or made to fit</Strong>
      {sheets.map((sheet) => (
        <Option
          key={sheet.name}
          label={`All of ${sheet.name}`}
          detail={`within ${formatNumber(sheet.widthMm, 0)} × ${formatNumber(sheet.heightMm, 0)} mm`}
          onPress={() => fit(sheet)}
        />
      ))}
      {KNOWN_SIZES.map((size) => (
        <Option
          key={`${size.group} ${size.name}`}
          label={`${size.group}: ${size.name}`}
          detail={size.heightMm === null ? `${size.widthMm} mm wide` : `within ${size.widthMm} × ${size.heightMm} mm`}
          onPress={() => fit(size)}
        />
      ))}
    </View>
  );
}
