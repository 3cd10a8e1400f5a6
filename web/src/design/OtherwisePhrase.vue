<script setup lang="ts">
/** What the loads do when the clause does not hold. */
import { computed } from 'vue';
import { hasResting, mintId, relayOf, type Job, type Otherwise, isFeed, loadFacets, thingsOf, withRelay } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import TickField from '../ui/TickField.vue';
import SelectField from '../ui/SelectField.vue';
import { named } from '../ui/options.ts';

const project = useProject();
const job = computed<Job>(() => project.job!);
const feeds = computed(() => thingsOf(project.design!).filter(isFeed));
const spare = computed(
  () =>
    project.design!.signals.find((signal) => JSON.stringify(job.value.when).includes(`"${signal.id}"`) === false) ??
    project.design!.signals[0],
);

const KINDS = computed<readonly { value: Otherwise['kind']; text: string; disabled?: boolean }[]>(() => [
  { value: 'off', text: 'off' },
  { value: 'original-feed', text: 'left on the feed that it had before', disabled: feeds.value.length === 0 },
  { value: 'loads', text: 'another load runs instead' },
  { value: 'slower', text: 'slower, through a resistor, on a second clause' },
  {
    value: 'reverse',
    text: 'the motor turns backwards, on a second clause',
    disabled: !job.value.loads.every((load) => loadFacets(load).turns),
  },
]);

function change(kind: Otherwise['kind']): void {
  const second = { op: 'signal' as const, signal: spare.value!.id };
  const first = job.value.loads[0]!;
  const made: Record<Otherwise['kind'], () => Otherwise> = {
    off: () => ({ kind: 'off' }),
    'original-feed': () => ({ kind: 'original-feed', signal: feeds.value[0]!.id }),
    loads: () => ({ kind: 'loads', loads: [{ ...first, id: mintId('other', job.value.loads), name: 'other load' }] }),
    slower: () => ({ kind: 'slower', when: second, ohm: 1, endsItself: true }),
    reverse: () => ({ kind: 'reverse', when: second }),
  };
  const patches = [{ path: ['jobs', project.jobIndex, 'otherwise'], value: made[kind]() as unknown }];
  // A throw that rests closed where one is needed: the same relay with five pins.
  const { device } = job.value;
  const needs = kind === 'original-feed' || kind === 'loads' || kind === 'reverse';
  if (needs && device.kind === 'relay' && !hasResting(relayOf(project.design!, device.part)!))
    patches.push({
      path: ['jobs', project.jobIndex, 'device'],
      value: withRelay(project.design!, device, device.part.replace(/-4$/, '-5')),
    });
  if (kind !== 'off') patches.push({ path: ['jobs', project.jobIndex, 'lost'], value: 'off' });
  void project.patch(`${job.value.name}: otherwise`, patches);
}
</script>

<template>
  <SelectField label="When the clause does not hold" :model-value="job.otherwise.kind" :options="KINDS" @update:model-value="change" />
  <SelectField
    v-if="job.otherwise.kind === 'original-feed'"
    label="Its original feed"
    :model-value="job.otherwise.signal"
    :options="named(feeds)"
    @update:model-value="project.patch('original feed', [{ path: ['jobs', project.jobIndex, 'otherwise', 'signal'], value: $event }])"
  />
  <NumberField
    v-if="job.otherwise.kind === 'slower'"
    label="Resistor"
    unit="Ω"
    :least="0.01"
    :most="100"
    :model-value="job.otherwise.ohm"
    @update:model-value="
      project.patch('resistor', [{ path: ['jobs', project.jobIndex, 'otherwise', 'ohm'], value: $event }], `${job.id}-resistor`)
    "
  />
  <TickField
    v-if="job.otherwise.kind === 'slower'"
    label="It has a thermal fuse on it"
    :model-value="job.otherwise.endsItself"
    @update:model-value="
      project.patch('thermal fuse of the resistor', [{ path: ['jobs', project.jobIndex, 'otherwise', 'endsItself'], value: $event }])
    "
  />
</template>
