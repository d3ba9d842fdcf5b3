<script setup lang="ts">
/** A motor: its speed or its way, its direction, its ramps, and when it is on. */
import { mdiSwapHorizontal } from '@mdi/js'
import type { Motor, Problem, Quantity } from '@ligamen/core'
import QuantityField from '../../fields/QuantityField.vue'
import StartField from '~/timing/StartField.vue'
import { newSpeed } from '~/drive/drivers/new-move'
import { useScenarioEdits } from '~/timing/useScenarioEdits'

const props = defineProps<{ name: string; motor: Motor; turns: boolean }>()
const edits = useScenarioEdits()

const alter = (edit: string, change: (motor: Motor) => void): Promise<readonly Problem[]> =>
  edits.alterMotor(`${props.name}: ${edit}`, props.motor.id, change)
const WAYS = [
  { value: 'speed', title: 'speed' },
  { value: 'by', title: 'distance' },
]
const setSpeed = (value: Quantity) =>
  alter(`speed ${value}`, (motor) => {
    motor.speed = value
  })
const setBy = (value: Quantity) =>
  alter(`distance ${value}`, (motor) => {
    motor.by = value
  })
const setRunUp = (value: Quantity) =>
  alter(`acceleration time ${value}`, (motor) => {
    motor.runUp = value
  })
const setRunDown = (value: Quantity) =>
  alter(`deceleration time ${value}`, (motor) => {
    motor.runDown = value
  })
const noRunDown = () =>
  alter('no deceleration time', (motor) => {
    delete motor.runDown
  })
const setDuration = (value: Quantity) =>
  alter(`duration ${value}`, (motor) => {
    motor.duration = value
  })
const toTheEnd = () =>
  alter('on to the end', (motor) => {
    delete motor.duration
  })
const flip = () =>
  alter('flip direction', (motor) => {
    motor.reversed = !motor.reversed
  })
const say = (way: string) =>
  void alter(way === 'by' ? 'by distance' : 'at a speed', (motor) => {
    if (way === 'by') {
      delete motor.speed
      motor.by = props.turns ? '1 turn' : '50 mm'
    } else {
      delete motor.by
      motor.speed = newSpeed(props.turns)
    }
  })
</script>

<template>
  <h3 class="heading">Motor</h3>
  <div class="line">
    <v-select
      label="Defined by"
      :items="WAYS"
      :model-value="motor.by === undefined ? 'speed' : 'by'"
      @update:model-value="say"
    />
  </div>
  <QuantityField
    v-if="motor.by === undefined"
    label="Speed"
    :value="motor.speed ?? 0"
    :dimension="turns ? 'angularSpeed' : 'speed'"
    :commit="setSpeed"
  />
  <QuantityField
    v-else
    label="Distance"
    :value="motor.by"
    :dimension="turns ? 'angle' : 'length'"
    :commit="setBy"
  />
  <QuantityField label="Acceleration time" :value="motor.runUp" dimension="time" share :commit="setRunUp" />
  <QuantityField
    label="Deceleration time"
    :value="motor.runDown ?? null"
    dimension="time"
    share
    :commit="setRunDown"
    :clear="noRunDown"
  />
  <div class="line">
    <StartField
      name="the motor"
      :entry="motor.id"
      :timed="motor"
      :has-turn="false"
      :alter="(edit, change) => alter(edit, change)"
    />
  </div>
  <QuantityField
    label="Duration (empty: to the end)"
    :value="motor.duration ?? null"
    dimension="time"
    share
    :commit="setDuration"
    :clear="toTheEnd"
  />
  <div class="direction">
    <span>{{ motor.reversed ? 'Against its axis' : 'Along its axis' }}</span>
    <v-btn :prepend-icon="mdiSwapHorizontal" title="Or click its arrow in the view" @click="flip">
      Flip direction
    </v-btn>
  </div>
</template>

<style scoped>
.line {
  padding: 5px 14px;
}

.direction {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 6px 14px;
}
</style>
