import * as z from 'zod/mini';

/**
 * JSON Schema 2020-12 of what a schema reads, made from it. Stands alone: only the server hands it out.
 * @example jsonSchemaOf(fileSchema) // { $schema: 'https://json-schema.org/draft/2020-12/schema', type: 'object', … }
 */
export const jsonSchemaOf = (schema: z.ZodMiniType): unknown =>
  z.toJSONSchema(schema, { target: 'draft-2020-12' });
