import 'reflect-metadata';
import { QUANTITIES } from '@keen-anvil/core/recipes';
import { readTyped } from '@keen-anvil/core/units';
import { plainToInstance, Transform, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsInt,
  IsNumber,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  registerDecorator,
  ValidateIf,
  ValidateNested,
} from 'class-validator';

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function fieldRule(name: string, message: string, validate: (value: unknown) => boolean): PropertyDecorator {
  return (target, propertyName) =>
    registerDecorator({
      name,
      target: target.constructor,
      propertyName: String(propertyName),
      validator: { validate, defaultMessage: () => message },
    });
}

const all =
  (...rules: PropertyDecorator[]): PropertyDecorator =>
  (target, propertyName) => {
    for (const rule of rules) rule(target, propertyName);
  };

const isQuantity = (name: string) => (QUANTITIES as readonly string[]).includes(name);
const isFinite = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);

/** A record of quantities to numbers, such as `{ force: 14, speed: 5 }`. */
export const IsSettings = (): PropertyDecorator =>
  fieldRule(
    'isSettings',
    `settings must give numbers for some of ${QUANTITIES.join(', ')}`,
    (value) => isRecord(value) && Object.entries(value).every(([name, n]) => isQuantity(name) && isFinite(n)),
  );

/** Numbers by the names of measures, such as `{ width: 40, hole: 4 }`. */
export const IsMeasures = (): PropertyDecorator =>
  fieldRule(
    'isMeasures',
    'measures must give a number for each of at most 20 names',
    (value) =>
      isRecord(value) &&
      Object.keys(value).length <= 20 &&
      Object.entries(value).every(([name, n]) => name.length <= 40 && typeof n === 'number' && Number.isFinite(n)),
  );

/** What was typed for some fields, each with the unit it was meant in: `{ speed: { text: '320', unit: 'mm/min' } }`. */
export const IsTyped = (): PropertyDecorator =>
  fieldRule(
    'isTyped',
    'typed must give the text and unit of numbers',
    (value) =>
      isRecord(value) &&
      Object.values(value).every(
        (typed) =>
          isRecord(typed) &&
          Object.keys(typed).length === 2 &&
          typeof typed.text === 'string' &&
          typed.text.length <= 40 &&
          typeof typed.unit === 'string' &&
          readTyped(typed.text, typed.unit, typed.unit) !== null,
      ),
  );

/** Facts that only some kinds have; what may stand there is checked against the kind's own table. */
export const IsDetails = (): PropertyDecorator =>
  fieldRule(
    'isDetails',
    'details must be texts, numbers, yes or no',
    (value) =>
      isRecord(value) &&
      Object.values(value).every((fact) => typeof fact === 'string' || typeof fact === 'boolean' || isFinite(fact)),
  );

const isOutline = (value: unknown): boolean =>
  Array.isArray(value) &&
  value.length >= 3 &&
  value.length <= 2000 &&
  value.every(
    (point) =>
      isRecord(point) &&
      isFinite(point.x) &&
      isFinite(point.y) &&
      Math.abs(point.x) <= 100_000 &&
      Math.abs(point.y) <= 100_000,
  );

/** A closed outline: three to 2,000 points in mm. */
export const IsOutline = (): PropertyDecorator =>
  fieldRule('isOutline', 'an outline has 3 to 2000 points in mm', isOutline);

/** Several closed outlines. */
export const IsOutlines = (most: number): PropertyDecorator =>
  fieldRule(
    'isOutlines',
    `0 to ${most} outlines were expected, each of 3 to 2000 points in mm`,
    (value) => Array.isArray(value) && value.length <= most && value.every(isOutline),
  );

/** A number within a range, refused with a sentence that names it and its unit. */
export function Amount(name: string, min: number, max: number, unit = ''): PropertyDecorator {
  const message = `${name} goes from ${min} to ${max}${unit ? ` ${unit}` : ''}`;
  return all(
    IsNumber({ allowNaN: false, allowInfinity: false }, { message }) as PropertyDecorator,
    Min(min, { message }) as PropertyDecorator,
    Max(max, { message }) as PropertyDecorator,
  );
}

/** The name of a thing. */
export function Name(what: string): PropertyDecorator {
  const message = `${what} needs a name of 1 to 120 letters`;
  return all(
    IsString({ message }) as PropertyDecorator,
    Length(1, 120, { message }) as PropertyDecorator,
    Matches(/\S/, { message }) as PropertyDecorator,
  );
}

/** The largest whole number that a column keeps. */
const LARGEST_INT = 2_147_483_647;

/** The version of a row that a change was made from. */
export const Version = (): PropertyDecorator => Counted('the version', 1);

/** Something that is counted. */
export function Counted(name: string, min: number, max: number = LARGEST_INT): PropertyDecorator {
  const message = `${name} is a whole number from ${min} to ${max}`;
  return all(
    IsInt({ message }) as PropertyDecorator,
    Min(min, { message }) as PropertyDecorator,
    Max(max, { message }) as PropertyDecorator,
  );
}

/** A field that may be left out; where it is not, it is no null. */
export const MayBeLeftOut = (): PropertyDecorator => ValidateIf((_, value) => value !== undefined) as PropertyDecorator;

/** An object of a class of its own. */
export function Nested<T extends object>(type: () => new () => T): PropertyDecorator {
  return all(
    fieldRule('isRecord', 'an object was expected', isRecord),
    ValidateNested() as PropertyDecorator,
    Type(type) as PropertyDecorator,
  );
}

/** An object of one of several classes: which one, a field of it says. */
export function IsOneOf(field: string, types: Readonly<Record<string, new () => object>>): PropertyDecorator {
  const typeOf = (value: unknown) => {
    const name = isRecord(value) ? value[field] : undefined;
    return typeof name === 'string' && Object.hasOwn(types, name) ? types[name] : null;
  };
  return all(
    fieldRule('isOneOf', `${field} is one of ${Object.keys(types).join(', ')}`, (value) => typeOf(value) !== null),
    ValidateNested() as PropertyDecorator,
    Transform(({ value }: { value: unknown }) => {
      const type = typeOf(value);
      return type ? plainToInstance(type, value) : value;
    }) as PropertyDecorator,
  );
}

/** A list of objects of a class of their own. */
export function NestedList<T extends object>(
  type: () => new () => T,
  most: number,
  message?: string,
): PropertyDecorator {
  return all(
    ArrayMaxSize(most, message === undefined ? undefined : { message }) as PropertyDecorator,
    fieldRule('areRecords', 'a list of objects was expected', (value) => Array.isArray(value) && value.every(isRecord)),
    ValidateNested({ each: true }) as PropertyDecorator,
    Type(type) as PropertyDecorator,
  );
}

/** A note of any words, or none. */
export const Words = (longest: number): PropertyDecorator =>
  all(IsString() as PropertyDecorator, Length(0, longest) as PropertyDecorator);

/** A colour such as #1d2f5c. */
export const Colour = (): PropertyDecorator =>
  Matches(/^#[0-9a-f]{6}$/, { message: 'a colour is written as #1d2f5c' }) as PropertyDecorator;
