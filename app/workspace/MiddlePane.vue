<script setup lang="ts">
/** The middle: the model, or what takes its place; the model stays as it is behind it. */
import { mdiArrowCollapse } from '@mdi/js'
import LinkMap from './navigator/LinkMap.vue'
import DriveDock from './DriveDock.vue'
import { useStageStore } from '~/model/screen/stage'
import { useLayoutStore } from './layout'

const ProveDock = defineAsyncComponent(() => import('./ProveDock.vue'))
const PresentDock = defineAsyncComponent(() => import('./PresentDock.vue'))
const layout = useLayoutStore()
const stage = useStageStore()
const title = computed(() => {
  if (layout.middle === 'map') return 'Link map'
  return { prove: 'Charts', present: 'Lanes of the picture' }[stage.stage as string] ?? 'Timing chart'
})
</script>

<template>
  <div class="middle">
    <slot v-if="$slots.notices" name="notices" />
    <div v-show="layout.middle === 'model'" class="model"><slot /></div>
    <section v-if="layout.middle !== 'model'" class="instead">
      <header>
        <h2 class="heading">{{ title }}</h2>
        <v-btn size="small" :prepend-icon="mdiArrowCollapse" @click="layout.show('model')">
          Back to the model
        </v-btn>
      </header>
      <LinkMap v-if="layout.middle === 'map'" />
      <ProveDock v-else-if="stage.stage === 'prove'" />
      <PresentDock v-else-if="stage.stage === 'present'" />
      <DriveDock v-else />
    </section>
  </div>
</template>

<style scoped>
.middle {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-width: 0;
  min-height: 0;
}

.model {
  flex: 1;
  min-height: 0;
}

.model :deep(.model-view) {
  height: 100%;
}

.instead {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}

.instead > :deep(:last-child) {
  flex: 1;
  min-width: 0;
  min-height: 0;
}

header {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
  padding: 4px 12px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
</style>
