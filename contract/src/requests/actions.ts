import 'reflect-metadata';
import { CORNERS, type Corners } from '@keen-anvil/core/geometry';
import { FILL_WAYS, type FillWay } from '@keen-anvil/core/hatching';
import { SHEET_TURNS, type SheetTurn } from '@keen-anvil/core/layout';
import { ALIGNMENTS, MOST_PLACES, STEP_GROUPINGS, type JobAction } from '@keen-anvil/core/jobs';
import { PICTURE_WAYS, type PictureWay } from '@keen-anvil/core/raster';
import { CUT_ORDERS, type CutOrder } from '@keen-anvil/core/toolpath';
import { PROCESS_NAMES, type ProcessName, type Settings } from '@keen-anvil/core/recipes';
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
  ValidateIf,
} from 'class-validator';
import { GIVEN_ROLES, type GivenRole } from '@keen-anvil/core/steps';
import { TruePhotoFields } from './shop';
import { Amount, IsMeasures, IsOneOf, IsSettings, MayBeLeftOut, Nested, NestedList, Version, Words } from './fields';

/** What stands in the document is known by its id; whether it is there the rules say. */
const PartIds = (): PropertyDecorator => (target, name) => {
  for (const rule of [
    IsArray(),
    ArrayMinSize(1, { message: 'choose at least one part' }),
    ArrayMaxSize(20_000),
    IsUUID(undefined, { each: true }),
  ])
    rule(target, name as string);
};

const HEX_COLOUR = /^#[0-9a-f]{6}$/;
/** Nothing is done more often than this on the same marks. */
const MOST_ROUNDS = 20;

/** Made by who asks for it: an action that comes twice is done once. */
class Action {
  @IsUUID() id!: string;
}

/** A drawing's size and place in the job. */
export class ChangeDrawingWish extends Action {
  @Equals('change-drawing') do!: 'change-drawing';
  @IsUUID() drawingId!: string;
  /** Width of what is kept of the drawing; the height follows unless it is given too. */
  @MayBeLeftOut() @Amount('the width', 1, 10_000, 'mm') widthMm?: number;
  @MayBeLeftOut() @Amount('the height', 1, 10_000, 'mm') heightMm?: number;
  @MayBeLeftOut() @Amount('the place', -10_000, 10_000, 'mm') xMm?: number;
  @MayBeLeftOut() @Amount('the place', -10_000, 10_000, 'mm') yMm?: number;
  @MayBeLeftOut() @IsBoolean() isSizeLocked?: boolean;
  @MayBeLeftOut() @IsBoolean() readsReversed?: boolean;
}

export class ScaleDrawingsWish extends Action {
  @Equals('scale-drawings') do!: 'scale-drawings';
  @Amount('how many times as large', 0.001, 1000) factor!: number;
}

export class ChangeRoleWish extends Action {
  @Equals('change-role') do!: 'change-role';
  @PartIds() partIds!: string[];
  @IsIn(GIVEN_ROLES) role!: GivenRole;
}

export class MoveToStepWish extends Action {
  @Equals('move-to-step') do!: 'move-to-step';
  @PartIds() partIds!: string[];
  @IsUUID() stepId!: string;
}

export class SplitStepWish extends Action {
  @Equals('split-step') do!: 'split-step';
  @PartIds() partIds!: string[];
  /** Of the new step, made by the client. */
  @IsUUID() stepId!: string;
}

export class TakeApartWish extends Action {
  @Equals('take-apart') do!: 'take-apart';
  @PartIds() partIds!: string[];
}

export class PutTogetherWish extends Action {
  @Equals('put-together') do!: 'put-together';
  @PartIds() partIds!: string[];
}

export class DrawOutlineWish extends Action {
  @Equals('draw-outline') do!: 'draw-outline';
  @PartIds() partIds!: string[];
  @Amount('the distance', -200, 200, 'mm') distanceMm!: number;
  @MayBeLeftOut() @IsIn(CORNERS) corners?: Corners;
  @MayBeLeftOut() @IsBoolean() fillsHoles?: boolean;
  @MayBeLeftOut() @IsInt() @Min(1) @Max(20) count?: number;
}

