<script setup lang="ts">
import { message } from 'ant-design-vue';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import {
  BLADE_FUSE_RATINGS,
  HELPER_DUTIES,
  guardOf,
  guardsOf,
  isOwnForm,
  heatsinksOf,
  helpersOf,
  holdersOf,
  mayStand,
  powerRelays,
  type Protection,
  DC_PROTECTIONS,
  MAINS_PROTECTIONS,
  PROTECTION_NAMES,
  loadSupplyOf,
  coilCurrent,
  feedingCoil,
  currentOf,
  needsSuppression,
  plays,
  mintId,
  ratingsOf,
  relayOf,
  socketsFor,
  THERMAL_FUSE,
  WIRE_SERIES,
  sizeName,
  TRANSISTORS,
  type HelperDuty,
  type Job,
  type There,
  isMains,
  isOnVehicle,
  levelsOf,
  withoutJob,
} from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import OtherwisePhrase from '../design/OtherwisePhrase.vue';
import { useOwnShelf } from './own-shelf.ts';
import NumberField from '../ui/NumberField.vue';
import SelectField from '../ui/SelectField.vue';
import TickField from '../ui/TickField.vue';
import TextField from '../ui/TextField.vue';
import { each, named } from '../ui/options.ts';

const props = defineProps<{ at: number }>();
const emit = defineEmits<{ done: [] }>();
const project = useProject();
const router = useRouter();
const job = computed<Job>(() => project.design!.jobs[props.at]!);

const set = (field: keyof Job, value: unknown, typed = false) =>
  project.patch(`${job.value.name}: ${field}`, [{ path: ['jobs', props.at, field], value }], typed ? `job-${job.value.id}-${field}` : null);

/** Whether what it takes comes back through a vehicle’s metal. */
const inMetal = computed(() => isOnVehicle(loadSupplyOf(project.design!, job.value)) && project.design!.settings.returnPath === 'chassis');
const onMains = computed(() => isMains(loadSupplyOf(project.design!, job.value)));
/** Sizes as this project buys wire, and the one that is chosen where it is another. */
const wireSizes = computed(() => {
  const series = WIRE_SERIES[project.design!.settings.wireSeries];
  const { wireMm2 } = job.value;
  return wireMm2 === undefined || series.includes(wireMm2) ? series : [...series, wireMm2].sort((a, b) => a - b);
});
type FuseChoice = Job['fuse'];
const loadFuses = computed<readonly { value: FuseChoice; text: string }[]>(() => [
  { value: 'auto', text: 'chosen by the app' },
  ...ratingsOf(job.value.protection).map((rating) => ({ value: rating, text: `${rating} A` })),
  { value: 'none', text: 'none' },
]);
/** The shelf's kinds, and what a person typed themselves. */
const ownGuards = computed(() => [...guardsOf(project.design!), ...shelf.guards.value]);
const ownGuard = computed(() => guardOf(project.design!, job.value.ownGuard));
const protections = computed(() => [
  ...(onMains.value ? MAINS_PROTECTIONS : DC_PROTECTIONS).map((value) => ({
    value: value as string,
    text: `a ${PROTECTION_NAMES[value]}`,
  })),
  ...ownGuards.value.map(({ id, name, ratingA }) => ({ value: id, text: `${name}, ${ratingA} A` })),
]);
function setProtection(value: string): void {
  const own = ownGuards.value.find(({ id }) => id === value);
  const at = (field: keyof Job) => ['jobs', props.at, field];
  const { holder } = job.value;
  // What held the one before takes no other kind.
  const freed = holder === 'none' ? [] : [{ path: at('holder'), value: 'none' }];
  void project.patch(
    `${job.value.name}: protection`,
    own
      ? [...shelf.taking(own.id), { path: at('ownGuard'), value: own.id }, { path: at('protection'), value: own.builtAs }, ...freed]
      : [{ path: at('ownGuard'), value: 'none' }, { path: at('protection'), value }, { path: at('fuse'), value: 'auto' }, ...freed],
  );
}
/** Of the coil circuits: what the app chooses, a blade fuse, or one of a person's own for its kind of current. */
const controlGuard = computed(() => (job.value.controlGuard === 'none' ? job.value.controlFuse : job.value.controlGuard));
const fuses = computed<readonly { value: FuseChoice | string; text: string }[]>(() => [
  { value: 'auto', text: 'chosen by the app' },
  ...BLADE_FUSE_RATINGS.map((rating) => ({ value: rating, text: `${rating} A blade` })),
  ...ownGuards.value.map(({ id, name, ratingA }) => ({ value: id, text: `${name}, ${ratingA} A` })),
  { value: 'none', text: 'none' },
]);
function setControlFuse(value: FuseChoice | string): void {
  const own = ownGuards.value.find(({ id }) => id === value);
  const at = (field: keyof Job) => ['jobs', props.at, field];
  void project.patch(`${job.value.name}: control fuse`, [
    ...(own ? shelf.taking(own.id) : [{ path: at('controlFuse'), value }]),
    { path: at('controlGuard'), value: own?.id ?? 'none' },
    // What held the one before may take no other kind.
    { path: at('controlHolder'), value: 'none' },
  ]);
}
/** Holders of a person's own that take such a fuse; a job that has one keeps it in the list. */
const holdersFor = (style: Protection | 'bolt', chosen: string) =>
  [...holdersOf(project.design!), ...shelf.holders.value]
    .filter(({ id, takes }) => id === chosen || takes === style || (style !== 'bolt' && mayStand(style, takes)))
    .map(({ id, name, ratingA }) => ({ value: id, text: `${name}, ${ratingA} A` }));
