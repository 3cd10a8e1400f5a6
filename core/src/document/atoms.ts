/** The smallest things that a document's schemas are made of. */
import { z } from 'zod';

// Pages forbid building code from strings; without this zod tries it once and the browser complains.
z.config({ jitless: true });

export const idSchema = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'an id is lower-case letters, digits and dashes');
export const nameSchema = z.string().trim().min(1, 'needs a name').max(60, 'is longer than 60 characters');
export const positive = z.number().positive().max(1e6);
/** A current that something may give or carry, A. */
export const limitA = positive.max(200);
/** How a contact stands while nothing operates it. */
export const REST = ['open', 'closed'] as const;
