<script setup lang="ts">
/** The workspace of one mechanism: the stage's panel, the model, the inspector and the dock, in panes that can be resized. */
import { useEventListener } from '@vueuse/core'
import type { Camera } from '@ligamen/core'
import { Pane, Splitpanes } from 'splitpanes'
import 'splitpanes/dist/splitpanes.css'
import BuildDock from '~/build/BuildDock.vue'
import ConnectDock from '~/connect/ConnectDock.vue'
import JointPositions from '~/connect/poses/JointPositions.vue'
import InspectorPanel from '~/inspector/InspectorPanel.vue'
import ModelView from '~/view/ModelView.vue'
import RuleCard from '~/workspace/RuleCard.vue'
import NavigatorPanel from '~/workspace/navigator/NavigatorPanel.vue'
import DriveDock from '~/workspace/DriveDock.vue'
import { useLayoutStore } from '~/workspace/layout'
import MiddlePane from '~/workspace/MiddlePane.vue'
import NoticeBar from '~/workspace/NoticeBar.vue'
import OpeningFailure from '~/workspace/OpeningFailure.vue'
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
import { usePaneEdges } from '~/workspace/usePaneEdges'
import { useWorkspace } from '~/workspace/useWorkspace'
import { useAppearance } from '~/theme/useAppearance'
import { useExchangeStore } from '~/model/files/exchange'
import { usePanelsStore } from '~/model/screen/panels'
import { useMechanismStore } from '~/model/document/mechanism'
import { usePathMakerStore } from '~/drive/paths/path-maker'
import { useSavingStore } from '~/model/document/saving'
import { useStageStore } from '~/model/screen/stage'
import { useTimingStore } from '~/timing/timing'

// with what draws charts, which nobody needs before
const ProveDock = defineAsyncComponent(() => import('~/workspace/ProveDock.vue'))
const ProofPanel = defineAsyncComponent(() => import('~/prove/ProofPanel.vue'))
const PresentDock = defineAsyncComponent(() => import('~/workspace/PresentDock.vue'))
const PresentPanel = defineAsyncComponent(() => import('~/present/PresentPanel.vue'))
const PresentInspector = defineAsyncComponent(() => import('~/present/PresentInspector.vue'))
const PictureFrame = defineAsyncComponent(() => import('~/present/picture/PictureFrame.vue'))

const id = String(useRoute().params.id)
const { project, failure, recovered, recovery, open, openKept, takeTheirs, keepAsNew } = useWorkspace(id)
const { left, fault: keepFault, download, discard } = recovery
const mechanism = useMechanismStore()
const saving = useSavingStore()
const stage = useStageStore()
const timing = useTimingStore()
const panels = usePanelsStore()
const path = usePathMakerStore()
const exchange = useExchangeStore()
const view = useTemplateRef<InstanceType<typeof ModelView>>('view')

const layout = useLayoutStore()
const kept = computed(() => layout.kept)
/** A table below its lane needs room. */
const isTall = computed(
  () => stage.stage === 'drive' && (timing.open !== null || panels.desk || path.open !== null),
)
/** What is in the middle is not at the bottom too. */
const isDocked = computed(() => kept.value.open.bottom && !(layout.middle === 'chart' && stage.plays))
const bottom = computed(() =>
  isDocked.value ? Math.max(kept.value.bottom, isTall.value ? kept.value.tall : 0) : 0,
)
const middle = computed(() => {
  const { open, left, right } = kept.value
  return 100 - (open.left ? left : 0) - (open.right ? right : 0)
})

usePaneEdges(useTemplateRef<HTMLElement>('workspace'), isDocked, bottom)
usePlayback()
const { isDark, toggle } = useAppearance()
const actions = useActions(
  (ids) => view.value?.bounds(ids) ?? null,
  () => [
    ...(view.value?.actions ?? []),
    action('theme', isDark.value ? 'Light theme' : 'Dark theme', undefined, toggle),
  ],
  () => view.value?.lookingFrom() ?? null,
)
const pending = useShortcuts(actions)
useStoredPicture(id, (width, height) => view.value?.picture(width, height) ?? Promise.resolve(null))
useHead({ title: computed(() => `${mechanism.document?.name ?? 'Opening'} · Ligamen`) })
useEventListener(window, 'online', () => void saving.save())
useEventListener(window, 'beforeunload', (event) => {
  if (saving.hasUnsaved()) event.preventDefault()
})

