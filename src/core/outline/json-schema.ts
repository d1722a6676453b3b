import type { SchemaDescription, SchemaFieldDescription } from 'yup';
import { courseDocumentSchema, documentVersion } from './document';

type JsonSchema = { readonly [key: string]: unknown };

const types: { readonly [type: string]: string } = { string: 'string', number: 'number', boolean: 'boolean' };

/** A Yup description as JSON Schema (draft 2020-12), as far as the course document needs it. */
function convert(field: SchemaFieldDescription): JsonSchema {
  const { type, oneOf = [], nullable, optional } = field as SchemaDescription;
  const nothing = nullable ? ['null'] : [];
  if (oneOf.length > 0) return { enum: [...oneOf, ...(nullable ? [null] : [])] };
  if (type === 'object') {
    const fields = (field as SchemaDescription & { fields: { [name: string]: SchemaFieldDescription } }).fields;
    const names = Object.keys(fields);
    return {
      type: nullable ? ['object', 'null'] : 'object',
      properties: Object.fromEntries(names.map((name) => [name, convert(fields[name] as SchemaFieldDescription)])),
      required: names.filter((name) => !(fields[name] as SchemaDescription).optional),
    };
  }
  if (type === 'array') {
    const { innerType } = field as SchemaDescription & { innerType?: SchemaFieldDescription };
    return {
      type: nullable ? ['array', 'null'] : 'array',
      ...(innerType && !optional ? { items: convert(innerType) } : {}),
    };
  }
  const plain = types[type];
  return plain ? { type: nothing.length > 0 ? [plain, ...nothing] : plain } : {};
}

/** The JSON Schema of a course document, worked out from the schema that checks it. */
export const courseDocumentJsonSchema = (): JsonSchema => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: `Mosaik course document, version ${documentVersion}`,
  ...convert(courseDocumentSchema.describe()),
});
