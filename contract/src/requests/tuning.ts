import { OUTCOMES, QUANTITIES, type Outcome, type QuantityName, type Settings } from '@keen-anvil/core/recipes';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsUUID,
  Max,
  Min,
  ValidateIf,
} from 'class-validator';
import { COVER, PICTURE_WAYS, type PictureWay } from '@keen-anvil/core/raster';
import { IsSettings, NestedList, Version } from './fields';

/** How sure the start is, as the standard deviation of its error in log dose. */
export const START_SPREADS = [0.2, 0.35, 1] as const;

/** Begins to tune a recipe on a scrap. */
export class NewTuning {
  @IsUUID() id!: string;
  @IsSettings() start!: Settings;
  @IsIn(START_SPREADS) startSpread!: number;
  @IsArray() @ArrayUnique() @ArrayMaxSize(10) @IsIn(QUANTITIES, { each: true }) fixed!: QuantityName[];
  /** The job that waits for it. */
  @IsOptional() @IsUUID() jobId?: string | null;
  /** A tuning of the same recipe that ended without a result: its trials count in, and its start stands for this one's. */
  @IsOptional() @IsUUID() goesOnFrom?: string | null;
  /** A piece of stock, or none where a rectangle is given. */
  @IsOptional() @IsUUID() stockPieceId?: string | null;
  @IsNumber() @Min(5) @Max(10_000) scrapWidthMm!: number;
  @IsNumber() @Min(5) @Max(10_000) scrapLengthMm!: number;
}

/** Lays out the next trials. */
export class NewTrialSheet {
  @IsUUID() id!: string;
  /** How many at once; only a beam can do more than one. */
  @IsInt() @Min(1) @Max(6) count!: number;
  /** The trial to go over again in its place, without lifting the sheet. */
  @IsOptional() @IsUUID() repeatOf?: string | null;
}

/** How a trial sheet is carried out: on the stand-in, or by hand. */
export class TrialRun {
  @IsIn(['stand-in', 'by-hand']) by!: 'stand-in' | 'by-hand';
}

/** What came out of a trial; null takes the verdict back. */
export class TrialVerdict {
  @ValidateIf((verdict: TrialVerdict) => verdict.outcome !== null) @IsIn(OUTCOMES) outcome!: Outcome | null;
}

/** Writes what was settled into the recipe, or ends the tuning without. */
export class TuningEnd {
  @Version() version!: number;
  @IsIn(['settle', 'end']) how!: 'settle' | 'end';
}

/** Shades of a tone ladder as they were scored: darkness from 0 (bare) to 1 (as dark as it gets). */
export class TonePatch {
  @IsNumber() value!: number;
  @IsNumber() @Min(0) @Max(1) darkness!: number;
}

export class NewToneLadder {
  @IsOptional() @IsIn(PICTURE_WAYS) way?: PictureWay;
  @IsIn([...QUANTITIES, COVER]) quantity!: QuantityName | typeof COVER;
  @NestedList(() => TonePatch, 24) patches!: TonePatch[];
}
