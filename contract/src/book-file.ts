import {
  PROCESS_NAMES,
  SOURCES,
  OUTCOMES,
  type Changes,
  type Outcome,
  type ProcessName,
  type Settings,
  type Source,
} from '@keen-anvil/core/recipes';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBase64,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Min,
  ValidateNested,
} from 'class-validator';
import type { TypedSettings } from './answers';
import { IsSettings, IsTyped, Words } from './requests/fields';
import { NewMachine, NewMaterial, NewStockPiece, NewTool } from './requests/shop';

/** What the first lines of a book's file say; docs/formats.md describes every field. */
export const BOOK_FORMAT = 'keen-anvil-book';
export const BOOK_VERSION = 1;

export class BookMachine extends NewMachine {
  @IsBoolean() isArchived!: boolean;
}

export class BookToolLife {
  @IsInt() @Min(1) number!: number;
  @IsNumber() @Min(0) wear!: number;
  @IsISO8601() beganAt!: string;
  @IsISO8601() endedAt!: string;
  @Words(500) note!: string;
}

export class BookTool extends NewTool {
  @IsInt() @Min(1) lifeNumber!: number;
  @IsISO8601() lifeBeganAt!: string;
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookToolLife) lives!: BookToolLife[];
  @IsBoolean() isArchived!: boolean;
}

export class BookPiece extends NewStockPiece {
  @IsBoolean() isArchived!: boolean;
}

export class BookPhoto {
  @IsUUID() id!: string;
  @IsIn(['image/jpeg']) mediaType!: string;
  @IsBase64() base64!: string;
}

export class BookMaterial extends NewMaterial {
  @IsOptional() @ValidateNested() @Type(() => BookPhoto) photo!: BookPhoto | null;
  @IsBoolean() isArchived!: boolean;
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookPiece) pieces!: BookPiece[];
}

export class BookRevision {
  @IsSettings() settings!: Settings;
  @IsTyped() typed!: TypedSettings;
  @IsIn(SOURCES) source!: Source;
  @Words(1000) reason!: string;
  @IsISO8601() createdAt!: string;
  /** After how many trials a tuning settled on these numbers; absent where none did. */
  @IsOptional() @IsInt() @Min(1) settledTrials?: number;
  /** The number of an earlier revision whose settings hold again; absent where they are new. */
  @IsOptional() @IsInt() @Min(1) returnedTo?: number;
}

export class BookEvidence {
  @IsUUID() id!: string;
  @IsIn(['trial', 'run']) kind!: 'trial' | 'run';
  @IsIn(OUTCOMES) outcome!: Outcome;
  @IsISO8601() at!: string;
  @IsSettings() settings!: Settings;
  @IsOptional() @IsNumber() @Min(0) toolWear!: number | null;
  @IsOptional() @IsInt() @Min(1) toolLife!: number | null;
  @IsOptional() @IsString() @Length(0, 120) jobName!: string | null;
}

export class BookVariant {
  @IsUUID() id!: string;
  @IsSettings() changes!: Changes;
  @Words(500) reason!: string;
  @IsOptional() @IsUUID() toolId!: string | null;
  @IsOptional() @IsUUID() stockPieceId!: string | null;
  @IsISO8601() createdAt!: string;
  @IsOptional() @IsISO8601() endedAt!: string | null;
}

export class BookRecipe {
  @IsUUID() id!: string;
  @IsUUID() machineId!: string;
  @IsUUID() toolId!: string;
  @IsUUID() materialId!: string;
  @IsIn(PROCESS_NAMES) process!: ProcessName;
  @Words(2000) note!: string;
  @IsOptional() @IsInt() @Min(1) nail!: number | null;
  @IsISO8601() createdAt!: string;
  @IsBoolean() isArchived!: boolean;
  /** Oldest first; the last one holds. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => BookRevision)
  revisions!: BookRevision[];
  @IsArray() @ArrayMaxSize(20_000) @ValidateNested({ each: true }) @Type(() => BookEvidence) evidence!: BookEvidence[];
  @IsArray() @ArrayMaxSize(2000) @ValidateNested({ each: true }) @Type(() => BookVariant) variants!: BookVariant[];
}

/** A whole book, or a part of one with everything that it stands on. */
export interface BookFile {
  format: typeof BOOK_FORMAT;
  version: typeof BOOK_VERSION;
  machines: BookMachine[];
  tools: BookTool[];
  materials: BookMaterial[];
  recipes: BookRecipe[];
}
