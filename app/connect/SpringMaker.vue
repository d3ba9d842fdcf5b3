<script setup lang="ts">
/** Springs between two places of the mechanism: what they look like, and how they pull where forces are known. */
import { mdiDeleteOutline } from '@mdi/js'
import { addSpring, parseQuantity, reasons, removalOf, unused } from '@ligamen/core'
import type { Problem, Quantity, Spring } from '@ligamen/core'
import IconButton from '~/fields/IconButton.vue'
import DatumField from '../fields/DatumField.vue'
import FaultLine from '~/fields/FaultLine.vue'
import QuantityField from '~/fields/QuantityField.vue'
import type { NamedDatum } from '~/model/picking/named-datums'
import { onceAtATime } from '~/model/once-at-a-time'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePickingStore } from '~/model/picking/picking'

const ENDS = ['First end', 'Second end'] as const
const mechanism = useMechanismStore()
const picking = usePickingStore()
const ends = shallowRef<readonly [NamedDatum | null, NamedDatum | null]>([null, null])
const fault = ref('')
const springs = computed(() => mechanism.document?.springs ?? [])

function put(k: number, pick: NamedDatum | null) {
  ends.value = [k === 0 ? pick : ends.value[0], k === 1 ? pick : ends.value[1]]
  picking.stop()
}
const point = (k: number) => picking.want(ENDS[k]!, (pick) => put(k, pick))
const hint = computed(() => {
  const [a, b] = ends.value
  if (!a || !b) return 'Pick both ends, on the model or by name.'
  return a.pick.body === b.pick.body ? 'Both ends are on one body; pick one on another.' : ''
})

const make = onceAtATime(async () => {
  const [a, b] = ends.value
  if (!a || !b || hint.value) return
  const name = unused(new Set(springs.value.map((spring) => spring.name)), 'Spring')
  const refused = await mechanism.edit(`New spring ${name}`, (draft) =>
    addSpring(draft, [a.pick, b.pick], { name, diameter: '16 mm', wire: '1.6 mm', coils: 8 }),
  )
  tell(refused)
  if (refused.length === 0) ends.value = [null, null]
})
const tell = (refused: readonly Problem[]) => {
  fault.value = reasons(refused)
}
const alter = (spring: Spring, words: string, change: (spring: Spring) => void) =>
  mechanism.edit(`${spring.name}: ${words}`, (draft) =>
    change(draft.springs!.find(({ id }) => id === spring.id)!),
  )
/** How it pulls; a spring without a stiffness and a damping is only drawn. */
const PULLS = [
  ['stiffness', 'Stiffness', 'stiffness'],
  ['freeLength', 'Free length', 'length'],
  ['damping', 'Damping', 'damping'],
] as const
const ACTS = [
  { value: 'both', title: 'both ways' },
  { value: 'pulls', title: 'pulls only' },
  { value: 'pushes', title: 'pushes only' },
] as const
type SpringField = 'diameter' | 'wire' | (typeof PULLS)[number][0]
const clear = (spring: Spring, field: (typeof PULLS)[number][0]) => () =>
  alter(spring, `no ${field}`, (own) => {
    Reflect.deleteProperty(own, field)
  })
const setActs = async (spring: Spring, acts: NonNullable<Spring['acts']>) =>
  tell(
    await alter(spring, `acts ${ACTS.find(({ value }) => value === acts)!.title}`, (own) => {
      if (acts === 'both') delete own.acts
      else own.acts = acts
    }),
  )
const set = (spring: Spring, field: SpringField) => (value: Quantity) =>
  alter(spring, `${field} ${value}`, (own) => {
    own[field] = value
  })
const setCoils = (spring: Spring) => (value: Quantity) =>
  alter(spring, `${value} coils`, (own) => {
    const read = parseQuantity(value, 'number')
    if (read.ok) own.coils = read.value
  })
const remove = async (spring: Spring) =>
  tell(await mechanism.edit(`Delete ${spring.name}`, (draft) => removalOf(draft, [spring.id]).document))
</script>

<template>
  <div class="springs">
    <form class="new" aria-label="New spring" @submit.prevent="make">
      <DatumField
        v-for="(end, k) in ENDS"
        :key="end"
        :label="end"
        :pick="ends[k]!"
        :active="picking.wanted?.what === end"
        @put="put(k, $event)"
        @point="point(k)"
      />
      <v-btn type="submit" color="primary" variant="flat" :disabled="hint !== ''">Make spring</v-btn>
      <span class="muted">{{ hint }}</span>
    </form>
    <FaultLine :text="fault" />
    <div v-for="spring in springs" :key="spring.id" class="spring" role="group" :aria-label="spring.name">
      <strong>{{ spring.name }}</strong>
      <QuantityField
        label="Diameter"
        :value="spring.diameter"
        dimension="length"
        :commit="set(spring, 'diameter')"
      />
      <QuantityField label="Wire" :value="spring.wire" dimension="length" :commit="set(spring, 'wire')" />
      <QuantityField label="Coils" :value="spring.coils" dimension="number" :commit="setCoils(spring)" />
      <QuantityField
        v-for="[field, label, dimension] in PULLS"
        :key="field"
        :label="label"
        :value="spring[field] ?? null"
        :dimension="dimension"
        :commit="set(spring, field)"
        :clear="clear(spring, field)"
      />
      <v-select
        label="Acts"
        :items="ACTS"
        :model-value="spring.acts ?? 'both'"
        @update:model-value="(acts) => setActs(spring, acts)"
      />
      <IconButton :icon="mdiDeleteOutline" :name="`Delete ${spring.name}`" @click="remove(spring)" />
    </div>
  </div>
</template>

<style scoped>
.springs {
  padding: 12px 14px;
}

.new {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 300px)) auto 1fr;
  gap: 10px;
  align-items: center;
}

.spring {
  display: grid;
  grid-template-columns: 110px repeat(7, minmax(0, 130px)) 32px;
  gap: 8px;
  align-items: center;
  padding-top: 8px;
}

.spring :deep(.field) {
  padding: 0;
}
</style>
