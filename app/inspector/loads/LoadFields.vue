<script setup lang="ts">
/** What a load is typed with; the fields are those of its kind. */
import { alterLoad, dimensionsAlong, jointType, loadType, parseQuantity } from '@ligamen/core'
import type { AnyLoad, Dimension, LoadField, Problem, Quantity } from '@ligamen/core'
import QuantityField from '~/fields/QuantityField.vue'
import TextCommit from '~/fields/TextCommit.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { numbersOf } from '~/fields/numbers'
import { pairsOf, pairsText } from './load-texts'

const props = defineProps<{ load: AnyLoad }>()
const mechanism = useMechanismStore()

const own = computed(() => props.load as unknown as Readonly<Record<string, unknown>>)
/** Whether it acts along a slide or a turn. */
const along = computed(() => {
  const { joint, freedom } = props.load as { joint?: string; freedom?: string }
  const source = mechanism.document?.joints.find(({ id }) => id === joint)
  const freedoms = (source && jointType(source.kind)?.freedoms) ?? []
  const one = freedoms.find(({ name }) => name === freedom) ?? freedoms[0]
  return one?.motion === 'slide' ? 'length' : 'angle'
})
const fields = computed(() =>
  loadType(props.load.kind).form.filter(({ only }) => only === undefined || only === along.value),
)
const dimensionOf = (field: LoadField): Dimension =>
  field.takes === 'quantity'
    ? field.dimension
    : field.takes === 'along'
      ? dimensionsAlong({ dimension: along.value })[field.what]
      : 'number'
const isQuantity = ({ takes }: LoadField) => takes === 'quantity' || takes === 'along' || takes === 'number'

function set(field: LoadField, value: unknown): Promise<readonly Problem[]> {
  const words = `${props.load.name}: ${field.words.replace(/ \(.*/, '').toLowerCase()}`
  return mechanism.edit(words, (draft) =>
    alterLoad(draft, props.load.id, (load) => {
      const changed = load as unknown as Record<string, unknown>
      if (value === undefined) Reflect.deleteProperty(changed, field.key)
      else changed[field.key] = value
    }),
  )
}
function commit(field: LoadField, typed: Quantity) {
  if (field.takes !== 'number') return set(field, typed)
  const read = parseQuantity(typed, 'number')
  return set(field, read.ok ? read.value : typed)
}
function textOf({ takes, key }: LoadField): string {
  const value = own.value[key]
  if (takes === 'direction') return (value as number[]).join(', ')
  return takes === 'pairs' ? pairsText(value as [Quantity, Quantity][]) : ((value as string) ?? '')
}
function commitText(field: LoadField, text: string) {
  if (field.takes === 'direction') return set(field, numbersOf(text))
  if (field.takes === 'pairs') return set(field, pairsOf(text))
  return set(field, text === '' ? undefined : text)
}
</script>

<template>
  <template v-for="field in fields" :key="field.key">
    <QuantityField
      v-if="isQuantity(field)"
      :label="field.words"
      :value="(own[field.key] as Quantity | undefined) ?? null"
      :dimension="dimensionOf(field)"
      :commit="(typed) => commit(field, typed)"
      v-bind="field.isOptional ? { clear: () => set(field, undefined) } : {}"
    />
    <div v-else-if="field.takes === 'switch'" class="switch">
      <v-checkbox
        :label="field.words"
        :model-value="own[field.key] === true"
        hide-details
        density="compact"
        @update:model-value="(on) => set(field, on === true ? true : undefined)"
      />
    </div>
    <TextCommit
      v-else
      :label="field.words"
      :value="textOf(field)"
      :commit="(text) => commitText(field, text)"
    />
  </template>
</template>

<style scoped>
.switch {
  padding: 0 8px;
}
</style>
