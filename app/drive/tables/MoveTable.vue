<script setup lang="ts">
/** The moves of a lane as a table: when each starts, where it ends, how long it lasts, by which law. */
import { mdiPlus } from '@mdi/js'
import { inSeconds, lawKinds, motionLaw, moveKey } from '@ligamen/core'
import type { Move, Moves, PathDriver, Problem, Quantity } from '@ligamen/core'
import ScenarioFaults from '../scenario/ScenarioFaults.vue'
import EntryRow from './EntryRow.vue'
import CopyButtons from './CopyButtons.vue'
import LaneEdits from './LaneEdits.vue'
import LawShape from './LawShape.vue'
import LaneTable from './LaneTable.vue'
import FaultLine from '~/fields/FaultLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import type { Lane } from '~/drive/chart/useLanes'
import { formatSpan, positionDimension, typedPosition } from '~/fields/display'
import { newMove } from '~/drive/drivers/new-move'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { useTimingStore } from '~/timing/timing'

const props = defineProps<{ lane: Lane; driver: Moves | PathDriver }>()
const timing = useTimingStore()
const maker = usePathMakerStore()
/** The path that the lane goes along. */
const followed = computed(() => (props.driver.kind === 'path' ? props.driver.path : null))
const edits = useScenarioEdits()
const entries = useEntryEdits()
const dimension = computed(() => positionDimension(props.lane.dimension))
const rates = computed(() =>
  dimension.value === 'length'
    ? (['speed', 'acceleration', 'jerk'] as const)
    : (['angularSpeed', 'angularAcceleration', 'angularJerk'] as const),
)

const rows = computed(() =>
  props.driver.moves.map((move, k) => {
    const key = moveKey(props.driver.id, move, k)
    const item = timing.itemOf(key)
    const name = `move ${k + 1}`
    const found = item && item.start >= 0 ? formatSpan(item.start, item.end) : 'waits'
    return { move, key, name, found, limited: move.speed !== undefined }
  }),
)
const LAWS = [...lawKinds.map((value) => ({ value, title: motionLaw(value)!.noun }))]
const TARGETS = [
  { value: 'to', title: 'to a value' },
  { value: 'by', title: 'by distance' },
]
const LASTS = [
  { value: 'time', title: 'duration' },
  { value: 'rates', title: 'speed limit' },
]

type Row = (typeof rows.value)[number]
const alter = (
  { key, name }: Row,
  words: string,
  change: (move: Move) => void,
): Promise<readonly Problem[]> =>
  edits.alterMove(`${props.lane.name}, ${name}: ${words}`, props.driver.id, key, change)

const setTarget = (row: Row) => (value: Quantity) =>
  alter(row, `${row.move.by === undefined ? 'to' : 'by'} ${value}`, (move) => {
    if (move.by === undefined) move.to = value
    else move.by = value
  })
/** The level stays where it is; it is only said the other way. */
function say(row: Row, way: string) {
  const levels = timing.itemOf(row.key)?.levels
  if (!levels) return
  void alter(row, way === 'to' ? 'absolute' : 'by distance', (move) => {
    delete move.to
    delete move.by
    const value = way === 'to' ? levels[1] : levels[1] - levels[0]
    move[way as 'to' | 'by'] = typedPosition(value, props.lane.dimension)
  })
}
const setDuration = (row: Row) => (value: Quantity) =>
  alter(row, `lasts ${value}`, (move) => {
    move.duration = value
  })
type Rate = 'speed' | 'acceleration' | 'deceleration' | 'jerk'
const setRate = (row: Row, field: Rate) => (value: Quantity) =>
  alter(row, `${field} ${value}`, (move) => {
    move[field] = value
  })
const clearRate = (row: Row, field: 'deceleration' | 'jerk') => () =>
  alter(row, `no ${field}`, (move) => void Reflect.deleteProperty(move, field))
function last(row: Row, way: string) {
  const item = timing.itemOf(row.key)
  void alter(row, way === 'time' ? 'by its duration' : 'by speed and acceleration', (move) => {
    if (way === 'time') {
      delete move.speed
      delete move.acceleration
      delete move.deceleration
      delete move.jerk
      move.law = 'polynomial-3-4-5'
      move.duration = inSeconds(item && item.end > item.start ? item.end - item.start : 0.5)
    } else {
      delete move.duration
      move.law = 'limited'
      move.speed = dimension.value === 'length' ? '0.2 m/s' : '60 rpm'
      move.acceleration = dimension.value === 'length' ? '0.5 m/s^2' : '720 deg/s^2'
    }
  })
}
const setLaw = (row: Row, law: string) =>
  void alter(row, motionLaw(law)!.noun.toLowerCase(), (move) => {
    move.law = law
  })
const remove = (row: Row) => entries.takeAway(`${props.lane.name}, ${row.name}`, [row.key])
const fault = ref('')
/** A lane that is muted moves nothing, and keeps its moves. */
const rest = (on: boolean) =>
  edits.alterDriver(`${props.lane.name}: ${on ? 'disabled' : 'enabled'}`, props.driver.id, (driver) => {
    if (on) driver.suspended = true
    else delete driver.suspended
  })
