import {
  OUTCOMES,
  PROCESS_NAMES,
  SOURCES,
  type Changes,
  type Outcome,
  type ProcessName,
  type QuantityName,
  type Settings,
  type Source,
} from '@keen-anvil/core/recipes';
import type { TypedQuantity } from '@keen-anvil/core/units';
import { ArrayMaxSize, ArrayUnique, IsArray, IsIn, IsOptional, IsString, IsUUID, Length } from 'class-validator';
import { Counted, IsSettings, IsTyped, MayBeLeftOut, Version, Words } from './fields';

type Typed = Partial<Record<QuantityName, TypedQuantity>>;

export class NewRecipe {
  @IsUUID() id!: string;
  @IsUUID() machineId!: string;
  @IsUUID() toolId!: string;
  @IsUUID() materialId!: string;
  @IsIn(PROCESS_NAMES) process!: ProcessName;
  @IsSettings() settings!: Settings;
  /** Numbers that were typed in another unit, as they were typed. */
  @MayBeLeftOut() @IsTyped() typed?: Typed;
  @IsIn(SOURCES) source!: Source;
  @Words(1000) reason!: string;
  @MayBeLeftOut() @Words(2000) note?: string;
}

export class NewRevision {
  @Version() version!: number;
  @IsSettings() settings!: Settings;
  @MayBeLeftOut() @IsTyped() typed?: Typed;
  @IsIn(SOURCES) source!: Source;
  @IsString() @Length(1, 1000, { message: 'say in a word or two why it changes' }) reason!: string;
}

/** Goes back to an earlier revision; that is a revision itself. */
export class ReturnToRevision {
  @Version() version!: number;
  @Counted('the number of a revision', 1) number!: number;
}

/** What a recipe says beside its numbers. */
export class RecipeNote {
  @Version() version!: number;
  @Words(2000) note!: string;
}

/** A little more or less for one tool or one piece of stock. */
export class NewVariant {
  @IsUUID() id!: string;
  @IsSettings() changes!: Changes;
  @IsString() @Length(1, 500, { message: 'say in a word or two why' }) reason!: string;
  @IsOptional() @IsUUID() toolId?: string | null;
  @IsOptional() @IsUUID() stockPieceId?: string | null;
}

/** The cards nailed to the Bench, in their order. */
export class Nails {
  @IsArray()
  @ArrayMaxSize(100, { message: 'at most 100 cards can be nailed up' })
  @ArrayUnique()
  @IsUUID(undefined, { each: true })
  recipeIds!: string[];
}

export class SuggestionWanted {
  @IsUUID() machineId!: string;
  @IsUUID() toolId!: string;
  @IsUUID() materialId!: string;
  @IsIn(PROCESS_NAMES) process!: ProcessName;
}

/** One trial at the bench, written down with the recipe. */
export class NewTrial {
  @IsUUID() id!: string;
  @IsSettings() settings!: Settings;
  @IsIn(OUTCOMES) outcome!: Outcome;
}
