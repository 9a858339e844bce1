import 'reflect-metadata';
import { TIMER_TURNS, type TimerTurn } from '@keen-anvil/core/timers';
import { OUTCOMES, type Outcome } from '@keen-anvil/core/recipes';
import { IsBoolean, IsIn, IsInt, IsOptional, IsUUID, Max, Min, ValidateIf } from 'class-validator';

/** A job's press plan is carried out. */
export class NewPressing {
  @IsUUID() id!: string;
  /** The press is at its temperature already. */
  @IsBoolean() isWarm!: boolean;
}

/** What a maker presses at the timer, seen at a phase: a turn that was meant for another one is refused. */
export class PressingTurn {
  @IsIn(TIMER_TURNS) turn!: TimerTurn;
  @IsInt() @Min(0) @Max(1000) at!: number;
}

/** How a layer came out; null takes it back. */
export class PressingVerdict {
  @IsUUID() layerId!: string;
  @ValidateIf((verdict: PressingVerdict) => verdict.outcome !== null) @IsIn(OUTCOMES) outcome!: Outcome | null;
  /** Where it is out of all reason beside the recipe: whether it counts as evidence. Nothing is kept until that is said. */
  @IsOptional() @IsBoolean() counts?: boolean;
}
