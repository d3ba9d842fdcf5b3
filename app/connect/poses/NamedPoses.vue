<script setup lang="ts">
/**
 * Poses kept by name: save where it is, go there again, make it the home pose, and chain them into a scenario in their
 * order, each with a time.
 */
import { mdiArrowLeft, mdiArrowRight } from '@mdi/js'
import {
  chainPoses,
  channelOf,
  copyOf,
  frameOfPose,
  freshId,
  reasons,
  removalOf,
  slug,
  unused,
  writePoses,
} from '@ligamen/core'
import IconButton from '~/fields/IconButton.vue'
import FaultLine from '~/fields/FaultLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { keep } from '~/fields/keep'
import { useJointControl } from '~/model/pose/useJointControl'
import { useReadings } from '~/model/pose/useReadings'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePoseStore } from '~/model/pose/pose'
import { useRunStore } from '~/model/run/run'
import { siValue } from '@ligamen/core'
import type { CoordinateValue, NamedPose, Quantity } from '@ligamen/core'
import { useStageStore } from '~/model/screen/stage'

const mechanism = useMechanismStore()
const run = useRunStore()
const pose = usePoseStore()
const stage = useStageStore()
const readings = useReadings()
const { goTo, home } = useJointControl()
const name = ref('')
const fault = ref('')
const poses = computed(() => mechanism.document?.poses ?? [])

/** Keys of the joint positions that a new pose keeps; all of them when empty. */
const only = ref<readonly string[]>([])
const positions = computed(() =>
  readings.value.map(({ channel }) => ({ value: channel.key, title: channel.name })),
)
/** Where the joints are: those whose keys are given, or all. */
const values = (keys: readonly string[]) =>
  readings.value
    .filter(({ channel }) => keys.length === 0 || keys.includes(channel.key))
    .map(({ joint, freedom, value }) => ({ joint, freedom, value }))

async function save() {
  const called = name.value.trim() || `Pose ${poses.value.length + 1}`
  const now = values(only.value)
  const refused = await mechanism.edit(`Save pose ${called}`, (draft) => {
    draft.poses = [...(draft.poses ?? []), { id: freshId(draft, slug(called)), name: called, values: now }]
  })
  fault.value = reasons(refused)
  if (refused.length === 0) name.value = ''
}

const targetsOf = ({ values: kept }: NamedPose): CoordinateValue[] =>
  kept.flatMap(({ value, ...name }) => {
    const dimension = channelOf(run.report?.channels ?? [], name)?.dimension
    return dimension === undefined ? [] : [{ ...name, value: siValue(value, dimension) }]
  })

/** Shows a pose while the pointer or the focus is on it; nothing moves. */
async function look(wanted: NamedPose) {
  looked = wanted.id
  const poses = await mechanism.ask('look', targetsOf(wanted))
  if (poses && looked === wanted.id) pose.still(poses)
}
function lookAway() {
  looked = null
  pose.endPreview()
}
let looked: string | null = null

async function go(wanted: NamedPose) {
  lookAway()
  const refused = await goTo(targetsOf(wanted), true)
  fault.value = reasons(refused)
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
      writePoses(moved, frames)
      return moved
    },
    { home: true },
  )
  fault.value = reasons(refused)
}

