<script setup lang="ts">
/** The cues of the scenario as a table: what each changes, and when. */
import { mdiChevronDown, mdiChevronUp, mdiPlus } from '@mdi/js'
import { drivenName, inSeconds, reasons, siOr } from '@ligamen/core'
import type { AnyCue, Problem, Quantity } from '@ligamen/core'
import CopyButtons from './CopyButtons.vue'
import EntryRow from './EntryRow.vue'
import LaneTable from './LaneTable.vue'
import FaultLine from '~/fields/FaultLine.vue'
import PointFields from '~/fields/PointFields.vue'
import IconButton from '~/fields/IconButton.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useEntryEdits } from '~/timing/useEntryEdits'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { CUE_KINDS, cueWords, isMotionCue, newCue } from '~/drive/tables/cues'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePlaybackStore } from '~/model/pose/playback'
import { useSelectionStore } from '~/model/screen/selection'
import { useTimingStore } from '~/timing/timing'

const mechanism = useMechanismStore()
const selection = useSelectionStore()
const playback = usePlaybackStore()
const timing = useTimingStore()
const edits = useScenarioEdits()
const entries = useEntryEdits()
const kind = ref<AnyCue['kind']>('take')
const fault = ref('')

const cues = computed(() => (mechanism.scenario?.cues ?? []).filter(isMotionCue))
const bodies = computed(() =>
  (mechanism.document?.bodies ?? []).map(({ id, name }) => ({ value: id, title: name })),
)
const targets = computed(() => {
  const { joints = [], mates = [], relations = [], contacts = [] } = mechanism.document ?? {}
  const named = [joints, mates, relations, contacts].flat() as { id: string; name: string }[]
  return [
    ...named.map(({ id, name }) => ({ value: id, title: name })),
    ...(mechanism.scenario?.drivers ?? []).map((driver) => ({
      value: driver.id,
      title: `the driver of ${drivenName(mechanism.document!, driver)}`,
    })),
  ]
})
const nameOf = (id: string) => targets.value.find(({ value }) => value === id)?.title ?? mechanism.nameOf(id)

const alter = (cue: AnyCue, words: string, change: (cue: AnyCue) => void): Promise<readonly Problem[]> =>
  edits.alterCue(`${cueWords(cue, nameOf)}: ${words}`, cue.id, change)
async function set(cue: AnyCue, field: string, value: unknown) {
  const refused = await alter(cue, field, (draft) => Object.assign(draft, { [field]: value }))
  fault.value = reasons(refused)
}
const setQuantity = (cue: AnyCue, field: string) => (value: Quantity) =>
  alter(cue, `${field} ${value}`, (draft) => Object.assign(draft, { [field]: value }))
const NOWHERE: readonly [Quantity, Quantity, Quantity] = ['0 mm', '0 mm', '0 mm']
const setBy = (cue: AnyCue) => (axis: number, value: Quantity) =>
  alter(cue, `by ${value}`, (draft) => {
    if (draft.kind !== 'step') return
    const by: [Quantity, Quantity, Quantity] = [...(draft.by ?? NOWHERE)]
    by[axis] = value
    draft.by = by
  })

/** Axes of ground about which a body is turned. */
const AXES = [
  { value: 'none', title: 'nothing' },
  { value: 'x', title: 'x' },
  { value: 'y', title: 'y' },
  { value: 'z', title: 'z' },
]
const axisOf = (axis: readonly number[] | undefined): string =>
  axis === undefined ? 'none' : (['x', 'y', 'z'][axis.findIndex((v) => Math.abs(v) > 0.999)] ?? 'given')
async function setAxis(cue: AnyCue, axis: string) {
  const refused = await alter(cue, axis === 'none' ? 'not turned' : `turned about ${axis}`, (draft) => {
    if (draft.kind !== 'step') return
    if (axis === 'none') {
      delete draft.axis
      delete draft.turn
      return
    }
    draft.axis = ['x', 'y', 'z'].map((one) => Number(one === axis)) as [number, number, number]
    draft.turn ??= '90 deg'
  })
  fault.value = reasons(refused)
}

/** Cues at one instant come in the order of the table. */
async function reorder(k: number, by: -1 | 1) {
  const moved = cues.value[k]!
  const refused = await edits.alter(
    `${cueWords(moved, nameOf)}: ${by < 0 ? 'earlier' : 'later'} in order`,
    (scenario) => {
      const list = scenario.cues!
      const [at, to] = [moved, cues.value[k + by]!].map(({ id }) => list.findIndex((cue) => cue.id === id))
      list.splice(to!, 0, ...list.splice(at!, 1))
    },
  )
  fault.value = reasons(refused)
}
const setEvery = (cue: AnyCue) => (value: Quantity) =>
  alter(cue, `every ${value}`, (draft) => (draft.every = value))
const clearEvery = (cue: AnyCue) => () =>
  alter(cue, 'once', (draft) => {
    delete draft.every
    delete draft.times
  })
const setTimes = (cue: AnyCue) => (value: Quantity) =>
  alter(cue, `${value} times`, (draft) => (draft.times = Math.max(2, Math.round(siOr(value, 'number')))))
const clearTimes = (cue: AnyCue) => () => alter(cue, 'to the end', (draft) => delete draft.times)

