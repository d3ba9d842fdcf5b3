<script setup lang="ts">
/** Adding a driver: what is driven (a joint, a mate's value, a relation's input, a datum along a path), and how. */
import { channelOf, reasons } from '@ligamen/core'
import type { CoordinateName, Problem } from '@ligamen/core'
import { DRIVER_WAYS, newDriver } from '~/drive/drivers/new-driver'
import type { DriverWay } from '~/drive/drivers/new-driver'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { useRunStore } from '~/model/run/run'
import FaultLine from '~/fields/FaultLine.vue'

const mechanism = useMechanismStore()
const run = useRunStore()
const edits = useScenarioEdits()
const path = usePathMakerStore()
const wanted = shallowRef<Driven | null>(null)
const fault = ref('')

/** What a driver can act on, as its fields say it. */
type Driven = Partial<CoordinateName> & { mate?: string; relation?: string; path?: string; datum?: string }

const targets = computed((): { value: Driven; title: string }[] => {
  const { mates = [], relations = [], paths = [], datums = [] } = mechanism.document ?? {}
  return [
    ...(run.report?.channels ?? []).map(({ coordinate, name }) => ({ value: coordinate!, title: name })),
    ...mates
      .filter(({ kind }) => kind === 'angle' || kind === 'distance')
      .map(({ id, name }) => ({ value: { mate: id }, title: `${name} (mate)` })),
    ...relations.map(({ id, name }) => ({ value: { relation: id }, title: `${name} (relation)` })),
    ...paths.flatMap((path) =>
      datums
        .filter(({ id }) => id !== path.datum)
        .map(({ id, name }) => ({
          value: { path: path.id, datum: id },
          title: `${name} along ${path.name}`,
        })),
    ),
  ]
})
const isPath = computed(() => wanted.value !== null && 'path' in wanted.value)
const turns = computed(
  () => channelOf(run.report?.channels ?? [], wanted.value ?? {})?.dimension !== 'length',
)

async function add(way: DriverWay) {
  const words = targets.value.find(({ value }) => value === wanted.value)?.title ?? ''
  const driver = isPath.value
    ? { kind: 'path' as const, moves: [], ...wanted.value }
    : newDriver(way, wanted.value ?? {}, turns.value)
  const refused: readonly Problem[] = await edits.drive(words, driver as Parameters<typeof edits.drive>[1])
  fault.value = reasons(refused)
  if (refused.length === 0) wanted.value = null
}
</script>

<template>
  <div class="add" role="group" aria-label="Add a driver">
    <v-autocomplete
      v-model="wanted"
      class="what"
      label="Drive"
      placeholder="a joint, a mate, a relation …"
      :items="targets"
      density="compact"
      variant="outlined"
      hide-details
      auto-select-first
      clearable
      no-data-text="Nothing of that name can be driven."
    />
    <template v-if="wanted">
      <v-btn v-if="isPath" color="primary" variant="flat" @click="add('moves')">Drive along it</v-btn>
      <template v-else>
        <v-btn
          v-for="({ kind, words }, k) in DRIVER_WAYS"
          :key="kind"
          v-bind="k === 0 ? { color: 'primary', variant: 'flat' } : {}"
          @click="add(kind)"
          >{{ words }}</v-btn
        >
      </template>
    </template>
    <v-btn v-else @click="path.begin">A point along a new path</v-btn>
    <FaultLine :text="fault" />
  </div>
</template>

<style scoped>
.add {
  position: relative;
  z-index: 5;
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 6px 12px;
}

.what {
  flex: none;
  width: 260px;
}
</style>
