<script setup lang="ts">
/** Where practitioners differ; changing one wires and checks everything again. */
import { Modal } from 'ant-design-vue';
import { computed } from 'vue';
import { SCHOOLS, type Settings, settingPatches } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import NumberField from '../ui/NumberField.vue';
import RadioField from '../ui/RadioField.vue';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const settings = computed(() => project.design!.settings);
const set = <Field extends keyof Settings>(field: Field, title: string, value: unknown, typed = false) =>
  project.patch(title.toLowerCase(), settingPatches(project.design!, field, value as Settings[Field]), typed ? `settings-${field}` : null);
</script>

<template>
  <Modal v-model:open="open" title="Schools of this project" :footer="null" width="820px">
    <p>Practitioners disagree on these. Whatever you choose, every job is wired and checked again at once; one undo takes it back.</p>
    <div class="schools">
      <section v-for="school in SCHOOLS" :key="school.field">
        <h3>{{ school.title }}</h3>
        <RadioField
          :label="school.title"
          :model-value="String(settings[school.field])"
          :options="school.choices"
          @update:model-value="set(school.field, school.title, $event)"
        />
      </section>
    </div>
    <div class="numbers">
      <NumberField
        label="May be lost to what must work well"
        unit="%"
        :least="0.5"
        :most="50"
        :model-value="Math.round(settings.dropImportant * 1e4) / 100"
        @update:model-value="set('dropImportant', 'drop budget', $event / 100, true)"
      />
      <NumberField
        label="May be lost to the rest"
        unit="%"
        :least="0.5"
        :most="50"
        :model-value="Math.round(settings.dropOther * 1e4) / 100"
        @update:model-value="set('dropOther', 'drop budget', $event / 100, true)"
      />
      <NumberField
        label="May stand untouched for, days"
        unit=""
        :most="1000"
        :model-value="settings.restDays"
        @update:model-value="set('restDays', 'days at rest', $event, true)"
      />
      <NumberField
        label="Contacts are to last, years"
        unit=""
        :most="100"
        :model-value="settings.serviceYears"
        @update:model-value="set('serviceYears', 'years of service', $event, true)"
      />
    </div>
  </Modal>
</template>

<style scoped>
.schools {
  columns: 2;
  column-gap: 28px;
}
section {
  break-inside: avoid;
  border-top: 1px solid var(--line);
  margin: 0 0 12px;
  padding: 6px 0 0;
}
h3 {
  font: 600 14px var(--text);
  margin: 0 0 4px;
}
.numbers {
  display: grid;
  grid-template-columns: repeat(2, 1fr);
  gap: 10px 28px;
  border-top: 1px solid var(--line);
  padding-top: 12px;
}
@media (max-width: 800px) {
  .schools {
    columns: 1;
  }
}
</style>
