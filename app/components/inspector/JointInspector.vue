<script setup lang="ts">
/** A joint: what it joins, where it stands at the playhead, its driver, and what moves with it. */
import { mdiSwapHorizontal } from '@mdi/js'
import { jointType } from '@ligamen/core'
import type { Joint, Motor, Problem, Quantity } from '@ligamen/core'
import EntityActions from './EntityActions.vue'
import FactRow from './FactRow.vue'
import JointHead from './JointHead.vue'
import JointLimits from './JointLimits.vue'
import QuantityField from './QuantityField.vue'
import StateTag from '~/components/workspace/StateTag.vue'
import { useReadings } from '~/composables/useReadings'
import { display } from '~/services/display'
import { useMechanismStore } from '~/stores/mechanism'
import { useRunStore } from '~/stores/run'
import { useStageStore } from '~/stores/stage'

const props = defineProps<{ joint: Joint }>()
const mechanism = useMechanismStore()
const run = useRunStore()
const stage = useStageStore()
const readings = useReadings()

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

const company = computed(() => {
  const named = (wanted: string) =>
    mechanism.document?.joints
      .filter((j) => run.report?.states[j.id] === wanted && j.id !== props.joint.id)
      .map((j) => j.name) ?? []
  const follow = named('follows')
  const parked = named('parked')
  const drives = named('drives')
  if (state.value === 'drives') {
    const moved = follow.length > 0 ? `${listed(follow)} follow.` : 'Nothing follows it.'
    return parked.length > 0 ? `${moved} ${listed(parked)} stay parked: nothing drives them.` : moved
  }
  if (state.value === 'follows') return `It follows ${listed(drives)}.`
  if (state.value === 'suspended') return 'It is suspended and holds nothing.'
  return state.value === 'holds'
    ? 'It holds its two bodies together as one.'
    : 'Nothing drives it in this scenario.'
})

function alter(name: string, change: (motor: Motor) => void): Promise<readonly Problem[]> {
  const id = driver.value!.id
  return mechanism.edit(name, (draft) => {
    const motor = draft.scenarios.flatMap((s) => s.drivers).find((d) => d.id === id)
    if (motor?.kind === 'motor') change(motor)
  })
}

const setSpeed = (value: Quantity) =>
  alter(`${props.joint.name}: speed ${value}`, (motor) => {
    motor.speed = value
  })
const setRunUp = (value: Quantity) =>
  alter(`${props.joint.name}: run-up ${value}`, (motor) => {
    motor.runUp = value
  })
const flip = () =>
  alter(`${props.joint.name}: flip direction`, (motor) => {
    motor.reversed = !motor.reversed
  })
</script>

<template>
  <h2 class="heading">{{ joint.name }} <StateTag :state="state" /></h2>
  <JointHead v-if="stage.stage !== 'drive'" :joint="joint" />
  <FactRow name="Joint">{{ type?.noun }} · {{ bodies }}</FactRow>
  <template v-for="reading in mine" :key="reading.channel.key">
    <FactRow name="Position">{{ display(reading.value, reading.channel.measures, 0, 3) }}</FactRow>
    <FactRow v-if="reading.rate !== null" name="Speed">
      {{ display(reading.rate, reading.channel.measures, 1, 2) }}
    </FactRow>
    <FactRow v-if="reading.acceleration !== null" name="Acceleration">
      {{ display(reading.acceleration, reading.channel.measures, 2, 2) }}
    </FactRow>
  </template>

  <template v-if="driver">
    <h3 class="heading">Motor · steady speed</h3>
    <QuantityField
      label="Speed"
      :value="driver.speed"
      :dimension="turns ? 'angularSpeed' : 'speed'"
      :commit="setSpeed"
    />
    <QuantityField label="Run up over" :value="driver.runUp" dimension="time" :commit="setRunUp" />
    <div class="direction">
      <span>{{ driver.reversed ? 'Against its axis' : 'Along its axis' }}</span>
      <v-btn :prepend-icon="mdiSwapHorizontal" @click="flip">Flip direction</v-btn>
    </div>
  </template>

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
.direction {
  display: flex;
  align-items: center;
  justify-content: space-between;
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
