<script setup lang="ts">
/** A relation or a mate: what it says, its numbers, its direction, snapping its teeth together. */
import { channelOf, reasons, relationType, siOr } from '@ligamen/core'
import type { AnyRelation, Mate, MotionProgramme, Problem, Quantity } from '@ligamen/core'
import EntityActions from './EntityActions.vue'
import FactRow from '~/fields/FactRow.vue'
import NameField from '../fields/NameField.vue'
import FaultLine from '~/fields/FaultLine.vue'
import ProgrammeFields from '~/fields/relations/ProgrammeFields.vue'
import TablePoints from '~/fields/relations/TablePoints.vue'
import { useFollowed } from '~/fields/relations/useFollowed'
import QuantityField from '../fields/QuantityField.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'

const props = defineProps<{ list: 'relations' | 'mates'; entity: AnyRelation | Mate }>()
const mechanism = useMechanismStore()
const run = useRunStore()
const fault = ref('')
const note = ref('')

const type = computed(() => (props.list === 'relations' ? relationType(props.entity.kind) : null))
/** Numbers that can be typed over. */
const numbers = computed(() => {
  const entity = props.entity as unknown as Record<string, Quantity | undefined>
  return Object.entries(type.value?.numbers ?? {}).flatMap(([field, { label, dimension }]) =>
    entity[field] === undefined ? [] : [{ field, label, dimension, value: entity[field] }],
  )
})
const { programme, table, dimensions } = useFollowed(() => props.entity)
const setProgramme = (words: string, fields: Partial<MotionProgramme>) =>
  alter(`${props.entity.name}: ${words}`, (entity) => void Object.assign(entity, fields))
const setPoints = (points: [Quantity, Quantity][]) =>
  alter(`${props.entity.name}: points`, (entity) => {
    entity.points = points
  })
/** Factors of a sum. */
const factors = computed(() =>
  props.entity.kind === 'sum'
    ? props.entity.terms.map((term, index) => ({
        index,
        value: term.factor,
        label: `Factor of ${channelOf(run.report?.channels ?? [], term)?.name ?? mechanism.nameOf(term.joint)}`,
      }))
    : [],
)
const setFactor = (index: number, label: string) => (value: Quantity) =>
  alter(`${props.entity.name}: ${label.toLowerCase()} ${value}`, (entity) => {
    ;(entity.terms as { factor: number }[])[index]!.factor = siOr(value, 'number')
  })
const effect = computed(() => run.report?.relations[props.entity.id])
const measured = computed(() => props.entity.kind === 'angle' || props.entity.kind === 'distance')

function alter(edit: string, change: (entity: Record<string, unknown>) => void): Promise<readonly Problem[]> {
  return mechanism.edit(edit, (draft) => {
    const entities = (draft[props.list] ?? []) as { id: string }[]
    change(entities.find(({ id }) => id === props.entity.id) as unknown as Record<string, unknown>)
  })
}
const set = (field: string, label: string, number: boolean) => (value: Quantity) =>
  alter(`${props.entity.name}: ${label.toLowerCase()} ${value}`, (entity) => {
    entity[field] = number ? siOr(value, 'number') : value
  })
const rename = (name: string) =>
  alter(`Rename ${props.entity.name}`, (entity) => {
    entity.name = name
  })
async function reverse() {
  const refused = await alter(`${props.entity.name}: other direction`, (entity) => {
    if (entity.reversed) delete entity.reversed
    else entity.reversed = true
  })
  fault.value = reasons(refused)
}
async function snap() {
  const snapped = await mechanism.ask('snap', props.entity.id)
  if (!snapped.ok) {
    fault.value = reasons(snapped.problems)
    return
  }
  const refused = await mechanism.replace(`Snap ${props.entity.name} together`, snapped.value.document, {
    home: true,
  })
  fault.value = reasons(refused)
  note.value = refused.length === 0 ? snapped.value.sentence : ''
}
</script>

<template>
  <h2 class="heading">
    {{ entity.name }} <span>{{ list === 'mates' ? 'mate' : 'relation' }}</span>
  </h2>
  <div class="field"><NameField label="Name" :value="entity.name" @commit="rename" /></div>
  <FactRow name="Kind">{{ type?.noun ?? entity.kind }}</FactRow>
  <FactRow v-if="effect" name="Effect">{{ effect }}</FactRow>
  <QuantityField
    v-for="number in numbers"
    :key="number.field"
    :label="number.label"
    :value="number.value"
    :dimension="number.dimension"
    :commit="set(number.field, number.label, number.dimension === 'number')"
  />
  <QuantityField
    v-for="{ index, label, value } in factors"
    :key="index"
    :label="label"
    :value="value"
    dimension="number"
    :commit="setFactor(index, label)"
  />
  <div v-if="programme" class="field">
    <ProgrammeFields
      :programme="programme"
      :master="dimensions[0]"
      :follower="dimensions[1]"
      :change="setProgramme"
    />
  </div>
  <div v-if="table" class="field">
    <TablePoints :points="table.points" :dimensions="dimensions" :change="setPoints" />
  </div>
  <QuantityField
    v-if="measured && 'value' in entity"
    label="Value"
    :value="entity.value ?? null"
    :dimension="entity.kind === 'angle' ? 'angle' : 'length'"
    :commit="set('value', 'value', false)"
  />
  <div class="actions">
    <v-btn v-if="type?.reversible" @click="reverse">Switch direction</v-btn>
    <v-btn v-if="type?.toothed" @click="snap">Snap teeth together</v-btn>
  </div>
  <p v-if="note" class="note" role="status">{{ note }}</p>
  <FaultLine inset :text="fault" />
  <EntityActions :id="entity.id" :list="list" :suspended="entity.suspended" />
</template>

<style scoped>
.field,
.actions {
  padding: 5px 14px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.note {
  margin: 4px 14px;
  padding: 6px 8px;
  border-radius: 6px;
  color: rgb(var(--v-theme-on-primary-soft));
  background: rgb(var(--v-theme-primary-soft));
}
</style>
