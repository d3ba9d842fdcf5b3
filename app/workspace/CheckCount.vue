<script setup lang="ts">
/** How many checks are not met, in the header; opens the list of them. */
import { mdiAlert, mdiCheckCircle, mdiCircleOutline } from '@mdi/js'
import { usePanelsStore } from '~/model/screen/panels'
import { useStageStore } from '~/model/screen/stage'
import { useCallouts } from '~/prove/callouts/useCallouts'
import { useProofStore } from '~/prove/proof'

useCallouts()
const proof = useProofStore()
const panels = usePanelsStore()
const stage = useStageStore()
const shown = computed(() => {
  const { all, notMet, undecided, muted } = proof.counts
  const counted = all - muted
  if (counted === 0) return null
  const checks = counted === 1 ? 'check' : 'checks'
  if (notMet > 0)
    return { state: 'not-met', icon: mdiAlert, words: `${notMet} of ${counted} ${checks} not met` }
  if (undecided > 0)
    return {
      state: 'undecided',
      icon: mdiCircleOutline,
      words: `${undecided} of ${counted} ${checks} not decided`,
    }
  return {
    state: 'met',
    icon: mdiCheckCircle,
    words: counted === 1 ? 'The check is met' : `All ${counted} checks met`,
  }
})
function open() {
  panels.proof = 'checks'
  stage.go('prove')
}
</script>

<template>
  <button v-if="shown" type="button" class="chip" :class="shown.state" title="Show the checks" @click="open">
    <v-icon :icon="shown.icon" size="14" />
    <span>{{ shown.words }}</span>
  </button>
</template>

<style scoped>
.chip {
  display: inline-flex;
  flex: none;
  gap: 6px;
  align-items: center;
  padding: 4px 10px;
  font-size: 12px;
  font-weight: 500;
  white-space: nowrap;
  border-radius: 14px;
}

.met {
  color: rgb(var(--v-theme-success));
}

.undecided {
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
}

.not-met {
  color: rgb(var(--v-theme-error));
  background: rgb(var(--v-theme-error-soft));
}
</style>
