<script setup lang="ts">
/** A cue of the picture that is chosen: what it shows, when, and for how long. */
import { mdiContentCopy, mdiDeleteOutline } from '@mdi/js'
import { cueType, PLACES } from '@ligamen/core'
import type { AnyCue, Problem, Quantity, Timed } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import IconButton from '~/fields/IconButton.vue'
import PointFields from '~/fields/PointFields.vue'
import QuantityField from '~/fields/QuantityField.vue'
import TextCommit from '~/fields/TextCommit.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import StartField from '~/timing/StartField.vue'
import { useSeenEdits } from './useSeenEdits'

const props = defineProps<{ cue: AnyCue }>()
const mechanism = useMechanismStore()
const { fault, tell, alter, remove, copy } = useSeenEdits()

const named = (list: readonly { id: string; name: string }[] | undefined) =>
  (list ?? []).map(({ id, name }) => ({ value: id, title: name }))
const lists = computed(() => {
  const { bodies, joints, datums, probes } = mechanism.document ?? {}
  return { bodies: named(bodies), joints: named(joints), datums: named(datums), probes: named(probes) }
})
const places = [{ value: '', title: 'its usual place' }, ...PLACES.map((value) => ({ value, title: value }))]
const NORMALS = [
  { value: 'x', title: 'along x', normal: [1, 0, 0] },
  { value: '-x', title: 'against x', normal: [-1, 0, 0] },
  { value: 'y', title: 'along y', normal: [0, 1, 0] },
  { value: '-y', title: 'against y', normal: [0, -1, 0] },
  { value: 'z', title: 'along z', normal: [0, 0, 1] },
  { value: '-z', title: 'against z', normal: [0, 0, -1] },
]
const normalOf = (normal: readonly number[] = [0, -1, 0]) =>
  NORMALS.find((one) => one.normal.every((value, k) => value === normal[k]))?.value ?? 'given'

const alterTimed = (words: string, change: (timed: Timed) => void) => alter(props.cue, words, change)
const put = (field: string, value: unknown): Promise<readonly Problem[]> =>
  alter(props.cue, field, (own) => {
    if (value === '' || value === null || value === undefined) Reflect.deleteProperty(own, field)
    else Object.assign(own, { [field]: value })
  })
/** Of a control that says nothing of its own. */
const choose = (field: string, value: unknown) => void tell(put(field, value))
const setText = (text: string) => alter(props.cue, 'text', (own) => Object.assign(own, { text }))
const set = (field: string) => (value: Quantity) => put(field, value)
const clear = (field: string) => () => put(field, undefined)
const setOffset = (axis: number, value: Quantity) =>
  alter(props.cue, `apart by ${value}`, (own) => {
    if (own.kind === 'spread') own.offset[axis] = value
  })
/** A share between 0 and 1, typed as percent. */
const setOpacity = (field: string) => (value: Quantity) =>
  put(field, Number(value) > 1 ? Number(value) / 100 : Number(value))
const hasDuration = computed(() => !['show', 'hide', 'uncut'].includes(props.cue.kind))
const lasts = computed(() => cueType(props.cue.kind).lasts === true)
</script>