/** From where the person at the screen looks. */
const lookingFrom = () => view.value?.lookingFrom() ?? null
const lookFrom = (camera: Camera) => view.value?.lookFrom(camera)
const onCanvas = (point: readonly [number, number, number]) => view.value?.onCanvas(point) ?? null
/** Of the model as it is seen now, for a report. */
const picture = (): Promise<Blob | null> => view.value?.picture(1200, 750) ?? Promise.resolve(null)

/** Files dropped anywhere on the window are brought in, in the Build stage. */
const drop = (event: DragEvent) => {
  const files = [...(event.dataTransfer?.files ?? [])]
  if (files.length === 0) return
  stage.go('build')
  void exchange.read(files)
}
</script>

<template>
  <OpeningFailure
    v-if="failure"
    :reason="failure"
    :left="left"
    :fault="keepFault"
    @again="open"
    @open="openKept"
    @keep="keepAsNew"
    @download="download"
    @discard="discard"
  />
  <div v-else ref="workspace" class="workspace" @dragover.prevent @drop.prevent="drop">
    <WorkspaceHeader :project="project.name" />
    <StageRail />
    <Splitpanes class="panes" horizontal @resized="layout.rows($event, isTall)">
      <Pane :size="100 - bottom" :min-size="20">
        <Splitpanes @resized="layout.columns">
          <Pane v-if="kept.open.left" :size="kept.left" :min-size="12">
            <div class="panel">
              <ProofPanel v-if="stage.stage === 'prove'" :project="project.name" :picture="picture" />
              <PresentPanel
                v-else-if="stage.stage === 'present'"
                :looking-from="lookingFrom"
                :pictures="() => view?.pictures() ?? null"
              />
              <template v-else>
                <NavigatorPanel :first="stage.stage === 'build' ? 'outline' : 'map'" />
                <JointPositions v-if="stage.stage !== 'build'" class="positions" />
              </template>
            </div>
          </Pane>
          <Pane :size="middle" :min-size="25">
            <MiddlePane>
              <template #notices>
                <NoticeBar
                  :recovered="recovered"
                  :unreadable="left !== null && left.entry === null"
                  :fault="keepFault"
                  @take-theirs="takeTheirs"
                  @keep-as-copy="keepAsNew"
                  @download="download"
                  @discard="discard"
                />
              </template>
              <ModelView ref="view">
                <PictureFrame v-if="stage.stage === 'present'" :on-canvas="onCanvas" />
                <RuleCard />
              </ModelView>
            </MiddlePane>
          </Pane>
          <Pane v-if="kept.open.right" :size="kept.right" :min-size="14">
            <PresentInspector
              v-if="stage.stage === 'present'"
              :looking-from="lookingFrom"
              :look-from="lookFrom"
            >
              <InspectorPanel />
            </PresentInspector>
            <InspectorPanel v-else />
          </Pane>
        </Splitpanes>
      </Pane>
      <Pane v-if="isDocked" :size="bottom" :min-size="12">
        <footer>
          <p v-if="!mechanism.document" class="opening muted" role="status">Opening …</p>
          <BuildDock v-else-if="stage.stage === 'build'" :bounds="() => view?.bounds() ?? null" />
          <ConnectDock v-else-if="stage.stage === 'connect'" />
          <ProveDock v-else-if="stage.stage === 'prove'" />
          <PresentDock v-else-if="stage.stage === 'present'" />
          <DriveDock v-else />
        </footer>
      </Pane>
    </Splitpanes>
    <CommandPalette :actions="actions" />
    <KeysDialog :actions="actions" />
    <KeyHint :actions="actions" :pending="pending" />
  </div>
</template>

<style scoped>
.workspace {
  display: grid;
  grid-template: 48px minmax(0, 1fr) / 72px minmax(0, 1fr);
  height: 100vh;
  overflow: hidden;
}

.workspace > :deep(header) {
  grid-column: 1 / 3;
}

.panes :deep(.splitpanes__pane) {
  transition: none;
}

.panes :deep(.splitpanes__splitter) {
  flex: none;
  background: rgb(var(--v-theme-line));
}

.panes :deep(.splitpanes--vertical > .splitpanes__splitter) {
  width: 5px;
}

.panes.splitpanes--horizontal > :deep(.splitpanes__splitter) {
  height: 5px;
}

.panes :deep(.splitpanes__splitter:hover),
.panes :deep(.splitpanes__splitter:focus-visible) {
  background: rgb(var(--v-theme-selected));
}

.panel {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}

footer {
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  height: 100%;
  min-width: 0;
  min-height: 0;
  background: rgb(var(--v-theme-surface));
}

.positions {
  flex: none;
  height: 46%;
}

.opening {
  margin: 14px;
}
</style>
