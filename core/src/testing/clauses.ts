import fc from 'fast-check';
import type { When } from '../document/when-schema.ts';
import { and, delay, held, not, on, or, toggle } from './designs.ts';

/** Any clause over some signals, up to four deep; `remembering` ones hold, toggle and delay as well. */
export function clauseOver(signals: readonly string[], remembering = false): fc.Arbitrary<When> {
  return fc.letrec<{ when: When }>((tie) => ({
    when: fc.oneof(
      { maxDepth: 4, withCrossShrink: true },
      fc.constantFrom(...signals.map(on)),
      tie('when').map(not),
      fc.array(tie('when'), { minLength: 2, maxLength: 3 }).map((of) => and(...of)),
      fc.array(tie('when'), { minLength: 2, maxLength: 3 }).map((of) => or(...of)),
      ...(remembering
        ? [
            fc.tuple(tie('when'), tie('when')).map(([set, reset]) => held(set, reset)),
            tie('when').map(toggle),
            fc.tuple(tie('when'), fc.constantFrom(0, 5), fc.constantFrom(0, 30)).map(([of, onS, offS]) => delay(of, onS, offS)),
          ]
        : []),
    ),
  })).when;
}
