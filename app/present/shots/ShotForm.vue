<script setup lang="ts">
/** A shot that is chosen: its name, what it does, when it comes, from where it is seen. */
import { mdiContentCopy, mdiDeleteOutline, mdiSwapHorizontal } from '@mdi/js'
import { canReverse, lawKinds, shotKinds, shotType } from '@ligamen/core'
import type { AnyShot, Camera, Problem, Quantity, Timed, View } from '@ligamen/core'
import FaultLine from '~/fields/FaultLine.vue'
import IconButton from '~/fields/IconButton.vue'
import NameField from '~/fields/NameField.vue'
import QuantityField from '~/fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import StartField from '~/timing/StartField.vue'
import { useSequenceStore } from '../sequence'
import { ABOUT } from './new-shot'
import { useShotEdits } from './useShotEdits'

const props = defineProps<{
  shot: AnyShot
  lookingFrom: () => Camera | null
  lookFrom: (camera: Camera) => void
}>()
const mechanism = useMechanismStore()
const sequence = useSequenceStore()
const edits = useShotEdits()
const { fault } = edits

const KINDS = shotKinds().map((kind) => ({ value: kind as AnyShot['kind'], title: shotType(kind).title }))
const LAWS = [...lawKinds]
const named = (list: readonly { id: string; name: string }[] | undefined) =>
  (list ?? []).map(({ id, name }) => ({ value: id, title: name }))
const candidates = computed(() => {
  const { bodies, datums, paths } = mechanism.document ?? {}
  switch (ABOUT[props.shot.kind]) {
    case 'body':
      return named(bodies)
    case 'carrier':
      return [...named(bodies), ...named(datums?.filter(({ own }) => own))]
    case 'path':
      return named(paths)
    default:
      return []
  }
})
const about = computed(() => {
  const { on, body, path } = props.shot as { on?: string; body?: string; path?: string }
  return on ?? body ?? path ?? null
})

const alterTimed = (words: string, change: (timed: Timed) => void) => edits.alter(props.shot, words, change)
const set =
  (field: string) =>
  (value: Quantity): Promise<readonly Problem[]> =>
    edits.alter(props.shot, `${field} ${value}`, (own) => Object.assign(own, { [field]: value }))
const setIn =
  (end: 'view' | 'to', field: keyof View) =>
  (value: Quantity): Promise<readonly Problem[]> =>
    edits.alter(props.shot, `${field} ${value}`, (own) => {
      const view = (own as { view: View; to: View })[end]
      Object.assign(view, { [field]: value })
    })

/** Where it is seen from now: the view of the person at the screen, or that of the shots. */
const here = () => (sequence.looksThrough ? sequence.camera : props.lookingFrom())
function become(kind: AnyShot['kind']) {
  const camera = here()
  const { bodies = [], paths = [] } = mechanism.document ?? {}
  const first = { body: bodies.at(-1)?.id, carrier: bodies.at(-1)?.id, path: paths[0]?.id }
  const needs = ABOUT[kind]
  if (needs !== null && first[needs] === undefined) {
    edits.fault.value =
      needs === 'path' ? 'There is no path to go along; make one in Drive first.' : 'There is no body yet.'
    return
  }
  if (camera)
    void edits.become(props.shot, { kind, about: needs === null ? undefined : first[needs] }, camera)
}
function setAbout(id: string) {
  const camera = here()
  if (camera) void edits.become(props.shot, { kind: props.shot.kind, about: id }, camera)
}
function lookAnew(end: 'view' | 'to') {
  const camera = props.lookingFrom()
  if (camera) void edits.lookAnew(props.shot, camera, end)
}
/** Leaves the shots to turn the view, starting from where this one is seen. */
function takeOver() {
  if (sequence.camera) props.lookFrom(sequence.camera)
  sequence.through = false
}
const isParallel = computed(() => props.shot.view.height !== undefined)
</script>

<template>
  <section class="form" :aria-label="`Shot ${shot.name}`">
    <header>
      <h2 class="heading">Shot</h2>
      <IconButton
        v-if="canReverse(shot)"
        :icon="mdiSwapHorizontal"
        size="small"
        name="Go the other way"
        title="From its end to its start"
        @click="edits.reverse(shot)"
      />
      <IconButton
        :icon="mdiContentCopy"
        size="small"
        name="Copy the shot"
        title="Copy it behind itself"
        @click="edits.copy(shot)"
      />
      <IconButton
        :icon="mdiDeleteOutline"
        size="small"
        name="Delete the shot"
        title="Delete"
        @click="edits.remove(shot)"
      />
    </header>
    <NameField
      label="Name"
      :value="shot.name"
      @commit="(name: string) => edits.alter(shot, `called ${name}`, (own) => (own.name = name))"
    />
    <v-select label="What it does" :items="KINDS" :model-value="shot.kind" @update:model-value="become" />
    <v-autocomplete
      v-if="ABOUT[shot.kind] !== null"
      :label="ABOUT[shot.kind] === 'path' ? 'Path' : 'Body'"
      auto-select-first
      :items="candidates"
      :model-value="about"
      @update:model-value="setAbout"
    />
    <QuantityField
      v-if="shot.kind === 'turned'"
      label="Turned by"
      :value="shot.turn"
      dimension="angle"
      :commit="set('turn')"
    />
    <h3 class="heading">When</h3>
    <StartField
      name="the shot"
      :entry="shot.id"
      :timed="shot"
      has-turn
      turn="after the previous shot"
      :alter="alterTimed"
    />
    <div class="pair">
      <QuantityField label="Lasts" :value="shot.duration" dimension="time" share :commit="set('duration')" />
      <QuantityField
        label="Travelled to in"
        :value="shot.travel ?? '0 s'"
        dimension="time"
        :commit="set('travel')"
      />
    </div>
    <v-select
      label="Goes by"
      :items="LAWS"
      :model-value="shot.law ?? 'polynomial-3-4-5'"
      @update:model-value="set('law')($event)"
    />
    <h3 class="heading">Seen from</h3>
    <div class="ways">
      <v-btn
        v-if="sequence.looksThrough"
        size="small"
        title="Turn the view, starting from where this shot is seen; the shot stays as it is"
        @click="takeOver"
        >Turn this view</v-btn
      >
      <template v-else>
        <v-btn size="small" @click="lookAnew('view')">{{
          shot.kind === 'moved' ? 'Begin at this view' : 'Take this view'
        }}</v-btn>
        <v-btn v-if="shot.kind === 'moved'" size="small" @click="lookAnew('to')">End at this view</v-btn>
        <v-btn size="small" @click="sequence.through = true">Through the shot</v-btn>
      </template>
    </div>
    <QuantityField
      v-if="!isParallel"
      label="Opening"
      :value="shot.view.opening ?? '30 deg'"
      dimension="angle"
      :commit="setIn('view', 'opening')"
    />
    <QuantityField
      v-else
      label="Height that is seen"
      :value="shot.view.height!"
      dimension="length"
      :commit="setIn('view', 'height')"
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

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