const add = () => edits.move(props.driver.id, null, (before) => newMove(props.lane.dimension, before))
</script>

<template>
  <LaneTable
    :label="`Moves of ${lane.name}`"
    :columns="[
      'Move',
      'Start, time or offset',
      'Target',
      'Duration, or speed and acceleration',
      'Motion law, or deceleration and jerk',
    ]"
    widths="132px minmax(0, 1.15fr) minmax(0, 1fr) minmax(0, 1.35fr) minmax(0, 0.9fr) 28px"
  >
    <EntryRow
      v-for="row in rows"
      :key="row.key"
      :name="row.name"
      :label="`${lane.name}, ${row.name}`"
      :note="row.found"
      :entry="row.key"
      :timed="row.move"
      has-turn
      :alter="(edit, change) => edits.alterMove(`${lane.name}, ${edit}`, driver.id, row.key, change)"
      @remove="remove(row)"
    >
      <div class="pair target">
        <v-select
          label="Target"
          :items="TARGETS"
          :model-value="row.move.by === undefined ? 'to' : 'by'"
          @update:model-value="say(row, $event)"
        />
        <QuantityField
          label="Value"
          :value="row.move.to ?? row.move.by ?? 0"
          :dimension="dimension"
          :commit="setTarget(row)"
        />
      </div>
      <div class="pair lasts">
        <v-select
          label="Defined by"
          :items="LASTS"
          :model-value="row.limited ? 'rates' : 'time'"
          @update:model-value="last(row, $event)"
        />
        <QuantityField
          v-if="!row.limited"
          label="Duration"
          :value="row.move.duration ?? 0"
          dimension="time"
          share
          :commit="setDuration(row)"
        />
        <template v-else>
          <QuantityField
            label="Speed"
            :value="row.move.speed ?? 0"
            :dimension="rates[0]"
            :commit="setRate(row, 'speed')"
          />
          <QuantityField
            label="Acceleration"
            :value="row.move.acceleration ?? 0"
            :dimension="rates[1]"
            :commit="setRate(row, 'acceleration')"
          />
        </template>
      </div>
      <v-select
        v-if="!row.limited"
        label="Motion law"
        :items="LAWS"
        :model-value="row.move.law"
        @update:model-value="setLaw(row, $event)"
      >
        <template #item="{ props: item, internalItem }">
          <v-list-item v-bind="item">
            <template #append><LawShape :law="internalItem.value" /></template>
          </v-list-item>
        </template>
        <template #append-inner><LawShape :law="row.move.law" /></template>
      </v-select>
      <div v-else class="pair">
        <QuantityField
          label="Deceleration"
          :value="row.move.deceleration ?? null"
          :dimension="rates[1]"
          :commit="setRate(row, 'deceleration')"
          :clear="clearRate(row, 'deceleration')"
        />
        <QuantityField
          label="Jerk"
          :value="row.move.jerk ?? null"
          :dimension="rates[2]"
          :commit="setRate(row, 'jerk')"
          :clear="clearRate(row, 'jerk')"
        />
      </div>
    </EntryRow>
    <ScenarioFaults v-for="row in rows" :key="row.key" :entry="row.key" />
    <template #foot>
      <v-btn :prepend-icon="mdiPlus" @click="add">Add a move</v-btn>
      <LaneEdits v-if="rows.length > 0" :driver="driver.id" :name="lane.name" @refused="fault = $event" />
      <CopyButtons noun="move" :chosen="timing.allChosen.length > 0" @refused="fault = $event" />
      <v-btn v-if="followed" @click="maker.change(followed)">Change the path</v-btn>
      <v-btn :aria-pressed="timing.locked.has(driver.id)" @click="timing.toggleLock(driver.id)">
        {{ timing.locked.has(driver.id) ? 'Unlock' : 'Lock' }} the lane
      </v-btn>
      <v-btn :aria-pressed="driver.suspended === true" @click="rest(!driver.suspended)">
        {{ driver.suspended ? 'Enable the driver' : 'Disable the driver' }}
      </v-btn>
      <v-btn @click="entries.takeAway(`the driver of ${lane.name}`, [driver.id])">Delete the driver</v-btn>
      <FaultLine v-if="fault" :text="fault" />
      <span v-else class="muted">click into the lane above for a move there</span>
    </template>
  </LaneTable>
</template>

<style scoped>
.pair {
  display: flex;
  gap: 4px;
}

.pair > * {
  flex: 1 1 0;
  min-width: 0;
}

/* "speed limit" is longer than most values, */
.pair > :first-child {
  flex-grow: 1.25;
}

/* and "changes by" still more */
.target > :first-child {
  flex-grow: 1.4;
}

.pair :deep(.field) {
  padding: 0;
}
</style>
