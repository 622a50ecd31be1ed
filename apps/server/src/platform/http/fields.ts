/*
 * A field of a request or an answer is described once: the decorator checks it (class-validator) and tells the
 * OpenAPI description about it.
 */
import { applyDecorators } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { isDay } from '@oakbell/core/outline';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
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
  ValidateBy,
  ValidateIf,
  ValidateNested,
} from 'class-validator';

interface Any {
  /** May be left out. */
  readonly optional?: boolean;
  /** May be null. */
  readonly nullable?: boolean;
}
/** What may be left out is not looked at where it is; what may only be null has to be said. */
function absence({ optional, nullable }: Any): readonly PropertyDecorator[] {
  if (optional) return [IsOptional()];
  return nullable ? [ValidateIf((_, value) => value !== null)] : [];
}

type Shape = Parameters<typeof ApiProperty>[0];

function field(any: Any, shape: Shape, ...checks: PropertyDecorator[]): PropertyDecorator {
  const described = ApiProperty({
    ...shape,
    required: !any.optional,
    ...(any.nullable ? { nullable: true } : {}),
  } as Shape);
  return applyDecorators(described, ...absence(any), ...checks);
}

/** What holds of a text, and the words for whoever reads that it does not. */
const holds = (name: string, message: string, validate: (text: string) => boolean): PropertyDecorator =>
  ValidateBy({ name, validator: { validate: (value) => typeof value !== 'string' || validate(value) } }, { message });
const TEXT = { message: 'This must be text.' } as const;

/** Text of `min` to `max` characters, both in. Blanks alone are no text where there must be some. */
export const Text = ({ min = 0, max = 200, ...any }: Any & { min?: number; max?: number } = {}): PropertyDecorator =>
  field(
    any,
    { type: String, minLength: min, maxLength: max },
    IsString(TEXT),
    Length(min, max, {
      message: min > 1 ? `This must have ${min} to ${max} characters.` : `This can have ${max} characters at most.`,
    }),
    holds('isWritable', 'This holds a letter that cannot be written down.', (text) => !text.includes('\0')),
    ...(min > 0 ? [holds('isWritten', 'Nothing is written here yet.', (text) => text.trim() !== '')] : []),
  );

export const Id = (any: Any = {}): PropertyDecorator =>
  field(any, { type: String, format: 'uuid' }, IsUUID(undefined, { message: 'This names nothing that is known.' }));

/** Words for the ends of what is taken. */
const span = (what: string, min: number, max: number) => ({
  message: `This must be ${what}${
    max === Number.MAX_SAFE_INTEGER ? `, ${min} or more` : min === 0 && max === 1 ? '' : ` from ${min} to ${max}`
  }.`,
});

/** A whole number from `min` to `max`, both in. */
export const Whole = ({
  min = 0,
  max = Number.MAX_SAFE_INTEGER,
  ...any
}: Any & { min?: number; max?: number } = {}): PropertyDecorator =>
  field(
    any,
    { type: 'integer', minimum: min, maximum: max },
    IsInt(span('a whole number', min, max)),
    Min(min, span('a whole number', min, max)),
    Max(max, span('a whole number', min, max)),
  );

/** A number from `min` to `max`, both in. */
export const Decimal = ({
  min = 0,
  max = Number.MAX_SAFE_INTEGER,
  ...any
}: Any & { min?: number; max?: number } = {}): PropertyDecorator =>
  field(
    any,
    { type: Number, minimum: min, maximum: max },
    IsNumber({}, span('a number', min, max)),
    Min(min, span('a number', min, max)),
    Max(max, span('a number', min, max)),
  );

export const Flag = (any: Any = {}): PropertyDecorator =>
  field(any, { type: Boolean }, IsBoolean({ message: 'This must be yes or no.' }));

/** A moment of the calendar in ISO 8601. */
export const When = (any: Any = {}): PropertyDecorator =>
  field(
    any,
    { type: String, format: 'date-time' },
    IsISO8601({ strict: true }, { message: 'This must be a day and a time of the calendar.' }),
  );

/** A day of the calendar, yyyy-mm-dd. */
export const Day = (any: Any = {}): PropertyDecorator =>
  field(
    any,
    { type: String, format: 'date' },
    IsString(TEXT),
    holds('isDay', 'There is no such day in the calendar. Write it like 2026-03-05.', isDay),
  );

/** Several of these, each once at most. */
export const Choices = (values: readonly string[], any: Any = {}): PropertyDecorator =>
  field(
    any,
    { type: String, enum: [...values], isArray: true } as Shape,
    IsArray(),
    ArrayMaxSize(values.length),
    IsIn([...values], { each: true, message: `Each of these must be one of: ${values.join(', ')}.` }),
  );

export const Choice = (values: readonly string[], any: Any = {}): PropertyDecorator =>
  field(
    any,
    { type: String, enum: [...values] } as Shape,
    IsIn([...values], { message: `This must be one of: ${values.join(', ')}.` }),
  );

type Class = new () => object;

/** An object with fields of its own. A class is named late, by a function that the description knows by its name `type`. */
export const Part = (of: () => Class, any: Any = {}): PropertyDecorator =>
  field(any, { type: () => of() } as Shape, ValidateNested(), Type(of));

/** The most entries of a list, where a field does not say otherwise. */
const MOST_ENTRIES = 2000;

/** A list of objects with fields of their own. */
export const Parts = (
  of: () => Class,
  { least = 0, most = MOST_ENTRIES, ...any }: Any & { least?: 0 | 1; most?: number } = {},
): PropertyDecorator =>
  field(
    any,
    { type: () => of(), isArray: true } as Shape,
    IsArray(),
    ArrayMinSize(least, { message: 'Nothing is named here yet.' }),
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
export const Texts = ({
  max = 500,
  most = MOST_ENTRIES,
  ...any
}: Any & { max?: number; most?: number } = {}): PropertyDecorator =>
  field(
    any,
    { type: String, isArray: true } as Shape,
    IsArray(),
    ArrayMaxSize(most, { message: `There can be ${most} of these at most.` }),
    IsString({ each: true }),
    MaxLength(max, { each: true, message: `Each of these can have ${max} characters at most.` }),
  );
/** At least one name, where a field does not say otherwise, and at most so many. */
export const Ids = ({ least = 1, most, ...any }: Any & { least?: 0 | 1; most: number }): PropertyDecorator =>
  field(
    any,
    { type: String, format: 'uuid', isArray: true } as Shape,
    IsArray(),
    ArrayMinSize(least, { message: 'Nothing is named here yet.' }),
    ArrayMaxSize(most, { message: `There can be ${most} of these at once.` }),
    IsUUID(undefined, { each: true, message: 'This names nothing that is known.' }),
  );

/** JSON whose shape the core checks. */
export const Free = (any: Any = {}): PropertyDecorator =>
  field(any, { type: 'object', additionalProperties: true } as Shape, IsObject());
