<script setup lang="ts">
/** A board or a heatsink as a card: each field with what it decides, and marked while nobody typed it. */
import { computed } from 'vue';
import { cardOfPart, fieldValue, withUsualOf, type Field, type OwnCarded } from '@iron-nudge/core';
import FieldsEditor from '../ui/FieldsEditor.vue';
import TextField from '../ui/TextField.vue';

const props = defineProps<{ part: OwnCarded }>();
const emit = defineEmits<{ put: [part: OwnCarded] }>();
const card = computed(() => cardOfPart(props.part));
const pathOf = (field: Field<OwnCarded>) => field.path.join('.');
const isAssumed = (field: Field<OwnCarded>) => props.part.assumed.includes(pathOf(field));
const assumedCount = computed(() => card.value.fields.filter(isAssumed).length);
const put = (part: OwnCarded) => emit('put', withUsualOf(card.value, part));
const type = (field: Field<OwnCarded>, value: object) =>
  put({ ...(value as OwnCarded), assumed: props.part.assumed.filter((path) => path !== pathOf(field)) });
const forget = (field: Field<OwnCarded>) => put({ ...props.part, assumed: [...props.part.assumed, pathOf(field)] });
const hasUsual = (field: Field<OwnCarded>) => pathOf(field) in card.value.usual;
/** An empty list that nobody said is empty. */
const isNone = (field: Field<OwnCarded>) => field.type === 'text' && fieldValue(props.part, field.path) === '';
const NONE = { place: [], supply: [], 'other-supply': [], feeding: [], 'temperature controller': [], 'converting job': [] };
</script>

<template>
  <section class="card" aria-label="From its data sheet">
    <h2 class="caps">{{ card.title }}</h2>
    <p class="hint">
      {{
        assumedCount === 0
          ? 'Everything was typed.'
          : `${assumedCount} of ${card.fields.length} fields are assumed: what is usual for its class stands in them, and every project that uses it says so. Type what the sheet says.`
      }}
    </p>
    <div class="grid">
      <div class="one"><TextField label="Name" :model-value="part.name" @update:model-value="put({ ...part, name: $event })" /></div>
      <div v-for="field in card.fields" :key="pathOf(field)" class="one" :class="{ assumed: isAssumed(field) }">
        <FieldsEditor
          :value="part"
          :fields="[field] as readonly Field<never>[]"
          :references="NONE"
          @change="(value) => type(field, value)"
        />
        <small
          ><template v-if="isAssumed(field)">assumed · </template>decides {{ field.help }}
          <button v-if="isAssumed(field) && isNone(field)" class="bare" @click="type(field, part)">it has none</button>
          <button
            v-if="!isAssumed(field) && hasUsual(field)"
            class="bare"
            :aria-label="`Back to what is usual: ${field.label}`"
            @click="forget(field)"
          >
            back to usual
          </button>
        </small>
      </div>
    </div>
  </section>
</template>
