import { FAMILY_NAMES, STOCK_KINDS, type FamilyName, type StockKind } from '@keen-anvil/core/materials';
import {
  CABLE_FLOWS,
  DRIVERS,
  MACHINE_KINDS,
  ORIGIN_CORNERS,
  ZEROS,
  type CableFlow,
  type Driver,
  type MachineKind,
  type OriginCorner,
  type Zero,
} from '@keen-anvil/core/machines';
import { PROCESS_NAMES, QUANTITIES, type ProcessName } from '@keen-anvil/core/recipes';
import { TOOL_KINDS, type ToolKind } from '@keen-anvil/core/tools';
import type { Details, TypedQuantity } from '@keen-anvil/core/units';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Max,
  Min,
  ValidateIf,
} from 'class-validator';
import {
  Amount,
  Colour,
  IsDetails,
  IsOutline,
  IsOutlines,
  IsTyped,
  MayBeLeftOut,
  Name,
  Nested,
  NestedList,
  Version,
  Words,
} from './fields';

export class NewWorkshop {
  @IsUUID() id!: string;
  @Name('a workshop') name!: string;
}

export class CalibrationPointFields {
  @Amount('a reading on the dial', -1e6, 1e6) dial!: number;
  @Amount('what was measured', -1e6, 1e6) physical!: number;
}

export class DialFields {
  @IsIn(QUANTITIES) name!: string;
  @Name('a dial') label!: string;
  @IsString() @Length(0, 12, { message: 'the unit on a dial has at most 12 letters' }) unit!: string;
  @Amount('the lowest number on a dial', -1e6, 1e6) min!: number;
  @Amount('the highest number on a dial', -1e6, 1e6) max!: number;
  @Amount('the step of a dial', 1e-4, 1e5) step!: number;
  @MayBeLeftOut() @IsBoolean() isRated?: boolean;
  @NestedList(() => CalibrationPointFields, 60, 'a dial takes at most 60 readings')
  calibration!: CalibrationPointFields[];
}

export class MotionFields {
  @Amount('acceleration', 1, 1e6, 'mm/s²') accelerationMmS2!: number;
  @Amount('top speed', 0.1, 1e5, 'mm/s') topSpeedMmS!: number;
  @Amount('travel speed', 0.1, 1e5, 'mm/s') travelSpeedMmS!: number;
  @Amount('junction deviation', 0.001, 10, 'mm') junctionDeviationMm!: number;
  @Amount('the time for the head to go down', 0, 10, 's') headDownSeconds!: number;
  @Amount('the time for the head to go up', 0, 10, 's') headUpSeconds!: number;
}

export class HolderOffsetFields {
  @Amount('how far to the right a holder marks', -50, 50, 'mm') xMm!: number;
  @Amount('how far along the feed a holder marks', -50, 50, 'mm') yMm!: number;
}

/** Everything of a machine that a maker sets. */
export class MachineFields {
  @Name('a machine') name!: string;
  @IsIn(MACHINE_KINDS) kind!: MachineKind;
  @Amount('the width of the work area', 10, 20_000, 'mm') workWidthMm!: number;
  @Amount('the length of the work area', 10, 100_000, 'mm') workLengthMm!: number;
  @Amount('the margin at the sides', 0, 1000, 'mm') marginSideMm!: number;
  @Amount('the margin at the lead edge', 0, 1000, 'mm') marginLeadMm!: number;
  @Amount('the margin at the tail', 0, 1000, 'mm') marginTailMm!: number;
  @Amount('the margin at the sides of a carrier', 0, 1000, 'mm') carrierSideMm!: number;
  @Amount('the margin at the lead edge of a carrier', 0, 1000, 'mm') carrierLeadMm!: number;
  @Amount('the margin at the tail of a carrier', 0, 1000, 'mm') carrierTailMm!: number;
  @IsInt({ message: 'holders are counted: 1, 2, 3 …' }) @Min(1) @Max(12) holders!: number;
  @MayBeLeftOut()
  @NestedList(() => HolderOffsetFields, 11, 'a machine has at most 12 holders')
  holderOffsets?: HolderOffsetFields[];
  @IsInt({ message: 'passes are counted: 1, 2, 3 …' }) @Min(1) @Max(99) maxPasses!: number;
  @IsOptional() @Amount('rated power', 0.1, 100_000, 'W') ratedPowerW!: number | null;
  @IsOptional() @Amount('the spot', 0.005, 10, 'mm') spotMm!: number | null;
  @IsIn(ORIGIN_CORNERS) origin!: OriginCorner;
  @IsBoolean() homes!: boolean;
  @IsOptional() @Amount('from the edge to a mark', 3, 100, 'mm') markInsetMm?: number | null;
  @IsOptional() @Amount('the leg of a mark', 3, 60, 'mm') markLegMm?: number | null;
  @MayBeLeftOut() @IsIn(ZEROS) zero?: Zero;
  @IsOptional() @Amount('how late the beam is', -50, 50, 'ms') lagMs?: number | null;
  @IsOptional() @Amount('the power that only points', 0, 0.1) pointPower?: number | null;
  @MayBeLeftOut() @IsIn(DRIVERS) driver?: Driver;
  @IsOptional() @IsIn(CABLE_FLOWS) cableFlow?: CableFlow | null;
  @IsOptional() @IsInt() @Min(300) @Max(4_000_000) baud?: number | null;
  @IsOptional() @IsInt() @Min(16) @Max(65_536) bufferCharacters?: number | null;
  @Nested(() => MotionFields) motion!: MotionFields;
  @NestedList(() => DialFields, QUANTITIES.length) dials!: DialFields[];
}

