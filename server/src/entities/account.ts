import { EntitySchema } from 'typeorm';
import type { Role } from '@iron-nudge/contract';

export interface Account {
  id: string;
  name: string;
  /** As `passwords.ts` writes it. */
  password: string;
  /** Of the house: makes and removes accounts, and owns what nobody else does. */
  isOwner: boolean;
}
export const AccountEntity = new EntitySchema<Account>({
  name: 'Account',
  tableName: 'account',
  columns: {
    id: { type: 'uuid', primary: true, generated: 'uuid' },
    name: { type: 'text' },
    password: { type: 'text' },
    isOwner: { type: 'boolean', name: 'is_owner', default: false },
  },
});

/** What an account may do with a project. */
export interface Member {
  project: string;
  account: string;
  role: Role;
}
export const MemberEntity = new EntitySchema<Member>({
  name: 'Member',
  tableName: 'member',
  columns: {
    project: { type: 'uuid', primary: true },
    account: { type: 'uuid', primary: true },
    role: { type: 'text' },
  },
});

/** A code that lets one phone tick and log readings of one project. */
export interface Link {
  /** SHA-256 of the code, hexadecimal: the code itself is kept nowhere. */
  id: string;
  project: string;
  madeBy: string;
  expiresAt: Date;
  usedAt: Date | null;
}
export const LinkEntity = new EntitySchema<Link>({
  name: 'Link',
  tableName: 'link',
  columns: {
    id: { type: 'text', primary: true },
    project: { type: 'uuid' },
    madeBy: { type: 'text', name: 'made_by' },
    expiresAt: { type: 'timestamptz', name: 'expires_at' },
    usedAt: { type: 'timestamptz', name: 'used_at', nullable: true },
  },
});

export interface Session {
  /** SHA-256 of what the cookie holds, hexadecimal. */
  id: string;
  account: string | null;
  link: string | null;
  /** Sent with every request that changes something. */
  csrf: string;
  expiresAt: Date;
}
export const SessionEntity = new EntitySchema<Session>({
  name: 'Session',
  tableName: 'session',
  columns: {
    id: { type: 'text', primary: true },
    account: { type: 'uuid', nullable: true },
    link: { type: 'text', nullable: true },
    csrf: { type: 'text' },
    expiresAt: { type: 'timestamptz', name: 'expires_at' },
  },
});

export interface AuditRow {
  seq: string;
  at: Date;
  who: string;
  what: string;
  project: string | null;
  detail: string;
}
export const AuditEntity = new EntitySchema<AuditRow>({
  name: 'Audit',
  tableName: 'audit',
  columns: {
    seq: { type: 'bigint', primary: true, generated: 'increment' },
    at: { type: 'timestamptz', createDate: true },
    who: { type: 'text' },
    what: { type: 'text' },
    project: { type: 'uuid', nullable: true },
    detail: { type: 'text', default: '' },
  },
});
