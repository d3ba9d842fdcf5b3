<script setup lang="ts">
/** A joint: what it joins, where it is at the playhead, its driver, and what moves with it. */
import { formatQuantity, isMovedByForces, jointType, reasons } from '@ligamen/core'
import type { Acceleration, Company, FunctionOfTime, Joint, Motor, Sine } from '@ligamen/core'
import EntityActions from '../EntityActions.vue'
import MeasureButton from '../MeasureButton.vue'
import FactRow from '~/fields/FactRow.vue'
import FaultLine from '~/fields/FaultLine.vue'
import JointHead from './JointHead.vue'
import JointLimits from './JointLimits.vue'
import DriverFields from './DriverFields.vue'
import LoadList from '../loads/LoadList.vue'
import ServoFields from '../loads/ServoFields.vue'
import MotorFields from './MotorFields.vue'
import StateTag from '~/fields/StateTag.vue'
import { DRIVER_WAYS, newDriver } from '~/drive/drivers/new-driver'
import type { DriverWay } from '~/drive/drivers/new-driver'
import { usePlaybackStore } from '~/model/pose/playback'
import { useReadings } from '~/model/pose/useReadings'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { display } from '~/fields/display'
import { drivenJoint } from '~/model/driven-joint'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useStageStore } from '~/model/screen/stage'
import { forceOf } from '~/view/forces-shown'

const props = defineProps<{ joint: Joint }>()
const mechanism = useMechanismStore()
const run = useRunStore()
const stage = useStageStore()
const playback = usePlaybackStore()
const readings = useReadings()
const edits = useScenarioEdits()
const entries = useEntryEdits()

const type = computed(() => jointType(props.joint.kind))
const mine = computed(() => readings.value.filter((reading) => reading.joint === props.joint.id))
const state = computed(() => run.report?.states[props.joint.id] ?? 'parked')
const driver = computed(() =>
  mechanism.scenario?.drivers.find((d): d is Motor => d.kind === 'motor' && d.joint === props.joint.id),
)
const turns = computed(() => type.value?.freedoms[0]?.motion === 'turn')

const bodies = computed(() => {
  const name = (datum: string) => {
    const body = mechanism.document?.datums.find((d) => d.id === datum)?.body
    return mechanism.document?.bodies.find((b) => b.id === body)?.name ?? '?'
  }
  return `${name(props.joint.from)} ↔ ${name(props.joint.to)}`
})

