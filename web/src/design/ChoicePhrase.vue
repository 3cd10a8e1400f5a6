<script setup lang="ts">
import { computed } from 'vue';
import { applyPatches, isFeed, powerRelays, protectionOn, switchedBy } from '@iron-nudge/core';
import { useOwnShelf } from '../project/own-shelf.ts';
import { useProject } from '../stores/project.ts';
import SelectField from '../ui/SelectField.vue';
import { named } from '../ui/options.ts';
import { choicesFor, mayName, withChosen } from './outputs.ts';

const props = defineProps<{ kind: 'supply' | 'device' | 'place' | 'lost' }>();
const project = useProject();
const DIRECT = 'direct';

const shelf = props.kind === 'device' ? useOwnShelf() : null;

function put(value: string): void {
  if (withChosen(project.design!, value))
    return void project.edit(`${project.job!.name}: from`, (now) => {
      const { design, id } = withChosen(now, value)!;
      return applyPatches(design, [{ path: ['jobs', project.jobIndex, 'supply'], value: id }]);
    });
  const { place } = project.job!.device;
  const device = value === DIRECT ? { kind: 'direct', place } : { kind: 'relay', part: value, socket: 'auto', place };
  void project.patch(`${project.job!.name}: ${choice.value.label.toLowerCase()}`, [
    ...(shelf?.taking(value) ?? []),
    { path: ['jobs', project.jobIndex, ...choice.value.path], value: props.kind === 'device' ? device : value },
    ...(props.kind === 'supply' ? protectionFor(value) : []),
    // Without a relay there is no coil that could hang elsewhere.
    ...(value === DIRECT && project.job!.controlSupply !== 'same'
      ? [{ path: ['jobs', project.jobIndex, 'controlSupply'], value: 'same' }]
      : []),
  ]);
}

/** From a battery to the mains and back, and to a bank that a vehicle's fuse cannot break, its protection is of another kind. */
function protectionFor(supply: string) {
  const found = project.design!.supplies.find(({ id }) => id === supply);
  if (!found) return [];
  const value = protectionOn(project.design!, found, project.job!);
  if (value === project.job!.protection) return [];
  return [
    { path: ['jobs', project.jobIndex, 'protection'], value },
    { path: ['jobs', project.jobIndex, 'fuse'], value: 'auto' },
  ];
}

const choice = computed(() => {
  const job = project.job!;
  const design = project.design!;
  switch (props.kind) {
    case 'supply':
      return {
        label: 'From',
        path: ['supply'],
        value: job.supply as string,
        options: [
          ...design.supplies.map(({ id, name, nominalV }) => ({ value: id, text: `${name}, ${nominalV} V` })),
          ...design.signals.flatMap((signal) =>
            isFeed(signal) && mayName(design, signal, job)
              ? [{ value: signal.id, text: switchedBy(design, signal) ? signal.name : `${signal.name}: at most ${signal.limitA} A` }]
              : [],
          ),
          ...choicesFor(design, job, ['output']),
        ],
      };
    case 'device':
      return {
        label: 'Through',
        path: ['device'],
        value: job.device.kind === 'relay' ? job.device.part : DIRECT,
        options: [
          ...powerRelays(design).map(({ id, name, coilV, solid }) => ({
            value: id,
            text: `${name}${solid || name.includes(' V') ? '' : `, ${coilV} V`}`,
          })),
          ...(shelf?.types.value ?? []).map(({ id, name, coilV, coilFor }) => ({
            value: id,
            text: `${name}, ${coilV} V${coilFor === 'ac' ? '~' : ''}, your own`,
          })),
          { value: DIRECT, text: 'no relay: the signals feed it themselves' },
        ],
      };
    case 'place':
      return {
        label: 'Mounted at',
        path: ['device', 'place'],
        value: job.device.place,
        options: named(design.places),
      };
    case 'lost':
      return {
        label: 'With no signal, no supply to the coil, or a broken control wire',
        path: ['lost'],
        value: job.lost as string,
        options: [
          { value: 'off', text: 'off: the load is on terminal 87' },
          { value: 'on', text: 'on: the load is on terminal 87a' },
        ],
      };
    default:
      return props.kind satisfies never;
  }
});
</script>

<template>
  <SelectField :label="choice.label" :model-value="choice.value" :options="choice.options" @update:model-value="put" />
</template>
