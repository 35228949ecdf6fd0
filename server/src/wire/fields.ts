import { applyDecorators } from '@nestjs/common';
import { ApiProperty, getSchemaPath } from '@nestjs/swagger';
import type { Range } from '@pentimento/core/errors';
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
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';

/*
 * Each decorator says at once what a field must be (class-validator) and how the OpenAPI document shows it,
 * so the wire is defined in one place. Nullable fields must still be present.
 */
interface FieldOptions {
  readonly nullable?: boolean;
}

const nullGate = (nullable = false): PropertyDecorator[] => (nullable ? [ValidateIf((_object: object, value: unknown) => value !== null)] : []);

interface NumberOptions extends FieldOptions {
  readonly integer?: boolean;
  /** May be left out */
  readonly optional?: boolean;
}

export function NumberField(range: Range, { nullable = false, integer = false, optional = false }: NumberOptions = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: Number, minimum: range.min, maximum: range.max, description: range.unit, nullable, required: !optional }),
    ...(optional ? [IsOptional()] : nullGate(nullable)),
    integer ? IsInt() : IsNumber({ allowNaN: false, allowInfinity: false }),
    Min(range.min),
    Max(range.max),
  );
}

interface TextOptions extends FieldOptions {
  readonly minLength?: number;
  /** May be left out */
  readonly optional?: boolean;
}

export function TextField(maxLength: number, { nullable = false, minLength = 1, optional = false }: TextOptions = {}): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: String, minLength, maxLength, nullable, required: !optional }),
    ...(optional ? [IsOptional()] : nullGate(nullable)),
    IsString(),
    Length(minLength, maxLength),
  );
}

export function PatternField(pattern: RegExp, message: string): PropertyDecorator {
  return applyDecorators(ApiProperty({ type: String, pattern: pattern.source }), IsString(), Matches(pattern, { message }));
}

export function IdField({ nullable = false }: FieldOptions = {}): PropertyDecorator {
  return applyDecorators(ApiProperty({ type: String, format: 'uuid', nullable }), ...nullGate(nullable), IsUUID());
}

export function ChoiceField(
  choices: readonly (string | number)[],
  { nullable = false, optional = false }: FieldOptions & { optional?: boolean } = {},
): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ enum: [...choices], nullable, required: !optional }),
    ...(optional ? [IsOptional()] : nullGate(nullable)),
    IsIn(choices),
  );
}

/** One of a table's ids: checked here, a plain text on the wire, since the tables grow. */
export function KeyField(keys: readonly string[]): PropertyDecorator {
  return applyDecorators(ApiProperty({ type: String }), IsIn(keys));
}

export function FlagField(): PropertyDecorator {
  return applyDecorators(ApiProperty({ type: Boolean }), IsBoolean());
}

export function PartField<T extends object>(
  type: () => ClassConstructor<T>,
  { nullable = false, optional = false }: FieldOptions & { optional?: boolean } = {},
): PropertyDecorator {
  const gate = optional ? [IsOptional()] : [...nullGate(nullable), IsDefined()];
  return applyDecorators(ApiProperty({ type: () => type(), nullable, required: !optional }), ...gate, ValidateNested(), Type(type));
}

export function ListField<T extends object>(
  type: () => ClassConstructor<T>,
  most: number,
  { optional = false }: { optional?: boolean } = {},
): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: () => type(), isArray: true, maxItems: most, required: !optional }),
    ...(optional ? [IsOptional()] : []),
    IsArray(),
    ArrayMaxSize(most),
    ValidateNested({ each: true }),
    Type(type),
  );
}

/** An object of parts by key (name the part in ApiExtraModels on the class), or of numbers; what keys there may be is the core's to check. */
export function RecordField<T extends object>(
  type: ClassConstructor<T> | typeof Number,
  { optional = false }: { optional?: boolean } = {},
): PropertyDecorator {
  const number = type === Number;
  const additionalProperties = number ? { type: 'number' } : { $ref: getSchemaPath(type) };
  return applyDecorators(
    ApiProperty({ type: 'object', additionalProperties, selfRequired: !optional }),
    ...(optional ? [IsOptional()] : [IsDefined()]),
    IsObject(),
  );
}

export function NumberListField(range: Range, most: number): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: Number, isArray: true, maxItems: most }),
    IsArray(),
    ArrayMaxSize(most),
    IsNumber({ allowNaN: false, allowInfinity: false }, { each: true }),
    Min(range.min, { each: true }),
    Max(range.max, { each: true }),
  );
}

/** A list of short texts that may be left out. */
export function TextListField(maxLength: number, most: number): PropertyDecorator {
  return applyDecorators(
    ApiProperty({ type: String, isArray: true, maxItems: most, required: false }),
    IsOptional(),
    IsArray(),
    ArrayMaxSize(most),
    IsString({ each: true }),
    Length(1, maxLength, { each: true }),
  );
}