const holders = computed(() => holdersFor(ownGuard.value?.builtAs ?? job.value.protection, job.value.holder));
const controlHolders = computed(() => {
  const wired = project.analysis?.netlist.parts.find(
    (part) => plays(part, 'overcurrent device') && part.job === job.value.id && part.spec.guards === 'control',
  );
  return wired && plays(wired, 'overcurrent device') ? holdersFor(wired.spec.style, job.value.controlHolder) : [];
});
/** Relays of a person's own for what stands in this job's clause beside the one that switches; a job that has one keeps it in the list. */
const HELPERS = { logic: 'Helper relay', timer: 'Time relay', step: 'Stepping relay' } as const;
const helpers = computed(() =>
  HELPER_DUTIES.flatMap((duty) => {
    const chosen = job.value.helpers[duty];
    const wired = project.analysis?.netlist.parts.some(
      (part) => plays(part, 'relay') && part.job === job.value.id && part.spec.type.duty === duty,
    );
    const own = helpersOf({ parts: [...project.design!.parts, ...shelf.relays.value] }, duty);
    return own.length > 0 && (wired || chosen !== 'auto') ? [{ duty, label: HELPERS[duty], chosen, own: named(own) }] : [];
  }),
);
const setHelper = (duty: HelperDuty, id: string) =>
  project.patch(`${job.value.name}: ${HELPERS[duty].toLowerCase()}`, [
    ...shelf.taking(id),
    { path: ['jobs', props.at, 'helpers', duty], value: id },
  ]);
const setHolder = (field: 'holder' | 'controlHolder', id: string) =>
  project.patch(`${job.value.name}: fuse holder`, [...shelf.taking(id), { path: ['jobs', props.at, field], value: id }]);
const type = computed(() => (job.value.device.kind === 'relay' ? relayOf(project.design!, job.value.device.part)! : null));
const controlSupplies = computed(() => [
  { value: 'same', text: type.value?.module ? 'the board’s 5 V rail' : 'the same supply as the load' },
  ...named(project.design!.supplies.filter(({ id }) => id !== job.value.supply || type.value?.module)),
]);
const needsDiode = computed(() => type.value !== null && needsSuppression(type.value));
const setModule = (changes: Partial<Job['module']>) => set('module', { ...job.value.module, ...changes });
const shelf = useOwnShelf();
const contactors = computed(() => {
  const supply = loadSupplyOf(project.design!, job.value);
  return [...powerRelays(project.design!), ...shelf.types.value].filter(
    (type) => type.build === 'contactor' && type.coilV === supply.nominalV && coilCurrent(type) === currentOf(supply),
  );
});
const heatsinks = computed(() => named([...heatsinksOf(project.design!), ...shelf.heatsinks.value]));
const setCooling = (id: string) =>
  project.patch(`${job.value.name}: cooling`, [...shelf.taking(id), { path: ['jobs', props.at, 'cooling'], value: id }]);
