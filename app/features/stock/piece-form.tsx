import { endpoints, type MaterialView, type StockPieceFields, type StockPieceView } from '@keen-anvil/contract';
import { familyOf, STOCK_KINDS, type StockKind } from '@keen-anvil/core/materials';
import { parseTypedNumber } from '@keen-anvil/core/units';
import { useAsOpened } from '../../ui/as-opened';
import { Input } from '../../ui/elements';
import { formatNumber } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Decision } from '../../ui/choice';
import { RecordForm, type FormField, type FormValues } from '../../ui/record-form';
import { useTokens } from '../../ui/theme';
import { Aside } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import { ArchiveKey } from '../shop/archive-key';
import { useMutation } from '@tanstack/react-query';
import { keepPhoto } from './keep-photo';
import { OutlinePhoto } from './outline-photo';
import type { FlatPhoto } from './true-size-photo';
import { useAddPiece, useChangePiece } from './queries';

interface PieceFormProps {
  material: Pick<MaterialView, 'id' | 'family'>;
  /** Null for a new piece. */
  piece: StockPieceView | null;
  onClose: () => void;
  /** Told the id of a piece that was put into stock. */
  onAdded?: (id: string) => void;
}

const LABELS: Record<StockKind, string> = { sheet: 'sheets', roll: 'roll', blank: 'blanks', offcut: 'offcut' };

function fieldsFor(kind: StockKind, hasOutline: boolean): FormField[] {
  const length = (name: string, label: string): FormField => ({
    name,
    label,
    kind: 'number',
    unit: 'mm',
    min: name === 'lengthMm' ? 0 : 1,
    max: 1_000_000,
    isNeeded: true,
  });
  const size = hasOutline
    ? []
    : [length('widthMm', 'Width'), length('lengthMm', kind === 'roll' ? 'Length left on the roll' : 'Length')];
  const fields: FormField[] = [
    { name: 'name', label: 'Name', kind: 'text', isNeeded: true },
    { name: 'kind', label: 'What it is', kind: 'choice', choices: STOCK_KINDS, choiceLabels: LABELS, isNeeded: true },
    ...size,
  ];
  return kind === 'roll' || kind === 'offcut'
    ? fields
    : [...fields, { name: 'count', label: 'How many', kind: 'number', min: 0, max: 1_000_000, isNeeded: true }];
}

