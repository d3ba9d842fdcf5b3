<script setup lang="ts">
/** The workspace of one mechanism: the stage's panel, the model, the inspector and the timing chart. */
import { useEventListener } from '@vueuse/core'
import BuildDock from '~/build/BuildDock.vue'
import ConnectDock from '~/connect/ConnectDock.vue'
import JointPositions from '~/connect/poses/JointPositions.vue'
import ControlDesk from '~/desk/ControlDesk.vue'
import PlayTransport from '~/drive/scenario/PlayTransport.vue'
import TimingChart from '~/drive/chart/TimingChart.vue'
import InspectorPanel from '~/inspector/InspectorPanel.vue'
import ModelView from '~/view/ModelView.vue'
import NavigatorPanel from '~/workspace/navigator/NavigatorPanel.vue'
import NoticeBar from '~/workspace/NoticeBar.vue'
import StageRail from '~/workspace/StageRail.vue'
import WorkspaceHeader from '~/workspace/WorkspaceHeader.vue'
import KeyHint from '~/workspace/actions/KeyHint.vue'
import KeysDialog from '~/workspace/actions/KeysDialog.vue'
import CommandPalette from '~/workspace/actions/CommandPalette.vue'
import { action } from '~/workspace/actions/action'
import { useActions } from '~/workspace/actions/useActions'
import { usePlayback } from '~/model/pose/usePlayback'
import { useShortcuts } from '~/workspace/actions/useShortcuts'
import { useStoredPicture } from '~/workspace/useStoredPicture'
import { useWorkspace } from '~/workspace/useWorkspace'
import { useAppearance } from '~/theme/useAppearance'
import { useExchangeStore } from '~/build/files/exchange'
import { usePanelsStore } from '~/model/screen/panels'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { useSavingStore } from '~/model/document/saving'
import { useStageStore } from '~/model/screen/stage'
import { useTimingStore } from '~/drive/chart/timing'

const id = String(useRoute().params.id)
const { project, failure, recovered, open, takeTheirs, keepAsCopy } = useWorkspace(id)
const mechanism = useMechanismStore()
const saving = useSavingStore()
const stage = useStageStore()
const timing = useTimingStore()
const panels = usePanelsStore()
const path = usePathMakerStore()
const exchange = useExchangeStore()
const view = useTemplateRef<InstanceType<typeof ModelView>>('view')

usePlayback()
const { isDark, toggle } = useAppearance()
const actions = useActions(
  (ids) => view.value?.bounds(ids) ?? null,
  () => [
    ...(view.value?.actions ?? []),
    action('theme', isDark.value ? 'Light theme' : 'Dark theme', undefined, toggle),
  ],
)
const pending = useShortcuts(actions)
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
      { tall: stage.stage === 'drive' && (timing.open !== null || panels.desk || path.open !== null) },
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
    <KeysDialog :actions="actions" />
    <KeyHint :actions="actions" :pending="pending" />
    <footer :class="stage.stage">
      <p v-if="!mechanism.document" class="opening muted" role="status">Opening …</p>
      <BuildDock v-else-if="stage.stage === 'build'" :bounds="() => view?.bounds() ?? null" />
      <ConnectDock v-else-if="stage.stage === 'connect'" />
      <template v-else>
        <PlayTransport />
        <div :class="['under', { desk: panels.desk }]">
          <TimingChart />
          <ControlDesk v-if="panels.desk" />
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

/* a table is below its lane */
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

.opening {
  margin: 14px;
}

.failure {
  max-width: 560px;
  margin: 15vh auto;
}

.failure h1 {
  font-size: 20px;
}
</style>
