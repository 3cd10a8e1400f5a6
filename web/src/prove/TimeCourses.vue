<script setup lang="ts">
/** What a job does from one lasting state to the next: each change of a signal, and how long what then. */
import { computed } from 'vue';
import { formatTime, stateWord, type Course, type InTime } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';
import SeverityMark from '../ui/SeverityMark.vue';

const props = defineProps<{ times: InTime }>();
const project = useProject();
/** What differs first, and no more than anybody reads. */
const MOST_SHOWN = 64;
const rank = ({ does }: Course) => ({ otherwise: 0, later: 1, 'as meant': 2 })[does];
const shown = computed(() => props.times.courses.toSorted((a, b) => rank(a) - rank(b)).slice(0, MOST_SHOWN));
const differing = computed(() => props.times.courses.filter(({ does }) => does === 'otherwise').length);

function named(id: string, on: boolean): string {
  const signal = project.design?.signals.find((one) => one.id === id);
  return signal ? `${signal.name} ${stateWord(signal, on)}` : id;
}
const beside = ({ before, signal }: Course) =>
  before
    .filter((id) => id !== signal)
    .map((id) => named(id, true))
    .join(', ') || '–';
interface Span {
  readonly lastsS: number | null;
  readonly found: string;
  readonly meant: string;
  readonly matches: boolean;
}
/** What stays as it is while a relay moves behind it is one stretch. */
function spans({ stretches }: Course): (Span & { readonly when: string })[] {
  const joined: Span[] = [];
  for (const { fromS, untilS, found, meant, matches } of stretches) {
    const last = joined.at(-1);
    const lastsS = untilS === null ? null : untilS - fromS;
    if (last?.found !== found || last.meant !== meant) joined.push({ lastsS, found, meant, matches });
    else joined[joined.length - 1] = { ...last, lastsS: lastsS === null ? null : last.lastsS! + lastsS };
  }
  return joined.map((span) => ({ ...span, when: span.lastsS !== null ? formatTime(span.lastsS) : joined.length > 1 ? 'then' : 'stays' }));
}
const WORDS: Readonly<Record<Course['does'], string>> = {
  'as meant': 'as meant',
  later: 'later than said: it waits once it has power',
  otherwise: 'not what was said',
};
</script>

<template>
  <section aria-label="While its delays run">
    <h2>
      {{
        differing === 0
          ? 'While its delays run it does what was said'
          : `While its delays run ${differing} of ${times.courses.length} changes do otherwise`
      }}
    </h2>
    <p class="hint">
      Each change of one signal, followed until nothing waits any more, with the resting supply and all other signals off.
      <template v-if="!times.whole">Not every one was followed to its end.</template>
      <template v-if="times.courses.length > shown.length">The first {{ shown.length }} of {{ times.courses.length }}.</template>
    </p>
    <div class="scroll" tabindex="0" aria-label="Changes and what follows">
      <table class="sheet">
        <thead>
          <tr>
            <th scope="col">Once</th>
            <th scope="col">With</th>
            <th scope="col">It is</th>
            <th scope="col">Found</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(course, at) in shown" :key="at" :data-does="course.does">
            <td>{{ named(course.signal, course.comesOn) }}</td>
            <td>{{ beside(course) }}</td>
            <td>
              <span
                v-for="(span, index) in spans(course)"
                :key="index"
                class="span mono"
                :class="{ lit: span.found !== 'off', differs: !span.matches }"
              >
                {{ span.when }} <b>{{ span.found }}</b>{{ span.matches ? '' : ` meant ${span.meant}` }}
              </span>
            </td>
            <td>
              <span class="row"><SeverityMark :severity="course.does === 'otherwise' ? 'danger' : 'hold'" />{{ WORDS[course.does] }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
h2 {
  font-size: 18px;
}
.hint {
  color: var(--iron);
  margin: 2px 0 8px;
}
.scroll {
  overflow: auto;
  min-height: 0;
  border: 1px solid var(--line);
}
.span {
  display: inline-block;
  padding: 1px 7px;
  margin-right: 3px;
  border-bottom: 3px solid var(--line);
  white-space: nowrap;
}
.span.lit {
  border-color: var(--copper);
}
.span.differs {
  color: var(--danger);
}
</style>
