<script setup lang="ts">
/** Whether the server has what is on screen, as word, icon and colour. */
import { mdiAlertOutline, mdiCheck, mdiCloudOffOutline, mdiProgressUpload } from '@mdi/js'
import { useMechanismStore } from '~/model/document/mechanism'
import { useSavingStore } from '~/model/document/saving'
import type { SavingState } from '~/model/document/saver'

const saving = useSavingStore()
const mechanism = useMechanismStore()

const clock = computed(() =>
  saving.savedAt
    ? new Date(saving.savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
    : '',
)
const looks: Record<SavingState, { icon: string; text: () => string; attention: boolean }> = {
  saved: { icon: mdiCheck, text: () => `Saved ${clock.value}`, attention: false },
  saving: { icon: mdiProgressUpload, text: () => 'Saving …', attention: false },
  unsaved: { icon: mdiProgressUpload, text: () => 'Saving …', attention: false },
  unreachable: {
    icon: mdiCloudOffOutline,
    text: () => 'Server not reached; edits are kept here',
    attention: true,
  },
  conflict: { icon: mdiAlertOutline, text: () => 'Not saved: changed elsewhere', attention: true },
  refused: { icon: mdiAlertOutline, text: () => 'Not saved', attention: true },
}
const look = computed(() => looks[saving.state])
</script>

<template>
  <span
    class="status"
    :class="{ attention: look.attention }"
    role="status"
    :title="saving.refusal"
    :aria-busy="mechanism.working"
  >
    <v-icon :icon="look.icon" size="15" />{{ look.text() }}
  </span>
</template>

<style scoped>
.status {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  color: rgb(var(--v-theme-muted));
  white-space: nowrap;
}

.attention {
  padding: 3px 9px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 12px;
}
</style>