export class MakePartWish extends Action {
  @Equals('make-part') do!: 'make-part';
  @PartIds() partIds!: string[];
  @IsString() @Length(1, 40) by!: string;
  @IsMeasures() measures!: Record<string, number>;
  @MayBeLeftOut() @IsBoolean() asGroup?: boolean;
  @MayBeLeftOut() @IsUUID() stepId?: string;
}

export class ChangeMakingWish extends Action {
  @Equals('change-making') do!: 'change-making';
  @IsUUID() partId!: string;
  @IsMeasures() measures!: Record<string, number>;
}

export class AlignPartsWish extends Action {
  @Equals('align-parts') do!: 'align-parts';
  @PartIds() partIds!: string[];
  @IsIn(ALIGNMENTS) at!: (typeof ALIGNMENTS)[number];
}

export class DebossFromBackWish extends Action {
  @Equals('deboss-from-back') do!: 'deboss-from-back';
  @PartIds() partIds!: string[];
  @Amount('the gap for the stylus', 0.05, 20, 'mm') gapMm!: number;
}

/** What is printed in a part. */
export class PrintWish {
  @ValidateIf((wish: PrintWish) => wish.drawingId !== null) @IsUUID() drawingId!: string | null;
  @IsBoolean() isAsDrawn!: boolean;
  @ValidateIf((wish: PrintWish) => wish.fill !== null)
  @Matches(HEX_COLOUR, { message: 'a colour such as #1d2f5c was expected' })
  fill!: string | null;
  @IsMeasures() measures!: Record<string, number>;
}

export class PartPrintWish {
  @IsUUID() partId!: string;
  @ValidateIf((wish: PartPrintWish) => wish.print !== null) @Nested(() => PrintWish) print!: PrintWish | null;
}

export class PrintPartsWish extends Action {
  @Equals('print-parts') do!: 'print-parts';
  @ArrayMinSize(1, { message: 'choose at least one part' })
  @NestedList(() => PartPrintWish, 500)
  prints!: PartPrintWish[];
}

export class MakeRimWish extends Action {
  @Equals('make-rim') do!: 'make-rim';
  @PartIds() partIds!: string[];
  @Amount('the rim', 0.2, 200, 'mm') widthMm!: number;
  @Amount('the gaps that are closed', 0, 100, 'mm') gapsMm!: number;
  @ValidateIf((wish: MakeRimWish) => wish.peelMm !== null) @Amount('the edge to peel by', 0.2, 100, 'mm') peelMm!:
    number | null;
  @Matches(HEX_COLOUR, { message: 'a colour such as #1d2f5c was expected' }) colour!: string;
  @Amount('the bleed', 0, 20, 'mm') bleedMm!: number;
}

/** A bar that holds an island of a stencil, as it lies on the sheet of its part's step. */
export class BridgeWish {
  @Amount('the place', -100_000, 100_000, 'mm') x!: number;
  @Amount('the place', -100_000, 100_000, 'mm') y!: number;
  @Amount('the angle', -10, 10) angle!: number;
  @Amount('the length of a bridge', 0.1, 10_000, 'mm') lengthMm!: number;
  @Amount('the width of a bridge', 0.1, 100, 'mm') widthMm!: number;
}

export class PutBridgesWish extends Action {
  @Equals('put-bridges') do!: 'put-bridges';
  @PartIds() partIds!: string[];
  @NestedList(() => BridgeWish, 100) bridges!: BridgeWish[];
}

/** A change of what is dialled in for one step, that stays with the job. */
export class NudgeSettingsWish {
  @IsSettings() changes!: Settings;
  @Words(300) reason!: string;
}

/** Where a line of a part is left standing, in the plane of the job. */
export class TabPlaceWish {
  @IsUUID() partId!: string;
  @Amount('a place', -100_000, 100_000, 'mm') x!: number;
  @Amount('a place', -100_000, 100_000, 'mm') y!: number;
}

export class TabsWish {
  @IsInt({ message: 'tabs are counted: 1, 2, 3 …' }) @Min(1) @Max(40) count!: number;
  @Amount('the width of a tab', 0.1, 50, 'mm') widthMm!: number;
  @MayBeLeftOut() @NestedList(() => TabPlaceWish, 500) places?: TabPlaceWish[];
}

