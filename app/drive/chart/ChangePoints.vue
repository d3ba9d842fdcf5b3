<script setup lang="ts">
/** Change points of the take as marks on the ruler; a mark turns to the other way. */
import { mdiCallSplit } from '@mdi/js'
import { takeWay } from '@ligamen/core'
import type { ChangePoint } from '@ligamen/core'
import { useScenarioEdits } from '~/timing/useScenarioEdits'
import { seconds } from '~/fields/display'
import { useMechanismStore } from '~/model/document/mechanism'
import { useRunStore } from '~/model/run/run'
import { useTimingStore } from '~/timing/timing'

const mechanism = useMechanismStore()
const run = useRunStore()
const timing = useTimingStore()
const edits = useScenarioEdits()

const marks = computed(() =>
  (run.take?.changePoints ?? []).map((point) => {
    const name = mechanism.nameOf(point.joint)
    const goes = point.way === 'first' ? 'it takes the first way' : 'it takes the second way'
    const offers = point.way === 'first' ? 'second' : 'first'
    return {
      point,
      key: `${point.joint} ${point.count}`,
      edit: `${offers === 'first' ? 'First' : 'Second'} way at change point ${point.count} of ${name}`,
      words: `Change point of ${name} at ${seconds(point.time)}: ${goes}. Take the ${offers} way`,
    }
  }),
)

const turn = ({ joint, count, way, time }: ChangePoint, words: string) =>
  edits.alter(words, (scenario) =>
    takeWay(scenario, { joint, count, way: way === 'first' ? 'second' : 'first' }, time === 0),
  )
</script>

<template>
  <button
    v-for="{ point, key, edit, words } in marks"
    :key="key"
    type="button"
    class="mark"
    :class="{ second: point.way === 'second' }"
    :style="{ left: `${timing.place(point.time)}%` }"
    :aria-label="words"
    :title="words"
    @pointerdown.stop
    @click.stop="turn(point, edit)"
  >
    <v-icon :icon="mdiCallSplit" size="13" />
  </button>
</template>

<style scoped>
.mark {
  position: absolute;
  bottom: 1px;
  width: 16px;
  height: 16px;
  margin-left: -8px;
  color: rgb(var(--v-theme-attention));
  cursor: pointer;
  background: rgb(var(--v-theme-surface));
  border: 1px solid currentcolor;
  border-radius: 4px;
}

.mark.second {
  color: rgb(var(--v-theme-surface));
  background: rgb(var(--v-theme-attention));
}
</style>
