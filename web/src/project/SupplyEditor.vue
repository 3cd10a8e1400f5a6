<script setup lang="ts">
import { computed } from 'vue';
import { linesOf, type Supply } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ at: number }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const supply = computed<Supply>(() => project.design!.supplies[props.at]!);
const places = computed(() => project.design!.places.map(({ id, name }) => ({ value: id, text: name })));
const used = computed(() => {
  const { jobs, signals, supplies } = project.design!;
  const id = supply.value.id;
  return (
    supplies.length === 1 ||
    project.design!.controllers.some((board) => board.supply === id) ||
    jobs.some(
      (job) => job.supply === id || job.controlSupply === id || linesOf(job).some((load) => load.kind === 'battery' && load.supply === id),
    ) ||
    signals.some(
      (signal) =>
        (signal.nature === 'feed' && signal.supply === id) ||
        (signal.nature === 'threshold' && signal.watches.quantity === 'voltage' && signal.watches.supply === id),
    )
  );
});

const set = (changes: Partial<Supply>, typed: string | null = null) =>
  project.patch(
    `${supply.value.name}`,
    [{ path: ['supplies', props.at], value: { ...supply.value, ...changes } as Supply }],
    typed && `${supply.value.id}-${typed}`,
  );

/** What each kind begins with. Batteries: common practice; mains: EN 50160, ±10 %, and ANSI C84.1, ±5 %. */
const KINDS: readonly { value: string; text: string; make: () => Partial<Supply> }[] = [
  { value: 'battery-12', text: '12 V battery', make: () => battery(12, 10.5, 12.7, 14.8) },
  { value: 'battery-24', text: '24 V battery', make: () => battery(24, 21, 25.4, 29.6) },
  { value: 'mains-230', text: '230 V mains: line, neutral, earth', make: () => mains(230, 0.1, 0.4) },
  { value: 'mains-120', text: '120 V mains: line, neutral, earth', make: () => mains(120, 0.05, 0.2) },
  { value: 'mains-240', text: '240 V between two hot conductors', make: () => mains(240, 0.05, 0.2) },
  { value: 'adapter-5', text: '5 V ⎓ isolated supply', make: () => adapter(5, 'dc') },
  { value: 'adapter-12', text: '12 V ⎓ isolated supply', make: () => adapter(12, 'dc') },
  { value: 'adapter-24', text: '24 V ⎓ isolated supply', make: () => adapter(24, 'dc') },
  { value: 'adapter-24-ac', text: '24 V ~ isolating transformer', make: () => adapter(24, 'ac') },
];
const battery = (nominalV: 12 | 24, lowestV: number, restV: number, highestV: number): Partial<Supply> => ({
  kind: 'battery',
  nominalV,
  lowestV,
  restV,
  highestV,
  internalOhm: 0.01,
  capacityAh: 75,
  crankA: 0,
});
const mains = (nominalV: 120 | 230 | 240, share: number, internalOhm: number): Partial<Supply> => ({
  kind: 'mains',
  nominalV,
  restV: nominalV,
  lowestV: Math.round(nominalV * (1 - share)),
  highestV: Math.round(nominalV * (1 + share)),
  internalOhm,
  rcd: true,
  reversible: false,
});
const adapter = (nominalV: 5 | 12 | 24, current: 'dc' | 'ac'): Partial<Supply> => ({
  kind: 'adapter',
  nominalV,
  current,
  ratedA: 2,
  restV: nominalV,
  lowestV: Number((nominalV * 0.95).toFixed(2)),
  highestV: Number((nominalV * 1.05).toFixed(2)),
  internalOhm: 0.1,
});
const kindKey = computed(() => {
  const { kind, nominalV } = supply.value;
  return `${kind}-${nominalV}${supply.value.kind === 'adapter' && supply.value.current === 'ac' ? '-ac' : ''}`;
});
function changeKind(key: string): void {
  const { id, name, place } = supply.value;
  const made = KINDS.find(({ value }) => value === key)!.make();
  void project.patch(name, [{ path: ['supplies', props.at], value: { id, name, place, ...made } }]);
}

async function remove(): Promise<void> {
  emit('done');
  project.edit(`delete ${supply.value.name}`, (now) => ({ ...now, supplies: now.supplies.filter((_, index) => index !== props.at) }));
}
</script>

<template>
  <TextField label="Name" :model-value="supply.name" @update:model-value="set({ name: $event }, 'name')" />
  <SelectField label="It is" :model-value="kindKey" :options="KINDS" @update:model-value="changeKind" />
  <NumberField
    label="Lowest in use"
    unit="V"
    :model-value="supply.lowestV"
    :most="supply.restV"
    @update:model-value="set({ lowestV: $event }, 'lowest')"
  />
  <NumberField
    label="At rest"
    unit="V"
    :model-value="supply.restV"
    :least="supply.lowestV"
    :most="supply.highestV"
    @update:model-value="set({ restV: $event }, 'rest')"
  />
  <NumberField
    label="Highest"
    unit="V"
    :model-value="supply.highestV"
    :least="supply.restV"
    :most="400"
    @update:model-value="set({ highestV: $event }, 'highest')"
  />
  <NumberField
    :label="supply.kind === 'mains' ? 'Loop resistance' : 'Internal resistance'"
    unit="Ω"
    :model-value="supply.internalOhm"
    :most="100"
    @update:model-value="set({ internalOhm: $event }, 'ohm')"
  />
  <NumberField
    v-if="supply.kind === 'battery'"
    label="Capacity"
    unit="Ah"
    :most="5000"
    :model-value="supply.capacityAh"
    @update:model-value="set({ capacityAh: $event }, 'capacity')"
  />
  <NumberField
    v-if="supply.kind === 'battery'"
    label="Its starter takes (0: none)"
    unit="A"
    :least="0"
    :most="3000"
    :model-value="supply.crankA"
    @update:model-value="set({ crankA: $event }, 'crank')"
  />
  <template v-if="supply.kind === 'mains'">
    <label class="row"
      ><input type="checkbox" :checked="supply.rcd" @change="set({ rcd: !supply.rcd } as Partial<Supply>)" /> behind residual-current
      protection</label
    >
    <label class="row"
      ><input type="checkbox" :checked="supply.reversible" @change="set({ reversible: !supply.reversible } as Partial<Supply>)" /> its plug
      goes in either way round</label
    >
    <p class="note">Mains work: your local code comes first, and in some places it is reserved to licensed people.</p>
  </template>
  <NumberField
    v-if="supply.kind === 'adapter'"
    label="It gives at most"
    unit="A"
    :most="200"
    :model-value="supply.ratedA"
    @update:model-value="set({ ratedA: $event } as Partial<Supply>, 'rated')"
  />
  <SelectField label="Place" :model-value="supply.place" :options="places" @update:model-value="set({ place: $event })" />
  <button class="plain-button danger" :disabled="used" :title="used ? 'In use, or the only one' : ''" @click="remove">Delete</button>
</template>

<style scoped>
.note {
  margin: 0;
  max-width: 300px;
  color: var(--caution);
  font-size: 12.5px;
}
</style>
