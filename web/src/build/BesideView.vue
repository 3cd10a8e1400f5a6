<script setup lang="ts">
/** Two or three variants side by side: jobs of this project, all of it, or revisions that were kept. */
import { computed, ref, shallowRef, watch } from 'vue';
import { parseDesign, recordsOf, swapped, type Variant, type VariantSide } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import { useRecords } from '../stores/records.ts';
import ChangeList from '../ui/ChangeList.vue';
import SelectField from '../ui/SelectField.vue';
import SeverityMark from '../ui/SeverityMark.vue';
import { useUnits } from '../ui/units.ts';

const project = useProject();
const records = useRecords();
const { says } = useUnits();

const [ALL, NONE, JOB, REVISION] = ['all', '', 'job ', 'revision '];
const design = computed(() => project.design!);
const revisions = computed(() => recordsOf(records.all, 'revision'));
const choices = computed(() => [
  ...design.value.jobs.map(({ id, name }) => ({ value: JOB + id, text: name })),
  { value: ALL, text: 'All jobs together' },
  ...revisions.value.map(({ id, name }) => ({ value: REVISION + id, text: `Revision ${name}` })),
]);
const withNone = computed(() => [{ value: NONE, text: 'nothing' }, ...choices.value]);
const first = project.job?.id ?? design.value.jobs[0]?.id;
const second = design.value.jobs.find(({ id }) => id !== first)?.id;
const picked = ref<string[]>([
  first === undefined ? ALL : JOB + first,
  second === undefined ? (revisions.value[0] ? REVISION + revisions.value[0].id : NONE) : JOB + second,
  NONE,
]);

const jobOf = (key: string) => (key.startsWith(JOB) ? key.slice(JOB.length) : null);
function variantOf(key: string): Variant | string | null {
  if (key === NONE) return null;
  const all = (of: typeof design.value) => of.jobs.map(({ id }) => id);
  const job = design.value.jobs.find(({ id }) => id === jobOf(key));
  if (job) return { title: job.name, design: design.value, jobs: [job.id] };
  if (key === ALL) return { title: 'All jobs together', design: design.value, jobs: all(design.value) };
  const revision = revisions.value.find(({ id }) => REVISION + id === key);
  if (!revision) return null;
  const parsed = parseDesign(revision.document);
  return parsed.ok
    ? { title: `Revision ${revision.name}`, design: parsed.design, jobs: all(parsed.design) }
    : `Revision ${revision.name} cannot be read: ${parsed.problems[0]!.message}`;
}

const sides = shallowRef<readonly VariantSide[] | null>(null);
const wrong = ref('');
watch(
  [picked, () => project.analysis],
  async () => {
    const asked = picked.value.map(variantOf).filter((one) => one !== null);
    wrong.value = asked.find((one) => typeof one === 'string') ?? '';
    const of = project.analysis;
    const keys = picked.value;
    sides.value = null;
    const fresh = await project.sides(asked.filter((one) => typeof one !== 'string'));
    if (project.analysis === of && picked.value === keys) sides.value = fresh;
  },
  { immediate: true },
);
const pick = (at: number, key: string) => (picked.value = picked.value.map((one, index) => (index === at ? key : one)));

/** Of two jobs of this project: what falls away where the second takes the first one's place. */
const swap = computed(() => {
  const [a, b] = picked.value.map(jobOf);
  if (!a || !b || a === b || !project.analysis) return null;
  const changes = swapped(project.analysis.netlist, new Set([a]), new Set([b]));
  const name = (id: string) => design.value.jobs.find((job) => job.id === id)?.name ?? id;
  return { changes, gone: name(a), come: name(b) };
});

