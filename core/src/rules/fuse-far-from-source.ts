import { partOf } from '../quantity/index.ts';
import { entered, fromMemory } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { isMains } from '../kinds/index.ts';
import { postsOf } from '../wiring/index.ts';

const ID = 'fuse-far-from-source';
/** Codes for boats and vehicles allow 180 to 450 mm of unfused wire at a battery's post. */
const LIMIT_M = 0.45;
const NUDGED_M = 0.15;

export const fuseFarFromSource: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is the fuse close to the source?',
  notAsked: 'no fuse of its own hangs on a post: a plug, a panel or a main fuse stands before it',
  check: (context) =>
    context.jobs.flatMap((job) => {
      // Only what hangs on a battery's post: a tap has its vehicle's fuse before it, a stud the main fuse.
      const posts = new Set(context.design.supplies.filter((supply) => !isMains(supply)).map((supply) => postsOf(supply)[0]));
      const leads = job.wires.filter(
        ({ section, from, to }) => section.side === 'load' && section.stretch === 'lead' && [from, to].some((at) => posts.has(at)),
      );
      return leads.flatMap((lead) => {
        const fuse = job.loadFuses.find(({ id }) => partOf(lead.from) === id || partOf(lead.to) === id);
        if (!fuse) return [];
        const value = lead.lengthM;
        return [
          judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: partSubject(fuse),
            value,
            limit: LIMIT_M,
            unit: 'm',
            title: `${fuse.tag} sits ${context.says(value, 'm')} from ${job.supply.name}, at most ${context.says(LIMIT_M, 'm')}`,
            detail:
              value > LIMIT_M ? 'chafed on that way, the wire burns with nothing to stop it' : 'hardly any wire has no fuse before it',
            working: {
              formula: 'l ≤ l_most',
              given: [],
              result: {
                symbol: 'l',
                meaning: `${lead.tag}, from post to fuse`,
                value,
                unit: 'm',
                source: entered(`jobs[${job.at}].fuseLeadM`),
              },
              limit: {
                symbol: 'l_most',
                meaning: 'unfused at a battery’s post',
                value: LIMIT_M,
                unit: 'm',
                source: fromMemory('180 to 450 mm in common boat and vehicle codes'),
              },
            },
          }),
        ];
      });
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map(({ at }) => ({ label: 'Nudge the fuse to the battery', patches: [{ path: ['jobs', at, 'fuseLeadM'], value: NUDGED_M }] })),
};
