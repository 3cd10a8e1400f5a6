<script setup lang="ts">
import { Modal } from 'ant-design-vue';

const open = defineModel<boolean>('open', { required: true });
const KEYS = [
  ['Tab', 'next phrase of the sentence, part of the drawing, finding'],
  ['Enter', 'open the phrase or select the part'],
  ['Esc', 'close what is open'],
  ['1 – 9', 'operate a signal on the desk'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Ctrl K', 'find a job, part, wire, finding or command'],
  ['?', 'these keys'],
] as const;
</script>

<template>
  <Modal v-model:open="open" title="Keys" :footer="null" width="460px">
    <table class="sheet">
      <tbody>
        <tr v-for="[key, what] in KEYS" :key="key">
          <th scope="row">
            <kbd>{{ key }}</kbd>
          </th>
          <td>{{ what }}</td>
        </tr>
      </tbody>
    </table>
  </Modal>
</template>
