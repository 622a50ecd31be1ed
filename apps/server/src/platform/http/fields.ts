/*
 * A field of a request or an answer is described once: the decorator checks it (class-validator) and tells the
 * OpenAPI description about it.
 */
import { applyDecorators } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

interface Any {
  /** May be left out. */
  readonly optional?: boolean;
  /** May be null. */
  readonly nullable?: boolean;
}
type Shape = Parameters<typeof ApiProperty>[0];

function field(any: Any, shape: Shape, ...checks: PropertyDecorator[]): PropertyDecorator {
  const described = ApiProperty({
    ...shape,
    required: !any.optional,
    ...(any.nullable ? { nullable: true } : {}),
  } as Shape);
  return applyDecorators(described, ...(any.optional || any.nullable ? [IsOptional()] : []), ...checks);
}

/** Text of `min` to `max` characters, both in. */
export const Text = ({ min = 0, max = 200, ...any }: Any & { min?: number; max?: number } = {}): PropertyDecorator =>
  field(any, { type: String, minLength: min, maxLength: max }, IsString(), Length(min, max));

export const Id = (any: Any = {}): PropertyDecorator => field(any, { type: String, format: 'uuid' }, IsUUID());

/** A whole number from `min` to `max`, both in. */
export const Whole = ({
  min = 0,
  max = Number.MAX_SAFE_INTEGER,
  ...any
}: Any & { min?: number; max?: number } = {}): PropertyDecorator =>
  field(any, { type: 'integer', minimum: min, maximum: max }, IsInt(), Min(min), Max(max));

/** A number from `min` to `max`, both in. */
export const Decimal = ({
  min = 0,
  max = Number.MAX_SAFE_INTEGER,
  ...any
}: Any & { min?: number; max?: number } = {}): PropertyDecorator =>
  field(any, { type: Number, minimum: min, maximum: max }, IsNumber(), Min(min), Max(max));

export const Flag = (any: Any = {}): PropertyDecorator => field(any, { type: Boolean }, IsBoolean());

/** A moment of the calendar in ISO 8601. */
export const When = (any: Any = {}): PropertyDecorator =>
  field(any, { type: String, format: 'date-time' }, IsISO8601());

export const Choice = (values: readonly string[], any: Any = {}): PropertyDecorator =>
  field(any, { type: String, enum: [...values] } as Shape, IsIn([...values]));

type Class = new () => object;

/** An object with fields of its own. A class is named late, by a function that the description knows by its name `type`. */
export const Part = (of: () => Class, any: Any = {}): PropertyDecorator =>
  field(any, { type: () => of() } as Shape, ValidateNested(), Type(of));

/** The most entries of a list, where a field does not say otherwise. */
const MOST_ENTRIES = 2000;

/** A list of objects with fields of their own. */
export const Parts = (
  of: () => Class,
  { most = MOST_ENTRIES, ...any }: Any & { most?: number } = {},
): PropertyDecorator =>
  field(
    any,
    { type: () => of(), isArray: true } as Shape,
    IsArray(),
    ArrayMaxSize(most),
    ValidateNested({ each: true }),
    Type(of),
  );

/** A list of plain numbers or texts. */
export const Numbers = (any: Any = {}): PropertyDecorator =>
  field(
    any,
    { type: Number, isArray: true } as Shape,
    IsArray(),
    ArrayMaxSize(MOST_ENTRIES),
    IsNumber({}, { each: true }),
  );
export const Texts = (any: Any = {}): PropertyDecorator =>
  field(
    any,
    { type: String, isArray: true } as Shape,
    IsArray(),
    ArrayMaxSize(MOST_ENTRIES),
    IsString({ each: true }),
    MaxLength(500, { each: true }),
  );

/** JSON whose shape the core checks. */
export const Free = (any: Any = {}): PropertyDecorator =>
  field(any, { type: 'object', additionalProperties: true } as Shape, IsObject());
