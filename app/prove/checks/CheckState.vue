<script setup lang="ts">
/** Whether a check is met: as word, shape and colour. */
import { mdiAlert, mdiCheckCircle, mdiCircleOutline, mdiVolumeOff } from '@mdi/js'
import type { CheckResult } from '@ligamen/core'

defineProps<{ state: CheckResult['state']; short?: boolean }>()
const LOOKS: Readonly<Record<CheckResult['state'], { word: string; icon: string }>> = {
  met: { word: 'met', icon: mdiCheckCircle },
  'not-met': { word: 'not met', icon: mdiAlert },
  undecided: { word: 'not decided', icon: mdiCircleOutline },
  muted: { word: 'muted', icon: mdiVolumeOff },
}
</script>

<template>
  <span class="state" :class="state">
    <v-icon :icon="LOOKS[state].icon" size="15" />
    <span v-if="!short">{{ LOOKS[state].word }}</span>
  </span>
</template>

<style scoped>
.state {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  font-weight: 600;
  color: rgb(var(--v-theme-muted));
}

.met {
  color: rgb(var(--v-theme-success));
}

.not-met {
  color: rgb(var(--v-theme-error));
}

.undecided {
  color: rgb(var(--v-theme-attention));
}
</style>
