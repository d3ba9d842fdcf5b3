<script setup lang="ts">
/** Which scenario is shown, and new ones: empty or as a copy. */
import { mdiContentCopy, mdiPlus } from '@mdi/js'
import { unused } from '@ligamen/core'
import IconButton from '~/fields/IconButton.vue'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { useMechanismStore } from '~/model/document/mechanism'

const mechanism = useMechanismStore()
const edits = useScenarioEdits()
const scenarios = computed(() =>
  (mechanism.document?.scenarios ?? []).map(({ id, name }) => ({ value: id, title: name })),
)
const choose = (id: string) => void mechanism.chooseScenario(id)

/** A name that no scenario has yet. */
const free = (words: string) => unused(new Set(scenarios.value.map(({ title }) => title)), words)
</script>

<template>
  <v-select
    class="scenario"
    aria-label="Scenario"
    :items="scenarios"
    :model-value="mechanism.scenario?.id"
    no-data-text="No scenario yet."
    @update:model-value="choose"
  />
  <IconButton :icon="mdiPlus" name="New scenario" title="New scenario" @click="edits.add(free('Scenario'))" />
  <IconButton
    v-if="mechanism.scenario"
    :icon="mdiContentCopy"
    name="Copy the scenario"
    title="Copy the scenario"
    @click="edits.add(free(`${mechanism.scenario.name} copy`), mechanism.scenario.id)"
  />
</template>

<style scoped>
.scenario {
  flex: none;
  width: 180px;
}

.scenario :deep(.v-field__input) {
  min-height: 28px;
  padding-block: 2px;
}

.scenario :deep(.v-field) {
  --v-input-control-height: 28px;
}
</style>
