import { hertzOf } from '../project/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, letThrough, ofPart } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { shortAt } from './short.ts';
import { solidContacts } from './solid.ts';

const ID = 'ssr-outlasts-short';

/** A breaker opens far too slowly for a thyristor: a short behind it may end the relay, and it ends closed. */
export const ssrOutlastsShort: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a solid-state relay outlast a short until its fuse has opened?',
  notAsked: 'no solid-state relay in it has its I²t typed from its sheet, or nothing opens a short at once: after a short it is changed',
  check: (context) =>
    context.jobs.flatMap((job) =>
      solidContacts(context, job).flatMap(({ relay, contact, solid }) => {
        const short = contact.fuse && shortAt(context, job, contact.fuse);
        const through = short && letThrough(contact.fuse.spec.style, contact.fuse.spec.ratingA, short.ampere, hertzOf(context.design));
        if (solid.i2t === undefined || !contact.fuse || !short || !through) return [];
        const { tag } = contact.fuse;
        const value = through.i2t;
        const limit = solid.i2t;
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(relay),
            value,
            limit,
            unit: '',
            title:
              value > limit
                ? `A short behind ${relay.tag} ends it, closed, before ${tag} has opened`
                : `${relay.tag} outlasts a short until ${tag} has opened`,
            detail:
              value > limit
                ? 'a fuse for semiconductors before it, or one that bears more; after a short it is changed before anything is used again'
                : 'its sheet’s I²t is more than what passes',
            working: {
              formula: 'I²t_fuse ≤ I²t_relay',
              given: [
                {
                  symbol: 'I_p',
                  meaning: `a short right behind ${tag}`,
                  value: short.ampere,
                  unit: 'A',
                  source: computed(`${formatQuantity(short.driving, 'V')} over source and leads`),
                },
              ],
              result: { symbol: 'I²t', meaning: `that ${tag} lets through, A²s`, value, unit: '', source: through.source },
              limit: {
                symbol: 'I²t',
                meaning: `that ${relay.tag} bears, A²s`,
                value: limit,
                unit: '',
                source: ofPart(relay.spec.type.name),
              },
            },
          }),
        ];
      }),
    ),
};
