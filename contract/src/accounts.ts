/** Bodies and answers of the routes of accounts, which are there once the application is served beyond its own machine. */
import { z } from 'zod';

/** Whoever stands before another may do what that one may. */
export const ROLES = ['owner', 'editor', 'reader'] as const;
export type Role = (typeof ROLES)[number];

/** How long a phone's link and its session last. */
export const LINK_HOURS = 24;
export const LEAST_PASSWORD = 10;

const name = z.string().trim().min(1, 'needs a name').max(40);
const newPassword = z.string().min(LEAST_PASSWORD, `needs at least ${LEAST_PASSWORD} characters`).max(200);
const password = z.string().max(200);
const code = z.string().trim().max(200);

export const accountBodies = {
  /** POST /session */
  signIn: z.strictObject({ name, password }),
  /** POST /session/first: the code is printed where the application was started. */
  first: z.strictObject({ code, name, password: newPassword }),
  /** POST /session/link */
  link: z.strictObject({ code }),
  /** PUT /session/password */
  changePassword: z.strictObject({ old: password, fresh: newPassword }),
  /** POST /accounts */
  addAccount: z.strictObject({ name, password: newPassword }),
  /** PUT /projects/:id/members/:account */
  setMember: z.strictObject({ role: z.enum(ROLES) }),
} as const;

const person = z.object({ id: z.uuid(), name: z.string() });
export const accountAnswers = {
  /** GET /session */
  session: z.object({
    /** Whether there are accounts at all. */
    accounts: z.boolean(),
    /** Nobody has an account yet: the first one is made with the code that the start printed. */
    isFirst: z.boolean(),
    who: z
      .discriminatedUnion('kind', [
        z.object({ kind: z.literal('machine') }),
        z.object({ kind: z.literal('account'), id: z.uuid(), name: z.string(), isOwner: z.boolean() }),
        z.object({ kind: z.literal('guest'), name: z.string(), project: z.uuid() }),
      ])
      .nullable(),
    csrf: z.string(),
  }),
  /** GET /accounts */
  accounts: z.object({ accounts: z.array(person.extend({ isOwner: z.boolean() })) }),
  /** GET /projects/:id/members: everybody who has an account, with what they may do. */
  members: z.object({ members: z.array(person.extend({ role: z.enum(ROLES).nullable() })), links: z.number().int() }),
  /** POST /projects/:id/links */
  link: z.object({ code: z.string(), expiresAt: z.string() }),
  /** GET /audit, GET /projects/:id/audit */
  audit: z.object({ entries: z.array(z.object({ at: z.string(), who: z.string(), what: z.string(), detail: z.string() })) }),
} as const;

export type SessionAnswer = z.infer<typeof accountAnswers.session>;
