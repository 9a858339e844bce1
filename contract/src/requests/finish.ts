import 'reflect-metadata';
import { GARMENT_PLACES, type GarmentMeasures, type GarmentPlace } from '@keen-anvil/core/garments';
import { PROCESS_NAMES, type ProcessName } from '@keen-anvil/core/recipes';
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
  ValidateIf,
} from 'class-validator';
import { Amount, Counted, Nested, NestedList, Version, Words } from './fields';

export const HAND_KINDS = ['weed', 'press', 'finish'] as const;
export type HandKind = (typeof HAND_KINDS)[number];

/** How far a line is, and whether its waiting begins now. */
export class FinishingTick {
  @IsString() @Length(1, 120) lineId!: string;
  @IsInt() @Min(0) @Max(100_000) done!: number;
  @IsBoolean() isWaiting!: boolean;
}

/** A line of the workshop's own. */
export class NewFinishingLine {
  @IsUUID() id!: string;
  @IsString() @Length(1, 200, { message: 'a line has 1 to 200 letters' }) text!: string;
  @ValidateIf((line: NewFinishingLine) => line.process !== null) @IsIn(PROCESS_NAMES) process!: ProcessName | null;
  @ValidateIf((line: NewFinishingLine) => line.minutes !== null)
  @Amount('the time to wait', 0, 10_080, 'min')
  minutes!: number | null;
}

/** How long hands took for some pieces of a job. */
export class NewHandTime {
  @IsUUID() id!: string;
  @IsIn(HAND_KINDS) kind!: HandKind;
  @Amount('the time', 1, 1_000_000, 's') seconds!: number;
  @IsInt() @Min(1) @Max(100_000) pieces!: number;
}

/** What a garment measures, laid out flat. */
export class GarmentMeasuresWish implements GarmentMeasures {
  @Amount('the chest', 20, 2000, 'mm') chestWidthMm!: number;
  @Amount('the length', 20, 2000, 'mm') lengthMm!: number;
  @Amount('the neckline', 20, 2000, 'mm') neckWidthMm!: number;
  @Amount('the depth of the neckline', 20, 2000, 'mm') neckDropMm!: number;
  @Amount('the sleeve', 20, 2000, 'mm') sleeveLengthMm!: number;
  @Amount('the width of the sleeve', 20, 2000, 'mm') sleeveWidthMm!: number;
}

/** A garment that was measured. */
export class NewGarment {
  @IsUUID() id!: string;
  @IsString() @Matches(/\S/) @Length(1, 60, { message: 'a garment needs a name of 1 to 60 letters' }) name!: string;
  @Nested(() => GarmentMeasuresWish) measures!: GarmentMeasuresWish;
}

/** So many of a size: one of the table, or a garment that was measured. */
export class SizeCountWish {
  @IsString() @Length(1, 60) size!: string;
  @Counted('how many', 0, 10_000) count!: number;
}

/** How many of each size a job is for, and where its design goes. */
export class SizeSetWish {
  @IsIn(GARMENT_PLACES) place!: GarmentPlace;
  @NestedList(() => SizeCountWish, 60) counts!: SizeCountWish[];
}

/** A job for each width that a set of sizes needs; they are named by this id. */
export class NewSizeJobs {
  @IsUUID() id!: string;
}

const Cents =
  (name: string): PropertyDecorator =>
  (target, key) => {
    IsInt({ message: `${name} is counted in whole cents` })(target, key);
    Min(0)(target, key as string);
    Max(10_000_000)(target, key as string);
  };

/** What things cost in a workshop. */
export class RatesWish {
  @Version() version!: number;
  @Cents('an hour of hands') handCentsPerHour!: number;
  @Amount('setting up', 0, 6000, 'min') setUpMinutes!: number;
  @Cents('an hour of a machine') machineCentsPerHour!: number;
  /** By machine. */
  @IsObject() machines!: Record<string, number>;
  @Cents('a tool') toolCents!: number;
  @Cents('transfer tape') transferTapeCentsPerM2!: number;
  @Cents('ink') inkCentsPerM2!: number;
  @Cents('a cover sheet') coverCentsPerPressing!: number;
  @Cents('packaging') packagingCents!: number;
  @Amount('the fee', 0, 100, '%') feePercent!: number;
  @Amount('the margin', 0, 100, '%') marginPercent!: number;
  @IsBoolean() wholeSheets!: boolean;
  @Words(200) taxText!: string;
}

/** A price that is offered. */
export class NewQuote {
  @IsUUID() id!: string;
  @IsInt() @Min(1) @Max(100_000) pieces!: number;
  @Words(200) customer!: string;
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'a day was expected, as 2026-12-31' }) validUntil!: string;
}

/** How a job looks on its blank: a photo that is kept already; null for none any more. */
export class MockupWish {
  @ValidateIf((wish: MockupWish) => wish.photoId !== null) @IsUUID() photoId!: string | null;
}

/** Something that takes its minutes before a run. */
export class NewWarmClock {
  /** The run and the line it stands on. */
  @IsString() @Length(1, 120) name!: string;
  @IsUUID() jobId!: string;
  @IsString() @Length(1, 300) text!: string;
  @Amount('the time', 0.1, 1440, 'min') minutes!: number;
}

export class WarmClockEnd {
  @IsString() @Length(1, 120) name!: string;
}

export class QuoteTurn {
  @IsIn(['accepted', 'declined', 'offered']) state!: 'accepted' | 'declined' | 'offered';
}
