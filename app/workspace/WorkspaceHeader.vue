<script setup lang="ts">
/** The header: where we are, the mobility line, the state of saving, undo and redo, the theme. */
import {
  mdiDockBottom,
  mdiDockLeft,
  mdiDockRight,
  mdiRedo,
  mdiUndo,
  mdiWeatherNight,
  mdiWhiteBalanceSunny,
} from '@mdi/js'
import { useLayoutStore } from './layout'
import IconButton from '~/fields/IconButton.vue'
import BrandMark from '../theme/BrandMark.vue'
import CheckCount from './CheckCount.vue'
import MobilityLine from './MobilityLine.vue'
import SaveStatus from './SaveStatus.vue'
import { useAppearance } from '~/theme/useAppearance'
import { useMechanismStore } from '~/model/document/mechanism'

defineProps<{ project: string }>()
const mechanism = useMechanismStore()
const layout = useLayoutStore()
const PANES = [
  { pane: 'left', icon: mdiDockLeft, words: 'the left panel' },
  { pane: 'bottom', icon: mdiDockBottom, words: 'the dock' },
  { pane: 'right', icon: mdiDockRight, words: 'the inspector' },
] as const
const { isDark, toggle } = useAppearance()

const undoTitle = computed(() =>
  mechanism.undoable ? `Undo: ${mechanism.undoable.name}` : 'Nothing to undo',
)
const redoTitle = computed(() =>
  mechanism.redoable ? `Redo: ${mechanism.redoable.name}` : 'Nothing to redo',
)
</script>

<template>
  <header>
    <NuxtLink to="/" class="home" aria-label="Ligamen, all projects"><BrandMark /></NuxtLink>
    <span class="where">
      <strong>{{ project }}</strong>
      <span class="muted"> / {{ mechanism.document?.name }}</span>
    </span>
    <MobilityLine />
    <CheckCount />
    <span class="spacer" />
    <SaveStatus />
    <IconButton
      :icon="mdiUndo"
      name="Undo"
      :title="undoTitle"
      :disabled="!mechanism.undoable"
      @click="mechanism.undo"
    />
    <IconButton
      :icon="mdiRedo"
      name="Redo"
      :title="redoTitle"
      :disabled="!mechanism.redoable"
      @click="mechanism.redo"
    />
    <IconButton
      v-for="{ pane, icon, words } in PANES"
      :key="pane"
      :icon="icon"
      :name="`${layout.kept.open[pane] ? 'Close' : 'Open'} ${words}`"
      :title="`${layout.kept.open[pane] ? 'Close' : 'Open'} ${words}`"
      :class="{ closed: !layout.kept.open[pane] }"
      @click="layout.toggle(pane)"
    />
    <IconButton
      :icon="isDark ? mdiWhiteBalanceSunny : mdiWeatherNight"
      :name="isDark ? 'Light theme' : 'Dark theme'"
      :title="isDark ? 'Light theme' : 'Dark theme'"
      @click="toggle"
    />
  </header>
</template>

<style scoped>
header {
  display: flex;
  gap: 10px;
  align-items: center;
  min-width: 0;
  padding: 0 12px 0 16px;
  background: rgb(var(--v-theme-surface));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}

.home {
  text-decoration: none;
}

.where {
  /* gives way before the mobility line does */
  flex-shrink: 6;
  min-width: 40px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.where strong {
  font-weight: 600;
}

.spacer {
  flex: 1;
}

header :deep(.closed) {
  color: rgb(var(--v-theme-muted));
  opacity: 0.6;
}

header :deep(.v-btn--icon) {
  width: 32px;
  height: 32px;
}
</style>