/** How pictures are engraved. */
export class PictureWishFields {
  @IsIn(PICTURE_WAYS) way!: PictureWay;
  @Amount('the contrast', 0.2, 4) contrast!: number;
  @IsBoolean() isInverted!: boolean;
}

/** How the lines of a step are cut. */
export class StepCutWish {
  @IsIn(CUT_ORDERS) order!: CutOrder;
  @ValidateIf((cut: StepCutWish) => cut.leadInMm !== null) @Amount('the lead-in', 0, 20, 'mm') leadInMm!: number | null;
  @ValidateIf((cut: StepCutWish) => cut.tabs !== null) @Nested(() => TabsWish) tabs!: TabsWish | null;
  @ValidateIf((cut: StepCutWish) => cut.picture !== null && cut.picture !== undefined)
  @Nested(() => PictureWishFields)
  picture?: PictureWishFields | null;
  /** After how many passes of a laser it stops to be looked at; null for never. */
  @ValidateIf((cut: StepCutWish) => cut.lookAfter !== null && cut.lookAfter !== undefined)
  @IsInt()
  @Min(1)
  @Max(MOST_ROUNDS)
  lookAfter?: number | null;
}

export class ChangeStepWish extends Action {
  @Equals('change-step') do!: 'change-step';
  @IsUUID() stepId!: string;
  @MayBeLeftOut() @IsIn(PROCESS_NAMES) process?: ProcessName;
  @MayBeLeftOut() @IsUUID() materialId?: string;
  @MayBeLeftOut() @IsUUID() stockPieceId?: string;
  @MayBeLeftOut() @IsUUID() machineId?: string;
  @MayBeLeftOut() @IsUUID() toolId?: string;
  @MayBeLeftOut() @IsInt() @Min(1) @Max(12) holder?: number;
  @MayBeLeftOut() @IsBoolean() mirrored?: boolean;
  /** Whether the sheet is turned over before it, and how; null for its front. */
  @ValidateIf((_, turned) => turned !== null && turned !== undefined)
  @IsIn(SHEET_TURNS)
  turned?: SheetTurn | null;
  @MayBeLeftOut() @IsBoolean() onCarrier?: boolean;
  @MayBeLeftOut() @IsBoolean() isSkipped?: boolean;
  @MayBeLeftOut() @IsIn(FILL_WAYS) fill?: FillWay;
  @MayBeLeftOut() @IsInt() @Min(1) @Max(MOST_ROUNDS) rounds?: number;
  /** null for as usual. */
  @ValidateIf((change: ChangeStepWish) => change.cut !== null && change.cut !== undefined)
  @Nested(() => StepCutWish)
  cut?: StepCutWish | null;
  /** What it is pressed onto; null takes that back. */
  @ValidateIf((_, id) => id !== null && id !== undefined) @IsUUID() onMaterialId?: string | null;
  /** null takes it back. */
  @ValidateIf((change: ChangeStepWish) => change.nudge !== null && change.nudge !== undefined)
  @Nested(() => NudgeSettingsWish)
  nudge?: NudgeSettingsWish | null;
}

export class NudgePartsWish extends Action {
  @Equals('nudge-parts') do!: 'nudge-parts';
  @IsUUID() stepId!: string;
  @PartIds() partIds!: string[];
  @IsNumber() @Min(-10_000) @Max(10_000) dxMm!: number;
  @IsNumber() @Min(-10_000) @Max(10_000) dyMm!: number;
  /** Without what lies on the same sheet in other steps; with it otherwise. */
  @MayBeLeftOut() @IsBoolean() alone?: boolean;
}

export class MoveInWish extends Action {
  @Equals('move-in') do!: 'move-in';
  @IsUUID() stepId!: string;
  @IsNumber() @Min(-10_000) @Max(10_000) dxMm!: number;
  @IsNumber() @Min(-10_000) @Max(10_000) dyMm!: number;
}

/** A sheet to lay parts on. */
export class LaidSheetWish {
  @ValidateIf((_, id) => id !== null) @IsUUID() sheetId!: string | null;
  @ValidateIf((_, id) => id !== null) @IsUUID() stockPieceId!: string | null;
  @IsBoolean() onCarrier!: boolean;
}