function setContactor(part: string): void {
  const { cutOut } = job.value;
  if (cutOut.kind !== 'contactor') return;
  void project.patch(`${job.value.name}: contactor`, [
    ...shelf.taking(part),
    { path: ['jobs', props.at, 'cutOut'], value: { ...cutOut, part } },
  ]);
}
const cutOuts = computed(() => [...project.design!.parts.filter(isOwnForm('cut-out')), ...shelf.cutOuts.value]);
function setThermalFuse(part: string): void {
  const { cutOut } = job.value;
  if (cutOut.kind !== 'thermal-fuse') return;
  const own = cutOuts.value.find(({ id }) => id === part);
  // The usual one that may come after it opens where it did, if one is made for that.
  const opensAtC = Math.min(THERMAL_FUSE.mostC, own?.opensAtC ?? cutOut.opensAtC);
  void project.patch(`${job.value.name}: thermal fuse`, [
    ...shelf.taking(part),
    { path: ['jobs', props.at, 'cutOut'], value: { kind: 'thermal-fuse', opensAtC, ...(own && { part }) } },
  ]);
}
const limits = computed(() => named(project.design!.signals.filter((signal) => levelsOf(signal) !== null)));
function setCutOut(kind: Job['cutOut']['kind']): void {
  const [part] = contactors.value;
  const [signal] = limits.value;
  if (kind === 'contactor' && part && signal)
    void project.patch(`${job.value.name}: cut-out`, [
      ...shelf.taking(part.id),
      { path: ['jobs', props.at, 'cutOut'], value: { kind, part: part.id, signal: signal.value } },
    ]);
  else void set('cutOut', kind === 'thermal-fuse' ? { kind, opensAtC: 150 } : { kind: 'none' });
}

/** Wired with a transistor between pin and coil. */
const drivesTransistor = computed(
  () => project.analysis?.netlist.parts.some((part) => plays(part, 'transistor') && part.job === job.value.id) ?? false,
);
const sockets = computed(() => {
  const { device } = job.value;
  if (device.kind !== 'relay') return [];
  const { parts } = project.design!;
  const fitting = socketsFor({ parts: [...parts, ...shelf.sockets.value] }, relayOf(project.design!, device.part)!);
  return [
    { value: 'auto', text: 'chosen by the app' },
    ...fitting.map(({ id, name, terminalA }) => ({ value: id, text: `${name}, ${terminalA} A` })),
  ];
});

function setSocket(socket: string): void {
  const { device } = job.value;
  void project.patch(`${job.value.name}: socket`, [
    ...shelf.taking(socket),
    { path: ['jobs', props.at, 'device'], value: { ...device, socket } },
  ]);
}

async function duplicate(): Promise<void> {
  emit('done');
  project.edit(`duplicate ${job.value.name}`, (now) => {
    const copy = { ...now.jobs[props.at]!, id: mintId('job', now.jobs), name: `${now.jobs[props.at]!.name.slice(0, 53)} (copy)` };
    return { ...now, jobs: [...now.jobs.slice(0, props.at + 1), copy, ...now.jobs.slice(props.at + 1)] };
  });
}
async function remove(): Promise<void> {
  emit('done');
  const name = job.value.name;
  project.edit(`delete ${name}`, (now) => withoutJob(now, now.jobs[props.at]!.id));
  await router.push({ name: 'design', params: { id: project.id } });
  void message.info(`“${name}” is deleted. Ctrl Z brings it back.`, 5);
}

const THERE: readonly { id: There; text: string }[] = [
  { id: 'wire', text: 'wire of its load circuit' },
  { id: 'fuse', text: 'its load fuse' },
  { id: 'relay', text: 'its relay' },
  { id: 'switch', text: 'switches of its sentence' },
];
function setThere(id: There, is: boolean): void {
  const kept = THERE.map((one) => one.id).filter((one) => (one === id ? is : job.value.there?.includes(one)));
  set('there', kept.length > 0 ? kept : undefined);
}
</script>

