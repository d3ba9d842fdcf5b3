<script setup lang="ts">
/** Making a relation: of two joint positions the parts say how the one follows from the other, or a kind is chosen. */
import { channelOf, relationKinds, relationType, siOr } from '@ligamen/core'
import type { CoordinateName, MotionProgramme, Quantity } from '@ligamen/core'
import KindSelect from '../KindSelect.vue'
import MakerForm from '../MakerForm.vue'
import DatumField from '~/fields/DatumField.vue'
import { keep } from '~/fields/keep'
import QuantityField from '~/fields/QuantityField.vue'
import ProgrammeFields from '~/fields/relations/ProgrammeFields.vue'
import TablePoints from '~/fields/relations/TablePoints.vue'
import { useFollowed } from '~/fields/relations/useFollowed'
import { useRelationMakerStore } from '~/connect/relations/relation-maker'
import { usePickingStore } from '~/model/picking/picking'
import { useRunStore } from '~/model/run/run'

const maker = useRelationMakerStore()
const picking = usePickingStore()
const run = useRunStore()
const positions = computed(() =>
  (run.report?.channels ?? []).map(({ key, name }) => ({ value: key, title: name })),
)
const AS_PARTS_SAY = ''
const KINDS = [
  { value: AS_PARTS_SAY, title: 'as the parts suggest' },
  ...relationKinds().map(({ kind, noun }) => ({ value: kind, title: noun })),
]

const ORDINALS = ['First', 'Second', 'Third']
const shownKeys = computed(() => (maker.takesDatum ? maker.keys.slice(0, 1) : maker.keys))
const proposedFrom = computed(() => {
  const { basis, relation } = maker.effect!
  if (basis) return `Proposed from ${basis}.`
  return relation.kind === 'sum'
    ? 'What the factors add up to stays as it is now.'
    : 'The parts say nothing about these numbers; type them.'
})

/** The numbers of a proposal that can be typed over. */
const fields = computed(() => {
  const relation = maker.effect?.relation
  if (!relation) return []
  const values = relation as unknown as Record<string, Quantity | undefined>
  return Object.entries(relationType(relation.kind).numbers).flatMap(([name, spec]) =>
    values[name] === undefined ? [] : [{ name, ...spec, value: values[name] }],
  )
})
const terms = computed(() => {
  const relation = maker.effect?.relation
  if (relation?.kind !== 'sum') return []
  const dimension = relation.terms.map(({ joint, freedom }) => channelNamed({ joint, freedom })?.dimension)
  const mixed = new Set(dimension).size > 1
  return relation.terms.map(({ joint, freedom, factor }, k) => {
    const name = channelNamed({ joint, freedom })?.name ?? joint
    // of a kind, the unit does not matter
    const per = mixed ? (dimension[k] === 'angle' ? ', a radian' : ', a metre') : ''
    return { factor, label: `Factor of ${name}${per}` }
  })
})
const { programme, table, dimensions } = useFollowed(() => maker.effect?.relation)
const reversible = computed(() => {
  const relation = maker.effect?.relation
  return relation ? relationType(relation.kind).reversible : maker.kind === null
})

const channelNamed = (name: CoordinateName) => channelOf(run.report?.channels ?? [], name)
const put = (values: typeof maker.typed) => {
  maker.typed = { ...maker.typed, ...values }
  return Promise.resolve([])
}
const setFactor = (index: number) =>
  keep((value: Quantity) => {
    const relation = maker.effect?.relation
    if (relation?.kind !== 'sum') return
    const changed = relation.terms.map((term, k) =>
      k === index ? { ...term, factor: siOr(value, 'number') } : term,
    )
    void put({ terms: changed })
  })
const setField = (name: string, dimension: string) => (value: Quantity) =>
  put({ [name]: dimension === 'number' ? siOr(value, 'number') : value })
const setProgramme = (_: string, changed: Partial<MotionProgramme>) => put(changed as typeof maker.typed)
const pointAtDatum = () => picking.want('Where the cord is made fast', maker.putDatum)
</script>

<template>
  <MakerForm noun="relation" :columns="programme ? [0.9, 1.5, 1] : [1, 0.9, 1.2]" :maker="maker">
    <template #picks>
      <KindSelect
        :model-value="maker.kind ?? AS_PARTS_SAY"
        label="Kind of relation"
        :items="KINDS"
        @update:model-value="maker.kind = $event === AS_PARTS_SAY ? null : $event"
      />
      <v-autocomplete
        v-for="(key, k) in shownKeys"
        :key="k"
        :model-value="key"
        :label="maker.takesDatum ? 'Turn of the drum' : `${ORDINALS[k] ?? `${k + 1}th`} joint position`"
        :items="positions"
        density="compact"
        variant="outlined"
        hide-details
        auto-select-first
        :clearable="k > 1"
        no-data-text="No joint moves yet."
        @update:model-value="maker.choose(k, $event)"
      />
      <DatumField
        v-if="maker.takesDatum"
        label="Made fast at"
        :pick="maker.datum"
        :active="picking.wanted?.what === 'Where the cord is made fast'"
        @put="maker.putDatum"
        @point="pointAtDatum"
      />
      <v-btn v-else-if="!maker.keys.includes(null)" @click="maker.add">Add a joint position</v-btn>
      <v-checkbox
        v-if="!maker.takesDatum && maker.keys.length > 2"
        v-model="maker.each"
        label="The first with each of the others"
        density="compact"
        hide-details
      />
      <v-btn
        v-if="reversible && terms.length === 0"
        :aria-pressed="maker.reversed"
        :disabled="!maker.effect"
        @click="maker.reversed = !maker.reversed"
      >
        {{ maker.reversed ? 'Runs the other way' : 'Switch direction' }}
      </v-btn>
    </template>
    <template #values>
      <QuantityField
        v-for="field in fields"
        :key="field.name"
        :label="field.label"
        :value="field.value"
        :dimension="field.dimension"
        :commit="setField(field.name, field.dimension)"
      />
      <QuantityField
        v-for="(term, k) in terms"
        :key="term.label"
        :label="term.label"
        :value="term.factor"
        dimension="number"
        :commit="setFactor(k)"
      />
      <ProgrammeFields
        v-if="programme"
        :programme="programme"
        :master="dimensions[0]"
        :follower="dimensions[1]"
        :change="setProgramme"
      />
      <TablePoints
        v-if="table"
        :points="table.points"
        :dimensions="dimensions"
        :change="(points) => put({ points })"
      />
      <p v-if="maker.effect && !programme" class="muted">{{ proposedFrom }}</p>
    </template>
    <template #hint>
      Choose two joints whose positions go together: gears, a pinion and a rack, a spindle and its nut,
      pulleys, an index wheel, a cam and its follower. The numbers are proposed from the parts they carry. A
      third one makes a sum, as of a differential and its cage, or the same relation with each.
    </template>
    <template #warning
      ><p v-if="maker.effect?.slip" class="slip">{{ maker.effect.slip }}</p></template
    >
  </MakerForm>
</template>

<style scoped>
.slip {
  padding: 6px 9px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 6px;
}
</style>
