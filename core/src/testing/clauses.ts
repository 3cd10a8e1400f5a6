import fc from 'fast-check';
import type { When } from '../design/schema.ts';
import { and, not, on, or } from './designs.ts';

/** Any clause over some signals, up to four deep. */
export function clauseOver(signals: readonly string[]): fc.Arbitrary<When> {
  return fc.letrec<{ when: When }>((tie) => ({
    when: fc.oneof(
      { maxDepth: 4, withCrossShrink: true },
      fc.constantFrom(...signals.map(on)),
      tie('when').map(not),
      fc.array(tie('when'), { minLength: 2, maxLength: 3 }).map((of) => and(...of)),
      fc.array(tie('when'), { minLength: 2, maxLength: 3 }).map((of) => or(...of)),
    ),
  })).when;
}
