<script setup lang="ts">
/** The workspace of one mechanism: the stage's panel, the model, the inspector and the timing chart. */
import { useEventListener } from '@vueuse/core'
import BuildDock from '~/components/build/BuildDock.vue'
import ConnectDock from '~/components/connect/ConnectDock.vue'
import JointPositions from '~/components/connect/JointPositions.vue'
import ControlDesk from '~/components/desk/ControlDesk.vue'
import PlayTransport from '~/components/drive/PlayTransport.vue'
import TimingChart from '~/components/drive/TimingChart.vue'
import InspectorPanel from '~/components/inspector/InspectorPanel.vue'
import ModelView from '~/components/workspace/ModelView.vue'
import NavigatorPanel from '~/components/workspace/NavigatorPanel.vue'
import NoticeBar from '~/components/workspace/NoticeBar.vue'
import StageRail from '~/components/workspace/StageRail.vue'
import WorkspaceHeader from '~/components/workspace/WorkspaceHeader.vue'
import CommandPalette from '~/components/workspace/CommandPalette.vue'
import { useActions } from '~/composables/useActions'
import { usePlayback } from '~/composables/usePlayback'
import { useShortcuts } from '~/composables/useShortcuts'
import { useStoredPicture } from '~/composables/useStoredPicture'
import { useWorkspace } from '~/composables/useWorkspace'
import { useDeskStore } from '~/stores/desk'
import { useExchangeStore } from '~/stores/exchange'
import { useMechanismStore } from '~/stores/mechanism'
import { usePathMakerStore } from '~/stores/path-maker'
import { useSavingStore } from '~/stores/saving'
import { useStageStore } from '~/stores/stage'
import { useTimingStore } from '~/stores/timing'

const id = String(useRoute().params.id)
const { project, failure, recovered, open, takeTheirs, keepAsCopy } = useWorkspace(id)
const mechanism = useMechanismStore()
const saving = useSavingStore()
const stage = useStageStore()
const timing = useTimingStore()
const desk = useDeskStore()
const path = usePathMakerStore()
const exchange = useExchangeStore()
const view = useTemplateRef<InstanceType<typeof ModelView>>('view')

usePlayback()
const actions = useActions(
  (ids) => view.value?.bounds(ids) ?? null,
  () => view.value?.fit(),
)
useShortcuts(actions)
useStoredPicture(id, (width, height) => view.value?.picture(width, height) ?? Promise.resolve(null))
useHead({ title: computed(() => `${mechanism.document?.name ?? 'Opening'} · Ligamen`) })
useEventListener(window, 'online', () => void saving.save())
useEventListener(window, 'beforeunload', (event) => {
  if (saving.hasUnsaved()) event.preventDefault()
})

/** Files dropped anywhere on the window are brought in, in the Build stage. */
const drop = (event: DragEvent) => {
  const files = [...(event.dataTransfer?.files ?? [])]
  if (files.length === 0) return
  stage.go('build')
  void exchange.read(files)
}

async function copy() {
  const made = await keepAsCopy()
  if (made) await navigateTo(`/mechanisms/${made}`)
}
</script>

<template>
  <div v-if="failure" class="failure">
    <h1>This mechanism could not be opened</h1>
    <p>{{ failure }}</p>
    <p>
      <v-btn color="primary" variant="flat" @click="open">Try again</v-btn>
      <NuxtLink to="/">All projects</NuxtLink>
    </p>
  </div>
  <div
    v-else
    :class="[
      'workspace',
      { tall: stage.stage === 'drive' && (timing.open !== null || desk.open || path.open !== null) },
    ]"
    @dragover.prevent
    @drop.prevent="drop"
  >
    <WorkspaceHeader :project="project.name" />
    <StageRail />
    <div class="panel">
      <NavigatorPanel :first="stage.stage === 'build' ? 'outline' : 'map'" />
      <JointPositions v-if="stage.stage !== 'build'" class="positions" />
    </div>
    <ModelView ref="view">
      <NoticeBar :recovered="recovered" @take-theirs="takeTheirs" @keep-as-copy="copy" />
    </ModelView>
    <InspectorPanel />
    <CommandPalette :actions="actions" />
    <footer :class="stage.stage">
      <BuildDock v-if="stage.stage === 'build'" :bounds="() => view?.bounds() ?? null" />
      <ConnectDock v-else-if="stage.stage === 'connect'" />
      <template v-else>
        <PlayTransport />
        <div :class="['under', { desk: desk.open }]">
          <TimingChart />
          <ControlDesk v-if="desk.open" />
        </div>
      </template>
    </footer>
  </div>
</template>

<style scoped>
.workspace {
  display: grid;
  grid-template: 48px minmax(0, 1fr) 248px / 72px 264px minmax(0, 1fr) 280px;
  height: 100vh;
  overflow: hidden;
}

/* a table stands below its lane */
.workspace.tall {
  grid-template-rows: 48px minmax(0, 1fr) 350px;
}

.workspace > :deep(header) {
  grid-column: 1 / 5;
}

.workspace > :deep(nav) {
  grid-row: 2 / 4;
}

.panel {
  display: flex;
  flex-direction: column;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
  border-right: 1px solid rgb(var(--v-theme-line));
}

footer {
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  grid-column: 2 / 5;
  min-width: 0;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid rgb(var(--v-theme-line));
}

footer.drive {
  grid-template-rows: auto minmax(0, 1fr);
}

/* the chart, and the desk beside it */
.under {
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  min-height: 0;
}

.under.desk {
  grid-template-columns: minmax(0, 1fr) 352px;
}

.positions {
  flex: none;
  height: 46%;
}

.failure {
  max-width: 560px;
  margin: 15vh auto;
}

.failure h1 {
  font-size: 20px;
}
</style>
