<script setup lang="ts">
/** The swept volume of a body or group over a stretch of the motion, and the reach of a datum while joints go through ranges. */
import { formatQuantity } from '@ligamen/core'
import type { Quantity } from '@ligamen/core'
import FindingBar from '~/fields/FindingBar.vue'
import FaultLine from '~/fields/FaultLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import CoveredFacts from './CoveredFacts.vue'
import { rangesOf } from './ranges'
import type { Range } from './ranges'
import { useSpaceStore } from './space'

const mechanism = useMechanismStore()
const run = useRunStore()
const space = useSpaceStore()
const { sweep, reach } = space

const named = <T extends { id: string; name: string }>(entries: readonly T[] = []) =>
  entries.map(({ id, name }) => ({ value: id, title: name }))
const bodies = computed(() => [
  ...named(mechanism.document?.groups),
  ...named(mechanism.document?.bodies.filter(({ parts }) => parts.length > 0)),
])
const datums = computed(() =>
  (mechanism.document?.datums ?? []).map(({ id }) => ({ value: id, title: mechanism.nameOf(id) })),
)
const keyOf = ({ joint, freedom }: Range) => `${joint}/${freedom}`
const wordsOf = ({ joint, freedom }: Range, all: readonly Range[]) =>
  all.filter((one) => one.joint === joint).length > 1
    ? `${mechanism.nameOf(joint)}, ${freedom}`
    : mechanism.nameOf(joint)
const all = computed(() => (mechanism.document ? rangesOf(mechanism.document) : []))
const joints = computed(() =>
  all.value
    .filter((range) => !reach.form.ranges.some((one) => keyOf(one) === keyOf(range)))
    .map((range) => ({ value: keyOf(range), title: wordsOf(range, all.value) })),
)
function add(key: string | null) {
  const range = all.value.find((one) => keyOf(one) === key)
  if (range) reach.form.ranges.push({ ...range })
}
const none = () => Promise.resolve([])
const setSweep = (field: 'from' | 'to' | 'within') => (value: Quantity) => {
  sweep.form[field] = value
  return none()
}
const setEnd = (range: Range, field: 'lower' | 'upper') => (value: Quantity) => {
  range[field] = value
  return none()
}
const isBusy = computed(() => space.progress !== null)
const SPREADS = { point: 'one point', line: 'a line', plane: 'a plane', space: 'space' }
</script>

<template>
  <div class="space">
    <div v-if="isBusy" class="ways" role="status">
      <FindingBar :share="space.progress ?? 0" label="Being found" @cancel="space.cancel" />
    </div>
    <FaultLine inset :text="space.fault" />
    <form aria-label="Swept volume" @submit.prevent="sweep.find">
      <h3 class="heading">Swept volume</h3>
      <p class="muted note">All that a body or group covers while it moves.</p>
      <div class="fields">
        <div class="field">
          <v-autocomplete
            v-model="sweep.form.body"
            label="Body or group"
            :items="bodies"
            no-data-text="Nothing here moves and has a shape."
            auto-select-first
          />
        </div>
        <QuantityField label="From" :value="sweep.form.from" dimension="time" :commit="setSweep('from')" />
        <QuantityField
          label="To (the end when empty)"
          :value="sweep.form.to"
          dimension="time"
          :commit="setSweep('to')"
          :clear="() => ((sweep.form.to = null), none())"
        />
        <QuantityField
          label="Its surface within"
          :value="sweep.form.within"
          dimension="length"
          :commit="setSweep('within')"
        />
        <div class="field">
          <v-btn type="submit" :disabled="!sweep.form.body || !run.take || isBusy">Find swept volume</v-btn>
        </div>
        <p v-if="!run.take" class="muted note">There is no motion yet; solve the scenario first.</p>
      </div>
      <CoveredFacts
        v-if="sweep.found"
        :name="`Swept volume of ${sweep.found.name}`"
        :covered="sweep.found.swept"
        :is-old="sweep.isOld"
      >
        Its surface is within {{ formatQuantity(sweep.found.swept.tolerance, 'mm', 2) }}, from
        {{ sweep.found.swept.poses }} poses.
      </CoveredFacts>
    </form>
    <form aria-label="Reach" @submit.prevent="reach.find">
      <h3 class="heading">Reach</h3>
      <p class="muted note">
        Where a datum can get while joints go through ranges; the others follow or stay.
      </p>
      <div class="fields">
        <div class="field">
          <v-autocomplete v-model="reach.form.datum" label="Datum" :items="datums" auto-select-first />
        </div>
        <div
          v-for="(range, k) in reach.form.ranges"
          :key="keyOf(range)"
          class="range"
          role="group"
          :aria-label="wordsOf(range, all)"
        >
          <span class="title">
            <strong>{{ wordsOf(range, all) }}</strong>
            <v-btn
              size="x-small"
              :aria-label="`Leave out ${wordsOf(range, all)}`"
              @click="reach.form.ranges.splice(k, 1)"
            >
              Leave out
            </v-btn>
          </span>
          <QuantityField
            label="Start of the range"
            :value="range.lower"
            :dimension="range.dimension"
            :commit="setEnd(range, 'lower')"
          />
          <QuantityField
            label="End of the range"
            :value="range.upper"
            :dimension="range.dimension"
            :commit="setEnd(range, 'upper')"
          />
        </div>
        <div class="field">
          <v-autocomplete
            label="Joint that goes through a range"
            :items="joints"
            :model-value="null"
            auto-select-first
            @update:model-value="add"
          />
        </div>
        <div class="field">
          <v-btn type="submit" :disabled="!reach.form.datum || reach.form.ranges.length === 0 || isBusy"
            >Find reach</v-btn
          >
        </div>
      </div>
      <template v-if="reach.found">
        <p class="note tabular">
          {{ reach.found.reached.points.length / 3 }} points in
          {{ SPREADS[reach.found.reached.spread.kind] }},
          {{ formatQuantity(reach.found.reached.spread.length, 'mm', 1) }} apart at most<template
            v-if="reach.found.reached.spread.area > 0"
            >; their hull has {{ (1e4 * reach.found.reached.spread.area).toFixed(2) }} cm²</template
          >.
        </p>
        <p v-if="reach.found.reached.missed > 0" class="note warn">
          {{ reach.found.reached.missed }} points were not reached, the first of them because:
          {{ reach.found.reached.because }}
        </p>
        <CoveredFacts
          v-if="reach.found.reached.hull"
          :name="`Reach of ${reach.found.name}`"
          :covered="reach.found.reached.hull"
          :is-old="reach.isOld"
        />
        <p v-else-if="reach.isOld" class="muted note">This is of the mechanism before the last edit.</p>
      </template>
    </form>
    <div v-if="sweep.found || reach.found" class="field">
      <v-checkbox-btn v-model="space.isShown" label="Shown on the model" />
      <v-btn size="small" @click="space.clear">Clear</v-btn>
    </div>
  </div>
</template>

<style scoped>
.space {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
}

.ways {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 8px 12px;
}

.note {
  margin: 2px 14px 6px;
}

.warn {
  color: rgb(var(--v-theme-attention));
}

.fields {
  display: grid;
  padding-bottom: 8px;
}

/* as the fields of quantities are */
.field {
  display: grid;
  padding: 5px 14px;
}

.range {
  display: grid;
  grid-template-columns: 1fr 1fr;
}

.range > :deep(div + div) {
  padding-left: 0;
}

.title {
  display: flex;
  grid-column: 1 / -1;
  align-items: center;
  justify-content: space-between;
  padding: 4px 14px;
}

form + form {
  border-top: 1px solid rgb(var(--v-theme-line));
}
</style>
