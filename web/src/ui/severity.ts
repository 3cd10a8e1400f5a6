import type { Severity } from '@iron-nudge/core';

/** A shape as well as a colour. */
export const SEVERITY: Readonly<Record<Severity, { shape: string; word: string; colour: string }>> = {
  danger: { shape: '■', word: 'danger', colour: 'var(--danger)' },
  caution: { shape: '▲', word: 'caution', colour: 'var(--caution)' },
  hold: { shape: '●', word: 'holds', colour: 'var(--hold)' },
};
