<script setup lang="ts">
/** Who may do what with the open project, and a link that lets one phone tick and log readings of it for a day. */
import { Modal } from 'ant-design-vue';
import { ref, shallowRef, watch } from 'vue';
import { encode } from 'uqr';
import { LINK_HOURS, ROLES, type Role } from '@iron-nudge/contract';
import { api } from '../api.ts';
import { useProject } from '../stores/project.ts';
import { latest } from '../ui/latest.ts';
import AuditList from './AuditList.vue';
import { wordsOf } from '../ui/words-of.ts';
import SelectField from '../ui/SelectField.vue';
import { each } from '../ui/options.ts';

const open = defineModel<boolean>('open', { required: true });
const project = useProject();
const { state: members, refresh } = latest(() => api.members(project.id));
const { state: audit, refresh: readAudit } = latest(() => api.projectAudit(project.id));
const trouble = ref('');
const link = shallowRef<{ address: string; path: string; size: number } | null>(null);

const read = () => (project.role === 'owner' ? Promise.all([refresh(), readAudit()]) : undefined);
watch(
  open,
  (is) => {
    link.value = null;
    trouble.value = '';
    if (is) void read();
  },
  { immediate: true },
);
async function attempt(work: () => Promise<unknown>): Promise<void> {
  trouble.value = '';
  try {
    await work();
  } catch (error) {
    trouble.value = wordsOf(error);
  }
  await read();
}
const makeLink = () =>
  attempt(async () => {
    const { code } = await api.makeLink(project.id);
    const address = `${location.origin}/join#${code}`;
    const { data, size } = encode(address, { border: 2 });
    // One square a dark module, in a grid of one unit each.
    const path = data.flatMap((row, y) => row.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : []))).join('');
    link.value = { address, path, size };
  });
const endLinks = () =>
  attempt(async () => {
    await api.endLinks(project.id);
    link.value = null;
  });
const MAY: readonly { value: Role | ''; text: string }[] = [{ value: '', text: 'nothing' }, ...each(ROLES)];
</script>

<template>
  <Modal v-model:open="open" title="Share" :footer="null" width="720px" :style="{ top: '40px' }">
    <p v-if="trouble" role="alert" class="error">{{ trouble }}</p>
    <section v-if="project.role === 'owner'">
      <h3>Who may do what</h3>
      <p v-if="members.kind === 'failed'" role="alert">{{ members.message }}</p>
      <table v-else-if="members.kind === 'ready'" class="sheet">
        <tbody>
          <tr v-for="one in members.value.members" :key="one.id">
            <td>{{ one.name }}</td>
            <td>
              <SelectField
                class="role"
                :label="`What ${one.name} may do`"
                quiet
                :model-value="one.role ?? ''"
                :options="MAY"
                @update:model-value="attempt(() => api.setMember(project.id, one.id, $event === '' ? null : $event))"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section>
      <h3>A phone in the garage</h3>
      <p>
        A link lets one phone tick the order of work and log readings of this project for {{ LINK_HOURS }} hours, and nothing else. It works
        once: photograph it with the phone that is to have it.
      </p>
      <div class="row">
        <button class="plain-button strong" @click="makeLink">Make a link</button>
        <button class="plain-button" @click="endLinks">End all links</button>
      </div>
      <div v-if="link" class="code">
        <svg :viewBox="`0 0 ${link.size} ${link.size}`" role="img" aria-label="The link as a QR code" shape-rendering="crispEdges">
          <rect :width="link.size" :height="link.size" fill="#fff" />
          <path :d="link.path" fill="#000" />
        </svg>
        <p class="mono">{{ link.address }}</p>
      </div>
    </section>
    <section v-if="project.role === 'owner'">
      <h3>What was done</h3>
      <AuditList :state="audit" />
    </section>
  </Modal>
</template>

<style scoped>
section {
  margin-bottom: 18px;
}
td:first-child {
  width: 100%;
}
td {
  vertical-align: middle;
}
.role {
  min-width: 110px;
}
.code {
  display: grid;
  grid-template-columns: 200px 1fr;
  gap: 18px;
  align-items: center;
  margin-top: 12px;
}
.code p {
  overflow-wrap: anywhere;
}
.error {
  color: var(--danger);
}
</style>