/** What the pose keeps is kept anew. */
const update = (kept: NamedPose) => {
  const channels = run.report?.channels ?? []
  const now = values(kept.values.flatMap((name) => channelOf(channels, name)?.key ?? []))
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
const setTime = (id: string) =>
  keep((value: Quantity) => {
    times.value = { ...times.value, [id]: value }
  })
const WAYS = [
  { value: 'time', title: 'in' },
  { value: 'speed', title: 'slides at most' },
  { value: 'turning', title: 'turns at most' },
] as const
const ways = ref<Record<string, (typeof WAYS)[number]['value']>>({})
const speeds = ref<Record<string, Quantity>>({})
const setSpeed = (id: string) =>
  keep((value: Quantity) => {
    speeds.value = { ...speeds.value, [id]: value }
  })
const keeps = ({ values: kept }: NamedPose) =>
  kept.length === readings.value.length
    ? 'keeps all joints'
    : `keeps ${kept.map(({ joint }) => mechanism.nameOf(joint)).join(', ')}`
async function chain() {
  await mechanism.settled()
  const { document } = mechanism
  if (!document) return
  const called = unused(new Set(document.scenarios.map((scenario) => scenario.name)), 'Chained poses')
  const legs = poses.value.map(({ id }) => {
    const way = ways.value[id] ?? 'time'
    return way === 'time'
      ? { pose: id, time: times.value[id] ?? '1 s' }
      : { pose: id, topSpeed: speeds.value[id] ?? (way === 'speed' ? '100 mm/s' : '30 rpm') }
  })
  const chained = chainPoses(document, called, legs)
  if (!chained.ok) {
    fault.value = reasons(chained.problems)
    return
  }
  const refused = await mechanism.replace(`Chain ${legs.length} poses`, chained.value.document)
  fault.value = reasons(refused)
  if (refused.length > 0) return
  await mechanism.chooseScenario(chained.value.scenario)
  stage.go('drive')
}

const remove = (wanted: NamedPose) =>
  mechanism.edit(`Delete pose ${wanted.name}`, (draft) => removalOf(draft, [wanted.id]).document)
</script>

<template>
  <div class="poses">
    <form class="row" aria-label="Save this pose" @submit.prevent="save">
      <v-text-field v-model="name" label="Name of the pose" maxlength="120" />
      <v-autocomplete
        v-model="only"
        class="only"
        label="Keeps (empty: all joints)"
        multiple
        density="compact"
        variant="outlined"
        hide-details
        :items="positions"
        no-data-text="No joint of that name."
      />
      <v-btn type="submit" color="primary" variant="flat" :disabled="readings.length === 0"
        >Save this pose</v-btn
      >
      <v-btn :disabled="!run.standing && pose.source !== 'take'" @click="makeHome"
        >Make this the home pose</v-btn
      >
      <v-btn :disabled="pose.source === 'home'" @click="home">Back to home</v-btn>
    </form>
    <FaultLine :text="fault" />
    <p v-if="poses.length === 0" class="muted">
      No pose is kept yet. Drag the mechanism to where it should be found again, and save it.
    </p>
    <ul>
      <li v-for="(kept, k) in poses" :key="kept.id">
        <v-btn
          variant="text"
          color="primary"
          :title="keeps(kept)"
          @click="go(kept)"
          @pointerenter="look(kept)"
          @pointerleave="lookAway"
          @focus="look(kept)"
          @blur="lookAway"
        >
          {{ kept.name }}
        </v-btn>
        <template v-if="k > 0">
          <v-select
            class="way"
            :aria-label="`How ${kept.name} is reached`"
            :items="WAYS"
            :model-value="ways[kept.id] ?? 'time'"
            @update:model-value="ways = { ...ways, [kept.id]: $event }"
          />
          <QuantityField
            v-if="(ways[kept.id] ?? 'time') === 'time'"
            class="time"
            :label="`Time to ${kept.name}`"
            :value="times[kept.id] ?? '1 s'"
            dimension="time"
            :commit="setTime(kept.id)"
          />
          <QuantityField
            v-else
            class="time"
            :label="`Top speed to ${kept.name}`"
            :value="speeds[kept.id] ?? (ways[kept.id] === 'speed' ? '100 mm/s' : '30 rpm')"
            :dimension="ways[kept.id] === 'speed' ? 'speed' : 'angularSpeed'"
            :commit="setSpeed(kept.id)"
          />
        </template>
        <IconButton
          :icon="mdiArrowLeft"
          :disabled="k === 0"
          :name="`${kept.name} earlier`"
          @click="reorder(kept, -1)"
        />
        <IconButton
          :icon="mdiArrowRight"
          :disabled="k === poses.length - 1"
          :name="`${kept.name} later`"
          @click="reorder(kept, 1)"
        />
        <v-btn variant="text" :aria-label="`Update pose ${kept.name}`" @click="update(kept)">Update</v-btn>
        <v-btn variant="text" :aria-label="`Delete pose ${kept.name}`" @click="remove(kept)">Delete</v-btn>
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
  max-width: 1000px;
}

.only {
  min-width: 190px;
}

.way {
  width: 140px;
}

.time {
  width: 130px;
  padding: 0;
}

.chain {
  margin-top: 10px;
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
  display: flex;
  align-items: center;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}
</style>
