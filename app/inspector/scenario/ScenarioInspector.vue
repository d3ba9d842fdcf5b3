<script setup lang="ts">
/** The scenario: its name, length, frame rate and start, shown while nothing is selected. */
import { reasons } from '@ligamen/core'
import type { Problem, Quantity, Scenario } from '@ligamen/core'
import ComparedScenario from './ComparedScenario.vue'
import ForceSettings from './ForceSettings.vue'
import LoadList from '../loads/LoadList.vue'
import NameField from '../../fields/NameField.vue'
import QuantityField from '../../fields/QuantityField.vue'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useViewportStore } from '~/view/view-options'

const props = defineProps<{ scenario: Scenario }>()
const mechanism = useMechanismStore()
const edits = useScenarioEdits()
const run = useRunStore()
const viewport = useViewportStore()

/** Frames a second that suit screens, films and fine analysis. */
const RATES = [24, 25, 30, 50, 60, 100, 120, 240, 500, 1000]
const rates = computed(() => [...new Set([...RATES, props.scenario.frameRate])].sort((a, b) => a - b))
const fault = ref('')

const alter = (name: string, change: (scenario: Scenario) => void): Promise<readonly Problem[]> =>
  mechanism.edit(name, (draft) => change(draft.scenarios.find((s) => s.id === props.scenario.id)!))

const rename = (name: string) =>
  alter(`Rename ${props.scenario.name}`, (scenario) => {
    scenario.name = name
  })

type Start = Pick<Scenario, 'startPose' | 'startAfter'>

/** Home, a named pose, or the end of another scenario. */
const starts = computed(() => {
  const { poses = [], scenarios = [] } = mechanism.document ?? {}
  return [
    { value: {} as Start, title: 'at home' },
    ...poses.map(({ id, name }) => ({ value: { startPose: id } as Start, title: `at ${name}` })),
    ...scenarios
      .filter(({ id }) => id !== props.scenario.id)
      .map(({ id, name }) => ({ value: { startAfter: id } as Start, title: `where ${name} ends` })),
  ]
})
const start = computed<Start>(() => {
  const { startPose, startAfter } = props.scenario
  return { ...(startPose ? { startPose } : {}), ...(startAfter ? { startAfter } : {}) }
})
async function setStart(value: Start) {
  const refused = await alter('Other start', (scenario) => {
    delete scenario.startPose
    delete scenario.startAfter
    Object.assign(scenario, value)
  })
  startFault.value = reasons(refused)
}
const startFault = ref('')
const trails = computed(() =>
  (run.report?.datums ?? []).map(({ datum, name, body }) => ({
    value: datum,
    title: `${name} (${mechanism.nameOf(body)})`,
  })),
)
const GHOSTS = [
  { value: 0, title: 'none' },
  ...[5, 10, 15, 30, 60].map((value) => ({ value, title: `every ${value} frames` })),
]
const isLast = computed(() => (mechanism.document?.scenarios.length ?? 0) < 2)

const setLength = (value: Quantity) =>
  alter(`Length of the run ${value}`, (scenario) => {
    scenario.length = value
  })

async function setRate(rate: number) {
  const refused = await alter(`Frame rate ${rate} Hz`, (scenario) => {
    scenario.frameRate = rate
  })
  fault.value = reasons(refused)
}
</script>

<template>
  <h2 class="heading">{{ scenario.name }} <span>scenario</span></h2>
  <div class="rate"><NameField label="Name" :value="scenario.name" @commit="rename" /></div>
  <QuantityField label="Length" :value="scenario.length" dimension="time" :commit="setLength" />
  <div class="rate">
    <v-select
      label="Frames a second"
      :items="rates"
      :model-value="scenario.frameRate"
      :error-messages="fault"
      @update:model-value="setRate"
    />
  </div>
  <div class="rate">
    <v-select
      label="Starts"
      :items="starts"
      :model-value="start"
      :error-messages="startFault"
      @update:model-value="setStart"
    />
  </div>
  <ForceSettings :scenario="scenario" :alter="alter" />
  <LoadList />
  <div class="rate">
    <v-btn :disabled="isLast" @click="edits.remove">Delete this scenario</v-btn>
  </div>
  <ComparedScenario v-if="!isLast" :scenario="scenario" />
  <h3 class="heading">In the view</h3>
  <div class="rate">
    <v-autocomplete
      v-model="viewport.trails"
      label="Trails of datums"
      multiple
      density="compact"
      variant="outlined"
      hide-details
      :items="trails"
      no-data-text="No datum of that name."
    />
  </div>
  <div class="rate">
    <v-select v-model="viewport.ghostsEvery" label="Ghosts" :items="GHOSTS" />
  </div>
  <p class="hint muted">
    Pick a body to change its dimensions, or a joint to read its motion and set its motor: in the model, on
    the link map or in the list of joints.
  </p>
</template>

<style scoped>
.rate {
  padding: 5px 14px;
}

.hint {
  margin: 10px 14px;
}
</style>
