import type { JobDetail, MachineView, MaterialView, SheetOfStep, StepView } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { ChangeLine } from '../../ui/change-line';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { besidesOnCarrier } from './beside-on-carrier';
import { useAct } from './queries';

interface OnCarrierProps {
  job: JobDetail;
  step: StepView;
  machine: MachineView;
  material: MaterialView;
}

/** Where the pieces of a step lie on the carrier: one by its corner, several beside each other, all in one start. */
export function OnCarrier({ job, step, machine, material }: OnCarrierProps) {
  const { rust } = useTokens();
  const [isAsked, setAsked] = useState(false);
  // What was typed is forgotten where all of it is set at a press.
  const [turn, setTurn] = useState(0);
  const act = useAct(job.id);
  const { sheets } = step;
  if (!step.onCarrier || sheets.length === 0) return null;
  const beside = besidesOnCarrier(sheets, machine, material);
  const place = (places: { sheetId: string; at: { x: number; y: number } | null }[]) =>
    act.mutate({ do: 'place-on-carrier', places });
  return (
    <>
      <ChangeLine label="Where on the carrier" value={sayPlaces(sheets)} onPress={() => setAsked(true)} />
      <Decision title="Where on the carrier" isOpen={isAsked} onClose={() => setAsked(false)}>
        {sheets.length > 1 ? (
          <View style={{ gap: SPACE.small }}>
            <Body>
              {beside
                ? `Beside each other, all ${sheets.length} pieces take a carrier of ${formatNumber(beside.widthMm, 0)} × ${formatNumber(beside.lengthMm, 0)} mm, and are worked in one start.`
                : `${machine.name} does not reach all ${sheets.length} pieces on one carrier: they go in one after the other.`}
            </Body>
            {beside ? (
              <Button
                title={`Put all ${sheets.length} beside each other`}
                loading={act.isPending}
                onPress={() => {
                  setTurn(turn + 1);
                  place(beside.places);
                }}
              />
            ) : null}
          </View>
        ) : null}
        {sheets.map((sheet) => (
          <Corner key={`${sheet.id} ${turn}`} sheet={sheet} onPlace={(at) => place([{ sheetId: sheet.id, at }])} />
        ))}
        {act.isError ? (
          <Body role="alert" style={{ color: rust }}>
            {act.error.message}
          </Body>
        ) : null}
        <Aside>Counted from the carrier’s near left corner. The file goes by it.</Aside>
        {sheets.some(({ carrierAt }) => carrierAt) ? (
          <TextKey
            title="In the carrier’s own corner again"
            icon="undo"
            onPress={() => {
              setTurn(turn + 1);
              place(sheets.map(({ id }) => ({ sheetId: id, at: null })));
            }}
          />
        ) : null}
      </Decision>
    </>
  );
}

const ORIGIN = { x: 0, y: 0 };

interface CornerProps {
  sheet: SheetOfStep;
  onPlace: (at: Point) => void;
}

/** The near left corner of one piece. */
function Corner({ sheet, onPlace }: CornerProps) {
  // What was set here last counts before it has come back: who sets the one right after the other loses neither.
  const set = useRef<Point | null>(null);
  const at = sheet.carrierAt ?? ORIGIN;
  const move = (change: Partial<Point>) => {
    set.current = { ...(set.current ?? at), ...change };
    onPlace(set.current);
  };
  return (
    <View style={{ gap: SPACE.small }}>
      {sheet.of > 1 ? <Strong>{`Piece ${sheet.turn} of ${sheet.of}`}</Strong> : null}
      <StepNumber
        label="In from the left"
        unit="mm"
        min={0}
        max={2000}
        step={5}
        value={at.x}
        onChange={(x) => move({ x })}
      />
      <StepNumber label="Up" unit="mm" min={0} max={5000} step={5} value={at.y} onChange={(y) => move({ y })} />
    </View>
  );
}

/** Where pieces lie, in a few words. */
export function sayPlaces(sheets: readonly Pick<SheetOfStep, 'carrierAt'>[]): string {
  const placed = sheets.flatMap(({ carrierAt }) => carrierAt ?? []);
  if (placed.length === 0) return 'in its corner';
  if (placed.length > 1) return `${placed.length} pieces beside each other`;
  return `${formatNumber(placed[0].x, 1)} mm in, ${formatNumber(placed[0].y, 1)} mm up`;
}
