<script setup lang="ts">
/**
 * Poses kept by name: save where it stands, go there again, make it the home pose, and chain them into a scenario in their
 * order, each with a time.
 */
import { mdiArrowLeft, mdiArrowRight } from '@mdi/js'
import { chainPoses, copyOf, frameOfPose, freshId, removalOf, slug, standAs, unused } from '@ligamen/core'
import QuantityField from '~/components/inspector/QuantityField.vue'
import { useJointControl } from '~/composables/useJointControl'
import { useReadings } from '~/composables/useReadings'
import { useMechanismStore } from '~/stores/mechanism'
import { usePoseStore } from '~/stores/pose'
import { useRunStore } from '~/stores/run'
import { parseQuantity } from '@ligamen/core'
import type { NamedPose, Quantity } from '@ligamen/core'
import { useStageStore } from '~/stores/stage'

const mechanism = useMechanismStore()
const run = useRunStore()
const pose = usePoseStore()
const stage = useStageStore()
const readings = useReadings()
const { goTo, home } = useJointControl()
const name = ref('')
const fault = ref('')
const poses = computed(() => mechanism.document?.poses ?? [])

const values = () =>
  readings.value.map(({ channel, joint, value }) => ({
    joint,
    freedom: channel.key.slice(channel.key.lastIndexOf('/') + 1),
    value,
  }))

async function save() {
  const called = name.value.trim() || `Pose ${poses.value.length + 1}`
  const now = values()
  const refused = await mechanism.edit(`Save pose ${called}`, (draft) => {
    draft.poses = [...(draft.poses ?? []), { id: freshId(draft, slug(called)), name: called, values: now }]
  })
  fault.value = refused.map(({ message }) => message).join(' ')
  if (refused.length === 0) name.value = ''
}

async function go(wanted: NamedPose) {
  const targets = wanted.values.map(({ joint, freedom, value }) => {
    const read = typeof value === 'number' ? value : parse(value)
    return [`${joint}/${freedom ?? ''}`, read] as const
  })
  const refused = await goTo(Object.fromEntries(targets), true)
  fault.value = refused.map(({ message }) => message).join(' ')
}

function parse(text: string): number {
  const length = parseQuantity(text, 'length')
  const angle = parseQuantity(text, 'angle')
  return length.ok ? length.value : angle.ok ? angle.value : 0
}

async function makeHome() {
  const { shown } = pose
  if (!shown) return
  const { bodies, poses: array, at } = shown
  const here = array.slice(at, at + 7 * bodies.length)
  const frames = new Map(bodies.map((id, k) => [id, frameOfPose(here, k)]))
  const refused = await mechanism.edit(
    'Make this the home pose',
    (draft) => {
      const moved = copyOf(draft)
      standAs(moved, frames)
      return moved
    },
    { home: true },
  )
  fault.value = refused.map(({ message }) => message).join(' ')
}

const update = (kept: NamedPose) => {
  const now = values()
  return mechanism.edit(`Update pose ${kept.name}`, (draft) => {
    draft.poses!.find(({ id }) => id === kept.id)!.values = now
  })
}
const reorder = (kept: NamedPose, by: number) =>
  mechanism.edit(`Pose ${kept.name} ${by < 0 ? 'earlier' : 'later'}`, (draft) => {
    const at = draft.poses!.findIndex(({ id }) => id === kept.id)
    const [moved] = draft.poses!.splice(at, 1)
    draft.poses!.splice(Math.max(0, at + by), 0, moved!)
  })

/** How long it takes to each pose, by id. */
const times = ref<Record<string, Quantity>>({})
const setTime = (id: string) => (value: Quantity) => {
  times.value = { ...times.value, [id]: value }
  return Promise.resolve([])
}
async function chain() {
  const { document } = mechanism
  if (!document) return
  const called = unused(new Set(document.scenarios.map((scenario) => scenario.name)), 'Chained poses')
  const legs = poses.value.map(({ id }) => ({ pose: id, time: times.value[id] ?? '1 s' }))
  const chained = chainPoses(document, called, legs)
  if (!chained.ok) {
    fault.value = chained.problems.map(({ message }) => message).join(' ')
    return
  }
  const refused = await mechanism.edit(`Chain ${legs.length} poses`, () => chained.value.document)
  fault.value = refused.map(({ message }) => message).join(' ')
  if (refused.length > 0) return
  await mechanism.chooseScenario(chained.value.scenario)
  stage.go('drive')
}

const remove = (wanted: NamedPose) =>
  mechanism.edit(`Take away pose ${wanted.name}`, (draft) => removalOf(draft, [wanted.id]).document)
</script>

<template>
  <div class="poses">
    <form class="row" aria-label="Save this pose" @submit.prevent="save">
      <v-text-field v-model="name" label="Name of the pose" maxlength="120" />
      <v-btn type="submit" color="primary" variant="flat" :disabled="readings.length === 0"
        >Save this pose</v-btn
      >
      <v-btn :disabled="!run.standing && pose.source !== 'take'" @click="makeHome"
        >Make this the home pose</v-btn
      >
      <v-btn :disabled="pose.source === 'home'" @click="home">Back to home</v-btn>
    </form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="poses.length === 0" class="muted">
      No pose is kept yet. Drag the mechanism to where it should be found again, and save it.
    </p>
    <ul>
      <li v-for="(kept, k) in poses" :key="kept.id">
        <v-btn variant="text" color="primary" @click="go(kept)">{{ kept.name }}</v-btn>
        <QuantityField
          v-if="k > 0"
          class="time"
          :label="`Time to ${kept.name}`"
          :value="times[kept.id] ?? '1 s'"
          dimension="time"
          :commit="setTime(kept.id)"
        />
        <v-btn
          :icon="mdiArrowLeft"
          variant="text"
          :disabled="k === 0"
          :aria-label="`${kept.name} earlier`"
          @click="reorder(kept, -1)"
        />
        <v-btn
          :icon="mdiArrowRight"
          variant="text"
          :disabled="k === poses.length - 1"
          :aria-label="`${kept.name} later`"
          @click="reorder(kept, 1)"
        />
        <v-btn variant="text" :aria-label="`Update pose ${kept.name}`" @click="update(kept)">Update</v-btn>
        <v-btn variant="text" :aria-label="`Take away pose ${kept.name}`" @click="remove(kept)"
          >Take away</v-btn
        >
      </li>
    </ul>
    <v-btn v-if="poses.length > 1" class="chain" color="primary" variant="flat" @click="chain">
      Chain into a scenario
    </v-btn>
  </div>
</template>

<style scoped>
.poses {
  padding: 12px 14px;
}

.row {
  display: flex;
  gap: 8px;
  align-items: center;
  max-width: 760px;
}

.time {
  width: 130px;
  padding: 0;
}

.chain {
  margin-top: 10px;
}

.fault {
  padding: 6px 8px;
  color: rgb(var(--v-theme-error));
  background: rgb(var(--v-theme-error-soft));
  border-radius: 6px;
}

ul {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 10px 0 0;
  padding: 0;
  list-style: none;
}

li {
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}
</style>