const count = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;
const welds = ({ welded }: VariantSide): string[] => {
  if (welded === null) return ['not tried: too many signals'];
  const stays = welded
    .filter(({ on }) => on.length > 0)
    .map(({ tag, pin, on }) => `${tag} ${pin} welded: ${on.join(', ')} on when meant off`);
  return stays.length > 0 ? stays : welded.length > 0 ? ['no welded contact turns a load on'] : ['no contact of it switches a load'];
};
const ROWS: readonly { readonly label: string; readonly of: (side: VariantSide) => readonly string[] }[] = [
  {
    label: 'To buy',
    of: ({ price, unpriced }) => [`${price.toFixed(2)}${unpriced > 0 ? `, without ${count(unpriced, 'row')} of no price` : ''}`],
  },
  { label: 'Relays · fuses', of: ({ relays, fuses }) => [`${relays} · ${fuses}`] },
  {
    label: 'Wire',
    of: ({ wires, wireM, copperG }) => [`${count(wires, 'wire')}, ${says(wireM, 'm')}`, `${Math.round(copperG)} g of copper`],
  },
  { label: 'Lost on the way', of: ({ drop }) => [drop ?? 'not asked'] },
  { label: 'States as meant', of: ({ matching, states }) => [`${matching} of ${states}`] },
  { label: 'A wire falls off', of: ({ lost }) => (lost.length > 0 ? lost : ['not asked']) },
  { label: 'A contact welds', of: welds },
];
</script>

<template>
  <section aria-label="Side by side">
    <p v-if="wrong" role="alert">{{ wrong }}</p>
    <p v-if="choices.length < 3" class="note">
      One job has nothing beside it yet: duplicate it and change the copy, or keep a revision under As built before you change it.
    </p>
    <div class="row picks">
      <SelectField
        v-for="(key, at) in picked"
        :key="at"
        :label="['This', 'beside this', 'and this'][at]!"
        :model-value="key"
        :options="at === 0 ? choices : withNone"
        @update:model-value="pick(at, $event)"
      />
    </div>
    <p v-if="!sides" role="status">Wiring and solving each…</p>
    <div v-else class="scroll" tabindex="0" aria-label="Variants, side by side">
      <table class="sheet">
        <thead>
          <tr>
            <td></td>
            <th v-for="(side, at) in sides" :key="at" scope="col" class="title">{{ side.title }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">What is wrong</th>
            <td v-for="(side, at) in sides" :key="at">
              <p v-for="text in side.unwired" :key="text"><SeverityMark severity="danger" /> Not wired: {{ text }}</p>
              <p v-for="text in side.dangers" :key="text"><SeverityMark severity="danger" /> {{ text }}</p>
              <p v-for="text in side.cautions" :key="text"><SeverityMark severity="caution" /> {{ text }}</p>
              <p v-if="side.unwired.length + side.dangers.length + side.cautions.length === 0">
                <SeverityMark severity="hold" /> nothing that was asked
              </p>
            </td>
          </tr>
          <tr v-for="row in ROWS" :key="row.label">
            <th scope="row">{{ row.label }}</th>
            <td v-for="(side, at) in sides" :key="at">
              <p v-for="text in row.of(side)" :key="text">{{ text }}</p>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="note">
      Each by itself and numbered anew (its first relay is K1): what it shares with other jobs counts in full, and what only the others do
      is not asked.
    </p>
    <template v-if="swap">
      <h2>{{ swap.come }} in the place of {{ swap.gone }}</h2>
      <p v-if="swap.changes.length === 0" class="note">Both use the same wires and parts.</p>
      <ChangeList v-else :changes="swap.changes" />
    </template>
  </section>
</template>

<style scoped>
.picks {
  flex-wrap: wrap;
  margin-bottom: 12px;
}
.scroll {
  overflow-x: auto;
}
table.sheet td,
table.sheet th {
  vertical-align: top;
}
table.sheet td p {
  margin: 0 0 4px;
}
.title {
  white-space: normal;
  text-transform: none;
  letter-spacing: 0;
  font-size: 15px;
  color: var(--ink);
  min-width: 220px;
}
.note {
  color: var(--iron);
  max-width: 70ch;
}
</style>
