<script setup lang="ts">
/** One pick: pointed at on the model, or chosen from the list of the parts' named datums. */
import { mdiCrosshairs } from '@mdi/js'
import type { NamedDatum } from '~/model/picking/named-datums'
import { usePickingStore } from '~/model/picking/picking'

const props = defineProps<{ label: string; pick: NamedDatum | null; active: boolean }>()
const emit = defineEmits<{ put: [pick: NamedDatum | null]; point: [] }>()
const picking = usePickingStore()
const datums = computed(() => picking.named)

const items = computed(() => {
  const all = datums.value.map((datum, k) => ({ value: k, title: datum.words }))
  // a pick that the list does not have comes before it
  const own = props.pick && index.value < 0 ? [{ value: -1, title: props.pick.words }] : []
  return [...own, ...all]
})
const index = computed(() => datums.value.findIndex(({ words }) => words === props.pick?.words))
const value = computed(() => (props.pick ? index.value : null))

function choose(k: number | null) {
  if (k === null) emit('put', null)
  else if (k >= 0) emit('put', datums.value[k]!)
}
</script>

<template>
  <div class="datum" :class="{ active }">
    <v-autocomplete
      :label="label"
      :items="items"
      :model-value="value"
      clearable
      density="compact"
      variant="outlined"
      hide-details
      auto-select-first
      no-data-text="Nothing of that name; make a part first."
      @update:model-value="choose"
    />
    <v-btn
      :icon="mdiCrosshairs"
      :color="active ? 'primary' : undefined"
      :variant="active ? 'flat' : 'outlined'"
      :aria-label="`${label}: point at it on the model`"
      :aria-pressed="active"
      :title="active ? 'Point at it on the model' : 'Pick on the model'"
      @click="emit('point')"
    />
  </div>
</template>

<style scoped>
.datum {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 32px;
  gap: 6px;
  align-items: center;
}

.datum :deep(.v-btn--icon) {
  width: 32px;
  height: 32px;
}
</style>