/** Where a copy of a part lies. */
export class LaidPlaceWish {
  @IsUUID() partId!: string;
  @IsInt() @Min(0) @Max(999) sheet!: number;
  @IsNumber() @Min(-100_000) @Max(100_000) x!: number;
  @IsNumber() @Min(-100_000) @Max(100_000) y!: number;
  @IsNumber() @Min(-36_000) @Max(36_000) angle!: number;
  @IsBoolean() turnedOver!: boolean;
}

export class LayPartsWish extends Action {
  @Equals('lay-parts') do!: 'lay-parts';
  @PartIds() partIds!: string[];
  @NestedList(() => LaidSheetWish, 1000) sheets!: LaidSheetWish[];
  @NestedList(() => LaidPlaceWish, MOST_PLACES) lies!: LaidPlaceWish[];
}

export class CarrierCornerWish {
  @Amount('how far in from the left of the carrier', 0, 20_000, 'mm') x!: number;
  @Amount('how far up the carrier', 0, 20_000, 'mm') y!: number;
}

export class SizeToFitWish extends Action {
  @Equals('size-to-fit') do!: 'size-to-fit';
  @IsUUID() partId!: string;
  @Amount('the distance kept from every edge', 0, 100, 'mm') gapMm!: number;
  @IsBoolean() anyAngle!: boolean;
}

export class CarrierPlaceWish {
  @IsUUID() sheetId!: string;
  @ValidateIf((_, at) => at !== null) @Nested(() => CarrierCornerWish) at!: CarrierCornerWish | null;
}

export class PlaceOnCarrierWish extends Action {
  @Equals('place-on-carrier') do!: 'place-on-carrier';
  @NestedList(() => CarrierPlaceWish, 1000) places!: CarrierPlaceWish[];
}

export class PhotographSheetWish extends Action {
  @Equals('photograph-sheet') do!: 'photograph-sheet';
  @IsUUID() sheetId!: string;
  @ValidateIf((_, photo) => photo !== null)
  @Nested(() => TruePhotoFields)
  photo!: TruePhotoFields | null;
}

export class MergeStepsWish extends Action {
  @Equals('merge-steps') do!: 'merge-steps';
  @IsUUID() stepId!: string;
  @IsUUID() intoId!: string;
}

export class GroupStepsWish extends Action {
  @Equals('group-steps') do!: 'group-steps';
  @IsIn(STEP_GROUPINGS) by!: (typeof STEP_GROUPINGS)[number];
}

export class OrderStepsWish extends Action {
  @Equals('order-steps') do!: 'order-steps';
  /** Empty for the order that the rules make. */
  @IsArray() @ArrayMaxSize(200) @IsUUID(undefined, { each: true }) order!: string[];
}

/** The class of each action that can be asked for; drawings and readings come with their files, by addresses of their own. */
export const ACTION_CHECKS = {
  'change-drawing': ChangeDrawingWish,
  'scale-drawings': ScaleDrawingsWish,
  'change-role': ChangeRoleWish,
  'move-to-step': MoveToStepWish,
  'split-step': SplitStepWish,
  'take-apart': TakeApartWish,
  'put-together': PutTogetherWish,
  'draw-outline': DrawOutlineWish,
  'make-part': MakePartWish,
  'change-making': ChangeMakingWish,
  'align-parts': AlignPartsWish,
  'deboss-from-back': DebossFromBackWish,
  'print-parts': PrintPartsWish,
  'make-rim': MakeRimWish,
  'put-bridges': PutBridgesWish,
  'change-step': ChangeStepWish,
  'nudge-parts': NudgePartsWish,
  'move-in': MoveInWish,
  'lay-parts': LayPartsWish,
  'size-to-fit': SizeToFitWish,
  'place-on-carrier': PlaceOnCarrierWish,
  'photograph-sheet': PhotographSheetWish,
  'merge-steps': MergeStepsWish,
  'group-steps': GroupStepsWish,
  'order-steps': OrderStepsWish,
} as const satisfies Record<AskedAction['do'], new () => object>;

/** An action that a maker asks for. */
export type AskedAction = Exclude<JobAction, { do: 'add-drawing' | 'take-reading' }>;

/** An action on a job, with the version that it was made on. */
export class JobActionWish {
  @Version() version!: number;
  @IsOneOf('do', ACTION_CHECKS) action!: AskedAction;
}
