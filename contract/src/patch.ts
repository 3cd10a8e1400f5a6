import { z } from 'zod';
import type { Patch } from '@iron-nudge/core';

/** Keys that a document never has and that reach behind a JavaScript object. */
const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype']);
const key = z
  .string()
  .max(300)
  .refine((name) => !FORBIDDEN.has(name), 'is not a field of a project');

/** Over the line a key without a value is not there at all; whoever writes a change says that by name. */
const maybe = z.unknown().optional() as unknown as z.ZodUnknown;

/** A change of a document; without `value` what stands there is taken out. */
export const patchSchema = z
  .strictObject({ path: z.array(z.union([key, z.number().int().min(0).max(100_000)])).max(30), value: maybe })
  .transform(({ path, value }): Patch => ({ path, value }));
