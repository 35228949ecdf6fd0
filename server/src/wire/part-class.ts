import type { Field, FieldShape, FieldTable } from '@pentimento/core/plan';
import type { ClassConstructor } from 'class-transformer';
import {
  ChoiceField,
  FlagField,
  KeyField,
  ListField,
  NumberField,
  NumberListField,
  NumberRecordField,
  PartField,
  DayField,
  TextField,
  TextListField,
  type FieldOptions,
} from './fields.js';

const made = new Map<FieldTable, ClassConstructor<object>>();
const names = new Map<string, FieldTable>();

/**
 * A DTO class (class-validator and OpenAPI) for a table of fields; the same table gives the same class.
 * @param name of its schema in the OpenAPI document
 * @throws Error where two tables would take the same name
 */
export function partClass(name: string, fields: FieldTable): ClassConstructor<object> {
  const known = made.get(fields);
  if (known) return known;
  if (names.has(name)) throw new Error(`two parts of a plan are called ${name}: give one another label`);
  names.set(name, fields);
  // A class that its table fills; it has no members of its own.
  const Part = class {};
  Object.defineProperty(Part, 'name', { value: name });
  made.set(fields, Part);
  for (const [key, field] of Object.entries(fields)) decoratorOf(field)(Part.prototype, key);
  return Part;
}

/** "Mold design" → "PlanMoldDesign" */
function schemaName(label: string): string {
  const words = label.split(/[^\p{L}\p{N}]+/u).filter((word) => word !== '');
  return `Plan${words.map((word) => word.charAt(0).toUpperCase() + word.slice(1)).join('')}`;
}

/** Words of a choice are short. */
const LONGEST_CHOICE = 60;

const UNSUPPORTED = (kind: string): Error => new Error(`the wire knows no list or record of ${kind}`);

function decoratorOf({ label, shape, nullable, optional }: Field): PropertyDecorator {
  const options: FieldOptions = { nullable, optional };
  switch (shape.kind) {
    case 'number':
      return NumberField(shape.range, { ...options, integer: shape.whole });
    case 'text':
      return shape.day ? DayField(options) : TextField(shape.most, { ...options, minLength: shape.least });
    case 'choice':
      return shape.open ? KeyField(shape.choices.map(String)) : ChoiceField(shape.choices, options);
    case 'flag':
      return FlagField();
    case 'part': {
      const { fields } = shape;
      return PartField(() => partClass(schemaName(label), fields), options);
    }
    case 'list':
      return listOf(shape.of, shape.most, options);
    case 'record':
      if (shape.of.shape.kind !== 'number') throw UNSUPPORTED(shape.of.shape.kind);
      return NumberRecordField(shape.of.shape.range, { ...options, integer: shape.of.shape.whole });
  }
}

function listOf({ label, shape }: { label: string; shape: FieldShape }, most: number, options: FieldOptions): PropertyDecorator {
  switch (shape.kind) {
    case 'part': {
      const { fields } = shape;
      return ListField(() => partClass(schemaName(label), fields), most, options);
    }
    case 'number':
      return NumberListField(shape.range, most, options);
    case 'text':
      return TextListField(shape.most, most, options);
    case 'choice':
      // Which ones there are is checked with the part.
      return TextListField(LONGEST_CHOICE, most, options);
    default:
      throw UNSUPPORTED(shape.kind);
  }
}