/** A piece in stock: its size, its number, and for offcuts their true outline. */
export function PieceForm({ material, piece, onClose, onAdded }: PieceFormProps) {
  const { id: materialId } = material;
  const firstKind = piece?.kind ?? familyOf(material.family).comesAs ?? 'sheet';
  const { rust } = useTokens();
  const add = useAddPiece(materialId);
  const change = useChangePiece(piece?.id ?? '');
  const [kind, setKind] = useState<StockKind>(firstKind);
  const draft = useDraft(
    `outline of piece ${piece?.id ?? `new ${materialId}`}`,
    piece?.outline?.map(({ x, y }) => `${x} ${y}`).join(', ') ?? '',
  );
  const [taken, setTaken] = useState<{ photo: FlatPhoto; left: number; top: number } | null>(null);
  const keep = useMutation({ mutationFn: keepPhoto });
  const corners = draft.value;
  const mayHaveOutline = kind === 'offcut' || kind === 'blank';
  const outline = mayHaveOutline ? readOutline(corners) : null;
  const toPiece = (values: FormValues): StockPieceFields => {
    const xs = outline === 'wrong' ? [] : (outline?.map((point) => point.x) ?? []);
    const ys = outline === 'wrong' ? [] : (outline?.map((point) => point.y) ?? []);
    return {
      name: String(values.name ?? ''),
      kind,
      outline: outline === 'wrong' ? null : outline,
      widthMm: xs.length ? Math.max(...xs) - Math.min(...xs) : Number(values.widthMm ?? 0),
      lengthMm: ys.length ? Math.max(...ys) - Math.min(...ys) : Number(values.lengthMm ?? 0),
      count: kind === 'roll' || kind === 'offcut' ? 1 : Number(values.count ?? 0),
    };
  };
  const opened = useAsOpened(piece ?? undefined);
  const write = async (values: FormValues, written: () => void, version = opened?.version) => {
    const done = () => {
      written();
      draft.done();
      onClose();
    };
    if (outline === 'wrong') return;
    // The photo that the outline was taken from lies under what is laid on the piece.
    const photo = taken && outline ? await keep.mutateAsync(takenFrom(taken)).catch(() => null) : undefined;
    if (photo === null) return;
    const fields = { ...toPiece(values), ...(photo ? { photo } : {}) };
    if (piece && version) change.mutate({ ...fields, version }, { onSuccess: done });
    else {
      const id = uuid();
      add.mutate(
        { ...fields, id },
        {
          onSuccess: () => {
            done();
            onAdded?.(id);
          },
        },
      );
    }
  };
  return (
    <Decision title={piece ? 'Change the piece' : 'Into stock'} isOpen onClose={onClose}>
      {mayHaveOutline ? (
        <View>
          <Input
            label="Outline, where it is no rectangle"
            aria-label="Outline"
            placeholder="0 0, 230 0, 230 70, 140 160, 0 160"
            value={corners}
            onChangeText={(next) => draft.set(next)}
            renderErrorMessage={false}
          />
          <Aside style={outline === 'wrong' ? { color: rust } : undefined}>
            {outline === 'wrong'
              ? 'Corners are written as x y in mm, with commas between them; three or more.'
              : 'Its corners in mm, as x y, going round.'}
          </Aside>
          <OutlinePhoto
            onOutline={(found, photo) => {
              draft.set(asTyped(found));
              setTaken({ photo, left: leastOf(found, 'x'), top: leastOf(found, 'y') });
            }}
          />
        </View>
      ) : null}
      <RecordForm
        sections={[{ title: '', fields: fieldsFor(kind, outline !== null && outline !== 'wrong') }]}
        draftName={`piece ${piece?.id ?? `new ${materialId}`}`}
        values={{
          name: piece?.name ?? '',
          kind: firstKind,
          widthMm: piece?.widthMm ?? null,
          lengthMm: piece?.lengthMm ?? null,
          count: piece?.count ?? 1,
        }}
        submit={piece ? 'Write it down' : 'Put it into stock'}
        isSubmitting={add.isPending || change.isPending || keep.isPending}
        error={add.error ?? change.error ?? keep.error}
        onChoose={(name, value) => name === 'kind' && setKind(value as StockKind)}
        stale={{
          what: 'this piece',
          sayTheirs: (current: StockPieceView) =>
            `name ${current.name}, ${formatNumber(current.widthMm, 1)} × ${formatNumber(current.lengthMm, 1)} mm, ${current.count} of it`,
          onKeepTheirs: onClose,
          onWriteMine: (current: StockPieceView, values, _typed, written) =>
            void write(values, written, current.version),
        }}
        onSubmit={(values, _typed, written) => void write(values, written)}
      />
      {piece ? (
        <ArchiveKey
          by={endpoints.putPieceAway}
          id={piece.id}
          version={piece.version}
          isArchived={piece.isArchived}
          what="the piece"
        />
      ) : null}
    </Decision>
  );
}

const leastOf = (points: readonly { x: number; y: number }[], axis: 'x' | 'y'): number =>
  Math.min(...points.map((point) => point[axis]));

/** A photo in the coordinates of the outline that was typed from it. */
const takenFrom = ({ photo: { blob, box }, left, top }: { photo: FlatPhoto; left: number; top: number }) => ({
  blob,
  box: { minX: box.minX - left, minY: box.minY - top, maxX: box.maxX - left, maxY: box.maxY - top },
});

/** An outline as a maker would type it, from its own upper left, to a tenth of a millimetre. */
export function asTyped(outline: readonly { x: number; y: number }[]): string {
  const left = Math.min(...outline.map(({ x }) => x));
  const top = Math.min(...outline.map(({ y }) => y));
  return outline.map(({ x, y }) => `${Number((x - left).toFixed(1))} ${Number((y - top).toFixed(1))}`).join(', ');
}

/** Corners as a maker types them; null for none, 'wrong' where they are no outline. */
export function readOutline(text: string): { x: number; y: number }[] | null | 'wrong' {
  if (!text.trim()) return null;
  const points = text.split(/[,;\n]+/).map((pair) => pair.trim().split(/\s+/).map(parseTypedNumber));
  if (points.length < 3 || points.some((pair) => pair.length !== 2 || pair.some((value) => value === null)))
    return 'wrong';
  return points.map(([x, y]) => ({ x: x!, y: y! }));
}