export class NewMachine extends MachineFields {
  @IsUUID() id!: string;
}

export class MachineChange extends MachineFields {
  @Version() version!: number;
}

export class ToolFields {
  @Name('a tool') name!: string;
  @IsIn(TOOL_KINDS) kind!: ToolKind;
  @IsOptional() @IsUUID() machineId!: string | null;
  @IsDetails() details!: Details;
  @Amount('wear', 0, 1e7) wear!: number;
  @IsOptional() @Amount('the life of a tool', 0.001, 1e7) life!: number | null;
}

export class NewTool extends ToolFields {
  @IsUUID() id!: string;
}

export class ToolChange extends ToolFields {
  @Version() version!: number;
}

/** A new tool of the same kind is put in the old one's place; the old life is kept. */
export class ToolReplacement {
  @Version() version!: number;
  @Words(500) note!: string;
}

/** How wide a machine cuts a material, by strips that were cut beside each other and measured together. */
export class KerfFields {
  @IsUUID() machineId!: string;
  @IsInt({ message: 'strips are counted: 1, 2, 3 …' }) @Min(1) @Max(100) strips!: number;
  @Amount('the width of a strip', 0.5, 500, 'mm') stripMm!: number;
  @Amount('what the strips measure together', 0.1, 50_000, 'mm') measuredMm!: number;
}

export class MaterialFields {
  @Name('a material') name!: string;
  @IsIn(FAMILY_NAMES) family!: FamilyName;
  @Words(200) finish!: string;
  @Colour() colour!: string;
  /** Not asked for where readings came. */
  @ValidateIf(({ thicknessMm, readingsMm }: MaterialFields) => thicknessMm !== undefined || !readingsMm?.length)
  @Amount('the thickness', 0.005, 200, 'mm')
  thicknessMm!: number;
  /** Readings with calipers at several places; the thickness is their mean where there are any. */
  @IsArray() @ArrayMaxSize(50) @Amounts('a reading of the thickness', 0.005, 200, 'mm') readingsMm!: number[];
  @Amount('the smallest detail', 0.05, 100, 'mm') smallestDetailMm!: number;
  @IsBoolean() mirrored!: boolean;
  @Words(200) facing!: string;
  @IsOptional() @Amount('the heat limit', 30, 1000, '°C') heatLimitC!: number | null;
  @IsOptional() @Words(2000) supplierCard!: string | null;
  @IsOptional() @IsInt({ message: 'the price is counted in whole cents' }) @Min(0) @Max(100_000_000) priceCents!:
    number | null;
  @IsIn(['m2', 'piece']) pricePer!: 'm2' | 'piece';
  @Words(4000) notes!: string;
  @IsDetails() details!: Details;
  @IsIn(PROCESS_NAMES) defaultProcess!: ProcessName;
  @IsTyped() typed!: Record<string, TypedQuantity>;
  /** How wide what its photo shows is. */
  @ValidateIf((_, width) => width !== null && width !== undefined)
  @Amount('the width of the photo', 1, 10_000, 'mm')
  patternWidthMm?: number | null;
  @MayBeLeftOut() @NestedList(() => KerfFields, 50) kerfs?: KerfFields[];
}

export class NewMaterial extends MaterialFields {
  @IsUUID() id!: string;
}

export class MaterialChange extends MaterialFields {
  @Version() version!: number;
}

/** What a photo shows, in mm. */
export class BoxFields {
  @Amount('a place in a photo', -20_000, 20_000, 'mm') minX!: number;
  @Amount('a place in a photo', -20_000, 20_000, 'mm') minY!: number;
  @Amount('a place in a photo', -20_000, 20_000, 'mm') maxX!: number;
  @Amount('a place in a photo', -20_000, 20_000, 'mm') maxY!: number;
}

/** A photo that was brought to true size. */
export class TruePhotoFields {
  @IsUUID() photoId!: string;
  @Nested(() => BoxFields) box!: BoxFields;
}

export class StockPieceFields {
  @Name('a piece') name!: string;
  @IsIn(STOCK_KINDS) kind!: StockKind;
  @Amount('the width of a piece', 1, 20_000, 'mm') widthMm!: number;
  @Amount('the length of a piece', 0, 1_000_000, 'mm') lengthMm!: number;
  @IsInt({ message: 'pieces are counted: 0, 1, 2 …' }) @Min(0) @Max(1_000_000) count!: number;
  @IsOptional() @IsOutline() outline!: { x: number; y: number }[] | null;
  /** What was used of it already; as it is where it is not said. */
  @MayBeLeftOut() @IsOutlines(500) holes?: { x: number; y: number }[][];
  /** Its photo at true size, in the coordinates of its outline; as it is where it is not said. */
  @ValidateIf((_, photo) => photo !== null && photo !== undefined)
  @Nested(() => TruePhotoFields)
  photo?: TruePhotoFields | null;
}

export class NewStockPiece extends StockPieceFields {
  @IsUUID() id!: string;
}

export class StockPieceChange extends StockPieceFields {
  @Version() version!: number;
}

/** Puts a row away, or takes it out again. */
export class Archiving {
  @Version() version!: number;
  @IsBoolean() isArchived!: boolean;
}

function Amounts(name: string, min: number, max: number, unit: string): PropertyDecorator {
  const message = `${name} goes from ${min} to ${max} ${unit}`;
  return (target, propertyName) => {
    Min(min, { each: true, message })(target, String(propertyName));
    Max(max, { each: true, message })(target, String(propertyName));
  };
}

/** Takes the last change of a record on this device back, or does it again. */
export class RecordTurn {
  @IsIn(['undo', 'redo'], { message: 'turn is one of undo, redo' }) turn!: 'undo' | 'redo';
}
