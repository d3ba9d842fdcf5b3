<script setup lang="ts">
/** Poses kept by name: save where it stands, go there again, make it the home pose, take one away. */
import { copyOf, frameOfPose, freshId, removalOf, slug, standAs } from '@ligamen/core'
import { useJointControl } from '~/composables/useJointControl'
import { useReadings } from '~/composables/useReadings'
import { useMechanismStore } from '~/stores/mechanism'
import { usePoseStore } from '~/stores/pose'
import { useRunStore } from '~/stores/run'
import { parseQuantity } from '@ligamen/core'
import type { NamedPose } from '@ligamen/core'

const mechanism = useMechanismStore()
const run = useRunStore()
const pose = usePoseStore()
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
      <li v-for="kept in poses" :key="kept.id">
        <v-btn variant="text" color="primary" @click="go(kept)">{{ kept.name }}</v-btn>
        <v-btn variant="text" :aria-label="`Take away pose ${kept.name}`" @click="remove(kept)"
          >Take away</v-btn
        >
      </li>
    </ul>
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
