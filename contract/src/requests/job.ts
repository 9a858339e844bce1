import 'reflect-metadata';
import { OUTCOMES, PROCESS_NAMES, type Outcome, type ProcessName } from '@keen-anvil/core/recipes';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString, IsUUID, Length, Max, Min } from 'class-validator';

export class NewJob {
  @IsUUID() id!: string;
  @IsString() @Length(1, 120, { message: 'a job needs a name of 1 to 120 letters' }) name!: string;
}

export class JobChange {
  @IsInt() @Min(1) version!: number;
  @IsOptional() @IsString() @Length(1, 120, { message: 'a job needs a name of 1 to 120 letters' }) name?: string;
  /** Width of the whole drawing on the sheet; the height follows. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: 'the width must be a number of mm' })
  @Min(1, { message: 'the width goes from 1 to 10000 mm' })
  @Max(10_000, { message: 'the width goes from 1 to 10000 mm' })
  widthMm?: number;
}

export class StepChange {
  @IsInt() @Min(1) version!: number;
  @IsOptional() @IsIn(PROCESS_NAMES) process?: ProcessName;
  @IsOptional() @IsUUID() materialId?: string;
  @IsOptional() @IsUUID() stockPieceId?: string;
  @IsOptional() @IsUUID() machineId?: string;
  @IsOptional() @IsUUID() toolId?: string;
  @IsOptional() @IsBoolean() mirrored?: boolean;
  @IsOptional() @IsBoolean() onCarrier?: boolean;
  @IsOptional() @IsBoolean() isSkipped?: boolean;
}

export class Nudge {
  @IsArray() @ArrayMinSize(1, { message: 'choose at least one part to nudge' }) @ArrayMaxSize(20_000) @IsUUID(undefined, { each: true }) partIds!: string[];
  @IsNumber() @Min(-10_000) @Max(10_000) dxMm!: number;
  @IsNumber() @Min(-10_000) @Max(10_000) dyMm!: number;
}

export class NewRun {
  /** Made by the client; the runs of all steps share it. */
  @IsUUID() seriesId!: string;
  /** How many times faster than true the stand-in goes. */
  @IsNumber() @Min(1) @Max(2000) speedUp!: number;
}

export const RUN_ACTIONS = ['start', 'pause', 'resume', 'cancel'] as const;
export type RunAction = (typeof RUN_ACTIONS)[number];

export class RunCommand {
  @IsIn(RUN_ACTIONS) action!: RunAction;
}

export class RunVerdict {
  @IsIn(OUTCOMES) outcome!: Outcome;
}
