<script setup lang="ts">
/**
 * The mobility, told in full: the sentence, what is free (each motion can be played and held), what is held more than once
 * and what is suspended, each with the ways out.
 */
import { mdiClose, mdiPlay } from '@mdi/js'
import { reasons } from '@ligamen/core'
import type { Advice, Finding } from '@ligamen/core'
import type { LooseShown } from '~/workers/solver/questions'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePanelsStore } from '~/model/screen/panels'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import IconButton from '~/fields/IconButton.vue'
import FaultLine from '~/fields/FaultLine.vue'

const mechanism = useMechanismStore()
const run = useRunStore()
const pose = usePoseStore()
const panels = usePanelsStore()
const loose = shallowRef<readonly LooseShown[]>([])
const findings = shallowRef<readonly Finding[]>([])
const asking = ref(true)
const fault = ref('')

async function look() {
  asking.value = true
  loose.value = await mechanism.ask('loose', mechanism.scenario?.id ?? null)
  findings.value = await mechanism.ask('advise', undefined)
  asking.value = false
}
watch(() => run.report, look, { immediate: true })

const sections = computed(() =>
  [
    { title: 'Held more than once', kind: 'redundant' },
    { title: 'Suspended', kind: 'suspended' },
  ]
    .map(({ title, kind }) => ({ title, found: findings.value.filter((finding) => finding.kind === kind) }))
    .filter(({ found }) => found.length > 0),
)

async function take(advice: Advice) {
  const refused = await mechanism.replace(advice.edit, advice.document)
  fault.value = reasons(refused)
}

async function hold({ held }: LooseShown) {
  if (!held) return
  const refused = await mechanism.replace(held.edit, held.document, { home: true })
  fault.value = reasons(refused)
}
</script>

<template>
  <section aria-label="Mobility">
    <h2 class="heading">
      Mobility
      <IconButton :icon="mdiClose" name="Close the mobility panel" @click="panels.mobility = false" />
    </h2>
    <template v-if="run.report">
      <p class="sentence">{{ run.report.words.line }}</p>
      <p class="muted">
        {{ run.report.mobility.coordinates }} coordinates of the joints along the tree,
        {{ run.report.mobility.rows }} conditions of the joints that close loops, of which
        {{ run.report.mobility.rank }} count.
      </p>
      <FaultLine :text="fault" />

      <h3 class="heading">Free motions</h3>
      <p v-if="!asking && loose.length === 0" class="muted">
        {{
          run.report.mobility.mobility > 0
            ? 'None: whatever can move is driven in this scenario.'
            : 'Nothing can move.'
        }}
      </p>
      <ul>
        <li v-for="motion in loose" :key="motion.sentence">
          <p>{{ motion.sentence }}</p>
          <span class="ways">
            <v-btn :prepend-icon="mdiPlay" @click="pose.show(motion.clip, false)">Play</v-btn>
            <v-btn v-if="motion.held" @click="hold(motion)">Hold this</v-btn>
          </span>
        </li>
      </ul>

      <template v-for="{ title, found } in sections" :key="title">
        <h3 class="heading">{{ title }}</h3>
        <ul>
          <li v-for="finding in found" :key="finding.joint">
            <p>{{ finding.sentence }}</p>
            <span class="ways">
              <v-btn
                v-for="advice in finding.advice"
                :key="advice.sentence"
                class="advice"
                @click="take(advice)"
              >
                {{ advice.sentence }}
              </v-btn>
            </span>
          </li>
        </ul>
      </template>
      <p v-if="run.report.mobility.floating.length > 0" class="muted">
        Not tied to ground: {{ run.report.mobility.floating.map((id) => mechanism.nameOf(id)).join(', ') }}.
      </p>
    </template>
  </section>
</template>

<style scoped>
section > p {
  margin: 4px 14px;
}

.sentence {
  font-weight: 600;
}

.heading :deep(.v-btn--icon) {
  width: 24px;
  height: 24px;
}

ul {
  margin: 0;
  padding: 0 14px;
  list-style: none;
}

li {
  margin-bottom: 8px;
  padding: 8px 10px;
  background: rgb(var(--v-theme-field));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}

li p {
  margin: 0 0 6px;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}

.advice {
  height: auto;
  min-height: 28px;
  padding: 5px 9px;
  text-align: left;
  white-space: normal;
}

.advice :deep(.v-btn__content) {
  white-space: normal;
}
</style>