<template>
  <TextField label="Name" :model-value="job.name" @update:model-value="set('name', $event, true)" />
  <TickField label="runs for three hours or more" :model-value="job.continuous" @update:model-value="set('continuous', $event)" />
  <TickField
    v-if="job.device.kind === 'relay' || job.ammeter"
    label="an ammeter behind its fuse"
    :model-value="job.ammeter"
    @update:model-value="set('ammeter', $event)"
  />
  <TickField
    v-if="job.device.kind === 'relay' || job.voltmeter"
    label="a voltmeter behind its fuse"
    :model-value="job.voltmeter"
    @update:model-value="set('voltmeter', $event)"
  />
  <OtherwisePhrase v-if="job.id === project.job?.id" />
  <SelectField
    label="Load protected by"
    :model-value="ownGuard?.id ?? job.protection"
    :options="protections"
    @update:model-value="setProtection"
  />
  <SelectField v-if="!ownGuard" label="Its rating" :model-value="job.fuse" :options="loadFuses" @update:model-value="set('fuse', $event)" />
  <SelectField
    v-if="holders.length > 0"
    label="It stands in"
    :model-value="job.holder"
    :options="[{ value: 'none', text: 'the holder that it comes with' }, ...holders]"
    @update:model-value="setHolder('holder', $event)"
  />
  <SelectField label="Control fuse" :model-value="controlGuard" :options="fuses" @update:model-value="setControlFuse" />
  <SelectField
    v-if="controlHolders.length > 0"
    label="Control fuse stands in"
    :model-value="job.controlHolder"
    :options="[{ value: 'none', text: 'the holder that it comes with' }, ...controlHolders]"
    @update:model-value="setHolder('controlHolder', $event)"
  />
  <SelectField
    v-if="type && feedingCoil(project.design!, job.when, type.module !== undefined) === null"
    :label="type.solid ? 'Its input hangs on' : 'Its coil hangs on'"
    :model-value="job.controlSupply"
    :options="controlSupplies"
    @update:model-value="set('controlSupply', $event)"
  />
  <SelectField
    v-for="{ duty, label, chosen, own } in helpers"
    :key="duty"
    :label="label"
    :model-value="chosen"
    :options="[{ value: 'auto', text: 'one of the shelf' }, ...own]"
    @update:model-value="setHelper(duty, $event)"
  />
  <template v-if="type?.module">
    <div class="two">
      <SelectField
        label="Module’s trigger"
        :model-value="job.module.trigger"
        :options="[
          { value: 'high', text: 'high: the pin gives' },
          { value: 'low', text: 'low: the pin sinks' },
        ]"
        @update:model-value="setModule({ trigger: $event })"
      />
      <SelectField
        label="The pin drives its"
        :model-value="job.module.feed"
        :options="[
          { value: 'input', text: 'input' },
          { value: 'supply-pin', text: 'supply pin' },
        ]"
        @update:model-value="setModule({ feed: $event })"
      />
    </div>
    <TickField
      label="jumper from logic to relay supply"
      :model-value="job.module.jumper"
      @update:model-value="setModule({ jumper: $event })"
    />
    <TickField
      label="grounds wired together"
      :model-value="job.module.sharedGround"
      @update:model-value="setModule({ sharedGround: $event })"
    />
    <TickField
      label="a resistor holds the input off while the board starts"
      :model-value="job.module.pull"
      @update:model-value="setModule({ pull: $event })"
    />
    <TickField
      label="it is to isolate the board from the relays"
      :model-value="job.module.isolated"
      @update:model-value="setModule({ isolated: $event })"
    />
  </template>
  <SelectField
    v-if="onMains && type"
    label="Its contacts break"
    :model-value="job.breaks"
    :options="[
      { value: 'auto', text: 'what the project says' },
      { value: 'line', text: 'the line' },
      { value: 'both', text: 'both conductors' },
      { value: 'neutral', text: 'the neutral alone' },
    ]"
    @update:model-value="set('breaks', $event)"
  />
  <SelectField v-if="type?.solid" label="Cooled by" :model-value="job.cooling" :options="heatsinks" @update:model-value="setCooling" />
  <template v-if="onMains || type?.solid">
    <SelectField
      label="Heat is ended by"
      :model-value="job.cutOut.kind"
      :options="[
        { value: 'none', text: 'the relay alone' },
        { value: 'thermal-fuse', text: 'a thermal fuse' },
        ...(limits.length && contactors.length ? [{ value: 'contactor' as const, text: 'a contactor that a limit holds in' }] : []),
      ]"
      @update:model-value="setCutOut"
    />
    <SelectField
      v-if="job.cutOut.kind === 'thermal-fuse' && cutOuts.length"
      label="Thermal fuse"
      :model-value="job.cutOut.part ?? 'none'"
      :options="[{ value: 'none', text: 'a usual one' }, ...named(cutOuts)]"
      @update:model-value="setThermalFuse"
    />
    <NumberField
      v-if="job.cutOut.kind === 'thermal-fuse' && job.cutOut.part === undefined"
      label="It opens at"
      unit="°C"
      :least="40"
      :most="THERMAL_FUSE.mostC"
      :model-value="job.cutOut.opensAtC"
      @update:model-value="set('cutOut', { kind: 'thermal-fuse', opensAtC: $event }, true)"
    />
    <SelectField
      v-if="job.cutOut.kind === 'contactor'"
      label="Contactor"
      :model-value="job.cutOut.part"
      :options="named(contactors)"
      @update:model-value="setContactor"
    />
    <SelectField
      v-if="job.cutOut.kind === 'contactor'"
      label="Held in by"
      :model-value="job.cutOut.signal"
      :options="limits"
      @update:model-value="set('cutOut', { ...job.cutOut, signal: $event })"
    />
    <SelectField
      label="Insulation of its wires"
      :model-value="job.insulation"
      :options="[
        { value: 'usual', text: 'as the project has it' },
        { value: 'glass', text: 'glass fibre, to 350 °C' },
      ]"
      @update:model-value="set('insulation', $event)"
    />
  </template>
  <SelectField
    label="Wire of its load circuit"
    :model-value="job.wireMm2 ?? 'auto'"
    :options="[{ value: 'auto', text: 'chosen by the app, each for itself' }, ...each(wireSizes, sizeName)]"
    @update:model-value="set('wireMm2', $event === 'auto' ? undefined : $event)"
  />
  <fieldset class="there">
    <legend>There already: judged, and neither bought nor cut; wire and fuse once their size and rating are chosen</legend>
    <TickField
      v-for="{ id, text } in THERE"
      :key="id"
      :label="text"
      :model-value="job.there?.includes(id) === true"
      @update:model-value="setThere(id, $event)"
    />
  </fieldset>
  <SelectField
    v-if="inMetal"
    label="Its returns go to"
    :model-value="job.grounds ?? 'shared'"
    :options="[
      { value: 'shared', text: 'ground points that others share' },
      { value: 'own', text: 'ground points of its own' },
    ]"
    @update:model-value="set('grounds', $event)"
  />
  <SelectField
    v-if="!type || needsDiode"
    label="Coil’s turn-off spike"
    :model-value="job.suppression"
    :options="[
      { value: 'diode', text: 'diode across the coil' },
      { value: 'resistor', text: 'resistor across the coil' },
      { value: 'zener', text: 'clamp that lets go fast' },
      { value: 'none', text: 'nothing' },
    ]"
    @update:model-value="set('suppression', $event)"
  />
  <template v-if="drivesTransistor">
    <SelectField
      label="Driven by"
      :model-value="job.driver"
      :options="[{ value: 'auto', text: 'chosen by the app' }, ...named(TRANSISTORS)]"
      @update:model-value="set('driver', $event)"
    />
    <TickField
      label="a resistor holds it off while the controller boots"
      :model-value="job.pullDown"
      @update:model-value="set('pullDown', $event)"
    />
  </template>
  <SelectField
    v-if="sockets.length > 1 && job.device.kind === 'relay'"
    label="Socket"
    :model-value="job.device.socket"
    :options="sockets"
    @update:model-value="setSocket"
  />
  <NumberField
    v-if="!onMains"
    label="From battery to load fuse"
    unit="m"
    :most="20"
    :model-value="job.fuseLeadM"
    @update:model-value="set('fuseLeadM', $event, true)"
  />
  <NumberField
    label="Comes on, times a day"
    :most="1000000"
    :model-value="job.operationsPerDay"
    @update:model-value="set('operationsPerDay', $event, true)"
  />
  <div class="row">
    <button class="plain-button" @click="duplicate">Duplicate</button>
    <button class="plain-button danger" @click="remove">Delete</button>
  </div>
</template>

<style scoped>
.there {
  display: grid;
  gap: 4px;
  margin: 6px 0 0;
  padding: 0;
  border: 0;
}
.there legend {
  padding: 0;
  font-size: 12.5px;
  color: var(--iron);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