<template>
  <section class="form" aria-label="Cue of the picture">
    <header>
      <h2 class="heading">{{ cueType(cue.kind).title }}</h2>
      <IconButton
        :icon="mdiContentCopy"
        size="small"
        name="Copy the cue"
        title="Copy it to the playhead"
        @click="copy(cue)"
      />
      <IconButton
        :icon="mdiDeleteOutline"
        size="small"
        name="Delete the cue"
        title="Delete"
        @click="remove(cue)"
      />
    </header>
    <v-autocomplete
      v-if="'bodies' in cue"
      label="Bodies"
      multiple
      chips
      closable-chips
      :items="lists.bodies"
      :model-value="cue.bodies"
      @update:model-value="choose('bodies', $event)"
    />
    <TextCommit v-if="'text' in cue" label="Text" :value="cue.text" :commit="setText" />
    <v-autocomplete
      v-if="'probe' in cue"
      label="Probe"
      auto-select-first
      :items="lists.probes"
      :model-value="cue.probe"
      @update:model-value="choose('probe', $event)"
    />
    <v-autocomplete
      v-if="'datums' in cue"
      label="Datums"
      multiple
      chips
      closable-chips
      :items="lists.datums"
      :model-value="cue.datums"
      @update:model-value="choose('datums', $event)"
    />
    <v-autocomplete
      v-if="'joints' in cue"
      label="Joints"
      multiple
      chips
      closable-chips
      :items="lists.joints"
      :model-value="cue.joints"
      @update:model-value="choose('joints', $event)"
    />
    <div v-if="cue.kind === 'dimension'" class="pair">
      <v-autocomplete
        v-for="end in ['a', 'b'] as const"
        :key="end"
        :label="end === 'a' ? 'From' : 'To'"
        auto-select-first
        :items="lists.datums"
        :model-value="cue[end]"
        @update:model-value="choose(end, $event)"
      />
    </div>
    <div v-if="cue.kind === 'fade'" class="pair">
      <QuantityField
        label="From (0 to 1)"
        :value="cue.from ?? null"
        dimension="number"
        :commit="setOpacity('from')"
        :clear="clear('from')"
      />
      <QuantityField
        label="To (0 to 1)"
        :value="cue.opacity ?? 0"
        dimension="number"
        :commit="setOpacity('opacity')"
      />
    </div>
    <v-text-field
      v-if="cue.kind === 'colour'"
      type="color"
      density="compact"
      variant="outlined"
      hide-details
      label="Colour"
      :model-value="cue.colour ?? '#888888'"
      @change="choose('colour', ($event.target as HTMLInputElement).value)"
    />
    <v-btn
      v-if="cue.kind === 'colour' && cue.colour !== undefined"
      size="small"
      @click="choose('colour', undefined)"
    >
      Its own colour again
    </v-btn>
    <PointFields v-if="cue.kind === 'spread'" label="Apart by" :values="cue.offset" :commit="setOffset" />
    <template v-if="cue.kind === 'cut'">
      <v-select
        label="Cuts away what lies"
        :items="NORMALS"
        :model-value="normalOf(cue.normal)"
        @update:model-value="choose('normal', NORMALS.find(({ value }) => value === $event)?.normal)"
      />
      <div class="pair">
        <QuantityField
          label="Plane from"
          :value="cue.from ?? null"
          dimension="length"
          :commit="set('from')"
          :clear="clear('from')"
        />
        <QuantityField label="Plane to" :value="cue.to ?? '0 mm'" dimension="length" :commit="set('to')" />
      </div>
    </template>
    <v-select
      v-if="'text' in cue || 'probe' in cue"
      label="Place"
      :items="places"
      :model-value="('place' in cue && cue.place) || ''"
      @update:model-value="choose('place', $event)"
    />
    <h3 class="heading">When</h3>
    <StartField name="the cue" :entry="cue.id" :timed="cue" :has-turn="false" :alter="alterTimed" />
    <QuantityField
      v-if="hasDuration"
      :label="lasts ? 'Lasts (to the end when empty)' : 'Over'"
      :value="('duration' in cue && cue.duration) || (lasts ? null : '0 s')"
      dimension="time"
      share
      :commit="set('duration')"
      :clear="lasts ? clear('duration') : undefined"
    />
    <FaultLine :text="fault" />
  </section>
</template>

<style scoped>
.form {
  display: grid;
  gap: 9px;
  padding: 8px 14px 14px;
}

.form :deep(.field) {
  padding: 0;
}

header {
  display: flex;
  gap: 2px;
  align-items: center;
}

header .heading {
  flex: 1;
  margin: 0;
}

h3.heading {
  margin: 6px 0 0;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
