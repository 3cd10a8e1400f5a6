import type { z } from 'zod';
import { HttpError } from '../errors.ts';

/** A request's body as a schema has it; the first thing wrong with it otherwise. */
export function parseBody<T>(schema: z.ZodType<T>, body: unknown): T {
  const parsed = schema.safeParse(body);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  throw new HttpError(400, 'bad-request', issue.message, issue.path.join('.'));
}
