<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useProject } from '../stores/project.ts';
import ProjectSide from '../project/ProjectSide.vue';
import CautionStrip from './CautionStrip.vue';
import CurrentPaths from './CurrentPaths.vue';
import FindingsPanel from './FindingsPanel.vue';
import MeterPanel from './MeterPanel.vue';
import SentenceBar from './SentenceBar.vue';
import SignalDesk from './SignalDesk.vue';
import StaircasePanel from './StaircasePanel.vue';
import JobPicker from '../project/JobPicker.vue';
import { useNarrow } from '../ui/narrow.ts';

const project = useProject();
const isNarrow = useNarrow();
const view = computed(() => project.jobView);
/** A drawing that is larger than its room is read a part at a time, or seen whole. */
const room = ref<HTMLElement | null>(null);
const { width, height } = useElementSize(room);
const isLarger = computed(() => {
  const { drawing } = project;
  return drawing !== null && width.value > 0 && (drawing.width > width.value || drawing.height > height.value);
});
const whole = ref(false);
const router = useRouter();
const show = (job: string) => router.push({ name: 'design', params: { id: project.id, job } });
</script>

<template>
  <div class="workbench">
    <ProjectSide />
    <main v-if="project.job" class="centre">
      <h1 class="visually-hidden">{{ project.job.name }}: its design</h1>
      <div>
        <JobPicker v-if="isNarrow" class="which" beside @pick="show" />
        <SentenceBar :key="project.job.id" />
        <div class="place-of-editors narrow"></div>
        <CautionStrip />
      </div>
      <div v-if="project.drawing && view?.unwired.length === 0" ref="room" class="sheet">
        <CurrentPaths :drawing="project.drawing" :job="project.job.id" :fits="whole" />
        <button v-if="isLarger" class="plain-button size" @click="whole = !whole">
          {{ whole ? 'As large as it reads' : 'See it whole' }}
        </button>
      </div>
      <div v-else-if="view?.unwired.length" class="unwired" role="status">
        <h2>Not wired yet</h2>
        <p v-for="reason in view?.unwired ?? []" :key="reason">{{ reason }}</p>
        <p class="hint">Nothing of this job is drawn or checked until it can be wired. Change a phrase above, or undo.</p>
      </div>
      <div v-else role="status" class="unwired">{{ project.trouble ? 'Not drawn: the circuit could not be checked.' : 'Drawing…' }}</div>
      <div class="foot">
        <SignalDesk />
        <MeterPanel />
      </div>
    </main>
    <main v-else class="centre none">
      <h1>No job yet</h1>
      <p>A job is one sentence: when something is on, switch a load, from a supply, through a relay. Start one with “+ job”.</p>
    </main>
    <aside v-if="project.job" class="right" aria-label="Checks">
      <div class="place-of-editors wide"></div>
      <StaircasePanel />
      <FindingsPanel />
    </aside>
  </div>
</template>

<style scoped>
.workbench {
  position: relative;
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 206px minmax(0, 1fr) 344px;
}
.centre {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  min-height: 0;
  min-width: 0;
}
.sheet {
  position: relative;
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr);
  min-height: 0;
  min-width: 0;
}
.size {
  position: absolute;
  right: 8px;
  bottom: 8px;
  background: var(--sheet);
}
.centre.none {
  display: block;
  padding: 60px;
}
.foot {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  background: var(--bench);
  border-top: 1px solid var(--line);
  min-height: 132px;
}
.right {
  background: var(--sheet);
  border-left: 1px solid var(--line);
  padding: 16px;
  display: flex;
  flex-direction: column;
  gap: 18px;
  min-height: 0;
}
.right > :last-child {
  flex: 1;
}
.narrow {
  display: none;
}
.wide {
  flex: none;
  max-height: 56%;
  overflow-y: auto;
}
.wide:empty {
  margin-bottom: -18px;
}
.unwired {
  padding: 48px;
  max-width: 640px;
}
.hint {
  color: var(--iron);
}
@media (max-width: 1100px) {
  .workbench {
    position: relative;
    grid-template-columns: 172px minmax(0, 1fr) 270px;
  }
  .foot {
    grid-template-columns: minmax(0, 1fr) 190px;
  }
}
@media (max-width: 800px) {
  .narrow {
    display: block;
  }
  .which {
    padding: 8px 16px;
    background: var(--bench);
  }
  .wide {
    display: none;
  }
  /* What one came for stands first; the lists of the project follow. */
  .workbench {
    position: relative;
    display: flex;
    flex-direction: column;
    overflow-y: auto;
  }
  .workbench > :deep(.side) {
    order: 3;
    border-top: 1px solid var(--line);
    overflow: visible;
  }
  .workbench > * {
    flex: none;
  }
  .centre {
    display: block;
  }
  .foot {
    display: block;
  }
}
</style>
