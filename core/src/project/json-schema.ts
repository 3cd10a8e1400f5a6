import { z } from 'zod';
import { designSchema } from './schema.ts';

/**
 * The JSON Schema (draft 2020-12) of a project file of this version, for other programs. What one field says of another
 * (references, levels in their order) is not in it: `parseDesign` checks that as well.
 */
export const projectJsonSchema = (): unknown => ({
  $id: 'iron-nudge-project',
  title: 'Iron Nudge project',
  ...z.toJSONSchema(designSchema, { io: 'input', unrepresentable: 'any' }),
});