const listed = (names: string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`

/** What moves with it, and what moves it; null while that is being found. */
const found = shallowRef<Company | null>(null)
watch(
  [() => props.joint.id, () => run.report, () => mechanism.scenario?.id],
  async ([joint, , scenario]) => {
    found.value = null
    const answer = await mechanism.ask('company', { joint, scenario: scenario ?? null })
    if (props.joint.id === joint) found.value = answer
  },
  { immediate: true },
)
const company = computed(() => {
  if (state.value === 'suspended') return 'It is suspended and holds nothing.'
  if (state.value === 'holds') return 'It holds its two bodies together as one.'
  if (!found.value) return ''
  const [moves, movedBy] = [found.value.moves, found.value.movedBy].map((ids) =>
    ids.map((id) => mechanism.nameOf(id)),
  ) as [string[], string[]]
  const others = moves.filter((name) => !movedBy.includes(name))
  const follow =
    others.length > 0
      ? `${listed(others)} ${others.length > 1 ? 'move' : 'moves'} with it.`
      : 'Nothing moves with it.'
  if (state.value === 'drives') return follow
  if (state.value === 'free') return `Loads move it. ${follow}`
  return movedBy.length > 0
    ? `It follows ${listed(movedBy)}. ${follow}`
    : `Nothing drives it in this scenario. ${follow}`
})

/** A driver that is given by a few numbers. */
const even = computed(() =>
  mechanism.scenario?.drivers.find(
    (d): d is Sine | Acceleration | FunctionOfTime =>
      (d.kind === 'sine' || d.kind === 'acceleration' || d.kind === 'function') && d.joint === props.joint.id,
  ),
)
const isTied = computed(() => mechanism.scenario?.drivers.find((d) => drivenJoint(d) === props.joint.id))
/** The size of the force through the joint at the playhead; null where it is not known. */
const carried = computed(() => {
  const { take } = run
  const mark = take?.forceMarks.findIndex(({ id }) => id === props.joint.id) ?? -1
  const found = take && mark >= 0 ? forceOf(take, playback.frame, mark) : null
  return found ? formatQuantity(Math.hypot(...found.force), 'N', 2) : null
})
const isFree = computed(() => mechanism.scenario !== null && isMovedByForces(mechanism.scenario))
/** Where loads act; of several freedoms the first. */
const place = computed(() => {
  const freedoms = type.value?.freedoms ?? []
  return freedoms.length === 1
    ? { joint: props.joint.id }
    : { joint: props.joint.id, freedom: freedoms[0]?.name }
})
const setSuspended = (on: boolean) =>
  edits.alterDriver(
    `${props.joint.name}: ${on ? 'driver disabled' : 'driver enabled'}`,
    isTied.value!.id,
    (d) => {
      if (on) d.suspended = true
      else delete d.suspended
    },
  )
const fault = ref('')
async function drive(way: DriverWay) {
  const driven = { joint: props.joint.id, freedom: mine.value[0]?.freedom }
  fault.value = reasons(await edits.drive(props.joint.name, newDriver(way, driven, turns.value)))
}
</script>

<template>
  <h2 class="heading">{{ joint.name }} <StateTag :state="state" /></h2>
  <JointHead v-if="stage.stage !== 'drive'" :joint="joint" />
  <FactRow name="Joint">{{ type?.noun }} · {{ bodies }}</FactRow>
  <template v-for="reading in mine" :key="reading.channel.key">
    <FactRow name="Position">{{ display(reading.value, reading.channel.dimension, 0, 3) }}</FactRow>
    <FactRow v-if="reading.rate !== null" name="Speed">
      {{ display(reading.rate, reading.channel.dimension, 1, 2) }}
    </FactRow>
    <FactRow v-if="reading.acceleration !== null" name="Acceleration">
      {{ display(reading.acceleration, reading.channel.dimension, 2, 2) }}
    </FactRow>
  </template>

  <FactRow v-if="carried !== null" name="Carries">{{ carried }}</FactRow>

  <MotorFields v-if="driver" :name="joint.name" :motor="driver" :turns="turns" />
  <DriverFields v-else-if="even" :key="even.id" :name="joint.name" :driver="even" :turns="turns" />
  <ServoFields
    v-if="isTied && isFree && mine.length > 0"
    :key="isTied.id"
    :name="joint.name"
    :driver="isTied"
    :turns="turns"
  />
  <div v-if="stage.stage === 'drive'" class="ways">
    <template v-if="isTied">
      <v-btn :aria-pressed="isTied.suspended === true" @click="setSuspended(!isTied.suspended)">
        {{ isTied.suspended ? 'Enable the driver' : 'Disable the driver' }}
      </v-btn>
      <v-btn @click="entries.takeAway(`the driver of ${joint.name}`, [isTied.id])">Delete the driver</v-btn>
    </template>
    <template v-else-if="mine.length > 0">
      <v-btn v-for="{ kind, words } in DRIVER_WAYS" :key="kind" @click="drive(kind)">
        Drive {{ words.toLowerCase() }}
      </v-btn>
    </template>
    <MeasureButton />
  </div>
  <FaultLine :text="fault" inset />

  <LoadList v-if="stage.stage === 'drive' && mine.length > 0" :key="joint.id" :place="place" />
  <div class="company">
    <strong>What moves with it</strong>
    <p class="muted">{{ company }}</p>
  </div>
  <template v-if="stage.stage !== 'drive'">
    <JointLimits :joint="joint" />
    <EntityActions :id="joint.id" list="joints" :suspended="joint.suspended" />
  </template>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 6px 14px;
}

.company {
  margin: 10px 14px;
  padding: 10px;
  background: rgb(var(--v-theme-field));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}

.company strong {
  font-weight: 600;
}

.company p {
  margin: 3px 0 0;
}
</style>
