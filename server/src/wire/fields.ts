import { applyDecorators } from '@nestjs/common';
import { ApiProperty, getSchemaPath } from '@nestjs/swagger';
import type { Range } from '@pentimento/core/errors';
import { isCalendarDate } from '@pentimento/core/shop-time';
import { Type, type ClassConstructor } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
  ValidateBy,
  ValidateIf,
  ValidateNested,
} from 'class-validator';

/*
 * Each decorator says at once what a field must be (class-validator) and how the OpenAPI document shows it,
 * so the wire is defined in one place. Nullable fields must still be present.
 */
export interface FieldOptions {
  readonly nullable?: boolean;
  /** May be left out */
  readonly optional?: boolean;
}

/** Lets null through where the type says null, and nothing where it may be left out; everything else is checked. */
function gate({ nullable = false, optional = false }: FieldOptions): PropertyDecorator[] {
  if (!nullable && !optional) return [IsDefined()];
  return [ValidateIf((_object: object, value: unknown) => !(nullable && value === null) && !(optional && value === undefined))];
}

export function NumberField(range: Range, { integer = false, ...options }: FieldOptions & { readonly integer?: boolean } = {}): PropertyDecorator {
  const { nullable, optional } = options;
  return applyDecorators(
    ApiProperty({
      type: integer ? 'integer' : Number,
      minimum: range.min,
      maximum: range.max,
      description: range.unit,
      nullable,
      required: !optional,
    }),
    ...gate(options),
    integer ? IsInt() : IsNumber({ allowNaN: false, allowInfinity: false }),
    Min(range.min),
    Max(range.max),
  );
}

export function TextField(maxLength: number, { minLength = 1, ...options }: FieldOptions & { readonly minLength?: number } = {}): PropertyDecorator {
  const { nullable, optional } = options;
  return applyDecorators(
    ApiProperty({ type: String, minLength, maxLength, nullable, required: !optional }),
    ...gate(options),
    IsString(),
    Length(minLength, maxLength),
  );
}

/** A day of the calendar, YYYY-MM-DD. */
export function DayField(options: FieldOptions = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: String, format: 'date', nullable: options.nullable, required: !options.optional }),
    ...gate(options),
    ValidateBy({
      name: 'calendarDay',
      validator: {
        validate: (value: unknown) => typeof value === 'string' && isCalendarDate(value),
        defaultMessage: (args) => `${args?.property ?? 'date'} must be a day of the calendar, YYYY-MM-DD`,
      },
    }),
  );
}

export function PatternField(pattern: RegExp, message: string): PropertyDecorator {
  return applyDecorators(ApiProperty({ type: String, pattern: pattern.source }), IsString(), Matches(pattern, { message }));
}

export function IdField(options: FieldOptions = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: String, format: 'uuid', nullable: options.nullable, required: !options.optional }),
    ...gate(options),
    IsUUID(),
  );
}

export function ChoiceField(choices: readonly (string | number)[], options: FieldOptions = {}): PropertyDecorator {
  const { nullable, optional } = options;
  return applyDecorators(ApiProperty({ enum: [...choices], nullable, required: !optional }), ...gate(options), IsIn(choices));
}

/** One of a table's ids: checked here, a plain text on the wire, since the tables grow. */
export function KeyField(keys: readonly string[]): PropertyDecorator {
  return applyDecorators(ApiProperty({ type: String }), IsIn(keys));
}

export function FlagField(): PropertyDecorator {
  return applyDecorators(ApiProperty({ type: Boolean }), IsBoolean());
}

export function PartField<T extends object>(type: () => ClassConstructor<T>, options: FieldOptions = {}): PropertyDecorator {
  const { nullable, optional } = options;
  return applyDecorators(
    ApiProperty({ type: () => type(), nullable, required: !optional }),
    ...gate(options),
    IsObject(),
    ValidateNested(),
    Type(type),
  );
}

export function ListField<T extends object>(type: () => ClassConstructor<T>, most: number, options: FieldOptions = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: () => type(), isArray: true, maxItems: most, required: !options.optional }),
    ...gate(options),
    IsArray(),
    ArrayMaxSize(most),
    ValidateNested({ each: true }),
    Type(type),
  );
}

/** An object whose fields core checks, or null. */
export function AnyPartField({ optional = false }: Pick<FieldOptions, 'optional'> = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: 'object', additionalProperties: true, nullable: true, selfRequired: !optional }),
    ...gate({ nullable: true, optional }),
    IsObject(),
  );
}

/** An object of parts by key (name the part in ApiExtraModels on the class); what keys there may be is the core's to check. */
export function RecordField<T extends object>(type: ClassConstructor<T>, options: FieldOptions = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: 'object', additionalProperties: { $ref: getSchemaPath(type) }, selfRequired: !options.optional }),
    ...gate(options),
    IsObject(),
  );
}

/** An object of numbers by key. */
export function NumberRecordField(
  range: Range,
  { integer = false, ...options }: FieldOptions & { readonly integer?: boolean } = {},
): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: 'object', additionalProperties: { type: 'number' }, selfRequired: !options.optional }),
    ...gate(options),
    IsObject(),
    ValidateBy({
      name: 'numbersByKey',
      validator: {
        validate: (value: unknown) => typeof value === 'object' && value !== null && Object.values(value).every((one) => fits(one, range, integer)),
        defaultMessage: (args) =>
          `${args?.property ?? 'numbers'} must hold ${integer ? 'whole ' : ''}numbers from ${String(range.min)} to ${String(range.max)}`,
      },
    }),
  );
}

const fits = (value: unknown, { min, max }: Range, integer: boolean): boolean =>
  typeof value === 'number' && value >= min && value <= max && (!integer || Number.isInteger(value));

export function NumberListField(range: Range, most: number, options: FieldOptions = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: Number, isArray: true, maxItems: most, required: !options.optional }),
    ...gate(options),
    IsArray(),
    ArrayMaxSize(most),
    IsNumber({ allowNaN: false, allowInfinity: false }, { each: true }),
    Min(range.min, { each: true }),
    Max(range.max, { each: true }),
  );
}

/** A list of short texts. */
export function TextListField(maxLength: number, most: number, options: FieldOptions = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: String, isArray: true, maxItems: most, required: !options.optional }),
    ...gate(options),
    IsArray(),
    ArrayMaxSize(most),
    IsString({ each: true }),
    Length(1, maxLength, { each: true }),
  );
}