const chosenCues = computed(() => cues.value.filter(({ id }) => timing.isChosen(id)))
async function add() {
  const chosen = selection.members.filter((id) => bodies.value.some(({ value }) => value === id))
  const others = bodies.value.map(({ value }) => value).filter((id) => !chosen.includes(id))
  const joints = selection.all.filter(({ kind: k }) => k === 'joint').map(({ id }) => id)
  const cue = newCue(
    kind.value,
    kind.value === 'take' || kind.value === 'hand-over'
      ? [...chosen, ...others]
      : chosen.length > 0
        ? chosen
        : others.slice(-1),
    joints.length > 0 ? joints : targets.value.slice(0, 1).map(({ value }) => value),
    inSeconds(playback.shown),
  )
  if (!cue) {
    fault.value = 'There is nothing yet that this cue could change.'
    return
  }
  const refused = await edits.cue(cue as unknown as Parameters<typeof edits.cue>[0])
  fault.value = reasons(refused)
}
</script>

<template>
  <LaneTable
    label="Cues"
    :columns="['Cue', 'Start, time or offset', 'What it changes, and how often']"
    widths="220px minmax(0, 1fr) minmax(0, 2fr) 88px"
  >
    <EntryRow
      v-for="(cue, k) in cues"
      :key="cue.id"
      :name="`cue ${k + 1}`"
      :label="`Cue ${k + 1}`"
      :note="cueWords(cue, nameOf)"
      :entry="cue.id"
      :timed="cue"
      :has-turn="false"
      :alter="(edit, change) => edits.alterCue(edit, cue.id, change)"
      @remove="entries.takeAway(cueWords(cue, nameOf), [cue.id])"
    >
      <div class="what">
        <template v-if="'targets' in cue">
          <v-autocomplete
            label="What"
            multiple
            density="compact"
            variant="outlined"
            hide-details
            :items="targets"
            :model-value="cue.targets"
            @update:model-value="set(cue, 'targets', $event)"
          />
        </template>
        <template v-else-if="'bodies' in cue">
          <v-autocomplete
            label="Bodies"
            multiple
            density="compact"
            variant="outlined"
            hide-details
            :items="bodies"
            :model-value="cue.bodies"
            @update:model-value="set(cue, 'bodies', $event)"
          />
          <QuantityField
            v-if="cue.kind === 'fade'"
            label="Opacity"
            :value="cue.opacity ?? 0"
            dimension="number"
            :commit="
              (value) =>
                alter(cue, `opacity ${value}`, (draft) =>
                  Object.assign(draft, { opacity: siOr(value, 'number') }),
                )
            "
          />
          <QuantityField
            v-if="cue.kind === 'fade'"
            label="Over"
            :value="cue.duration ?? '0 s'"
            dimension="time"
            share
            :commit="setQuantity(cue, 'duration')"
          />
        </template>
        <template v-else>
          <v-autocomplete
            label="Body"
            density="compact"
            variant="outlined"
            hide-details
            auto-select-first
            :items="bodies"
            :model-value="cue.body"
            @update:model-value="set(cue, 'body', $event)"
          />
          <v-autocomplete
            v-if="cue.kind === 'take' || cue.kind === 'hand-over'"
            :label="cue.kind === 'take' ? 'Taken over by' : 'Handed over to'"
            density="compact"
            variant="outlined"
            hide-details
            auto-select-first
            :items="bodies"
            :model-value="cue.by"
            @update:model-value="set(cue, 'by', $event)"
          />
          <template v-if="cue.kind === 'step'">
            <PointFields label="Along" :values="cue.by ?? NOWHERE" :commit="setBy(cue)" />
            <v-select
              label="Turned about"
              :items="AXES"
              :model-value="axisOf(cue.axis)"
              @update:model-value="setAxis(cue, $event)"
            />
            <QuantityField
              v-if="cue.axis"
              label="By"
              :value="cue.turn ?? '0 deg'"
              dimension="angle"
              :commit="setQuantity(cue, 'turn')"
            />
          </template>
        </template>
        <QuantityField
          class="again"
          label="Every"
          :value="cue.every ?? null"
          dimension="time"
          :commit="setEvery(cue)"
          :clear="clearEvery(cue)"
        />
        <QuantityField
          v-if="cue.every !== undefined"
          class="again"
          label="Times"
          :value="cue.times ?? null"
          dimension="number"
          :commit="setTimes(cue)"
          :clear="clearTimes(cue)"
        />
      </div>
      <template #ways>
        <IconButton
          :icon="mdiChevronUp"
          size="x-small"
          density="compact"
          :name="`Cue ${k + 1} earlier in order`"
          title="Before the other cues of its instant"
          :disabled="k === 0"
          @click="reorder(k, -1)"
        />
        <IconButton
          :icon="mdiChevronDown"
          size="x-small"
          density="compact"
          :name="`Cue ${k + 1} later in order`"
          title="After the other cues of its instant"
          :disabled="k === cues.length - 1"
          @click="reorder(k, 1)"
        />
      </template>
    </EntryRow>
    <template #foot>
      <CopyButtons noun="cue" :chosen="chosenCues.length > 0" @refused="fault = $event" />
      <v-select v-model="kind" class="kind" label="Kind of cue" :items="CUE_KINDS" />
      <v-btn :prepend-icon="mdiPlus" @click="add">Add a cue at the playhead</v-btn>
      <FaultLine v-if="fault" :text="fault" />
      <span v-else class="muted">for what is selected; it can be changed here</span>
    </template>
  </LaneTable>
</template>

<style scoped>
.what {
  display: flex;
  gap: 4px;
}

.what > * {
  flex: 1 1 0;
  min-width: 0;
}

.what :deep(.field) {
  padding: 0;
}

.what > .again {
  flex: 0 0 72px;
}

.kind {
  flex: none;
  width: 180px;
}
</style>
