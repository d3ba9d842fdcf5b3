<script setup lang="ts">
/**
 * The outline: everything in the mechanism by name. Arrow keys walk, left and right fold, Enter or a click selects (with
 * Ctrl several), F2 or a double click renames, dragging a body or a group onto a group regroups it.
 */
import { mdiChevronDown, mdiChevronRight, mdiEyeOffOutline } from '@mdi/js'
import { reasons, regroup } from '@ligamen/core'
import { useOutline } from '~/workspace/navigator/useOutline'
import type { OutlineRow } from '~/workspace/navigator/outline'
import { useMechanismStore } from '~/model/document/mechanism'
import { useNavigatorStore } from '~/workspace/navigator/navigator'
import { useSelectionStore } from '~/model/screen/selection'
import { useVisibilityStore } from '~/model/screen/visibility'
import FaultLine from '~/fields/FaultLine.vue'

const mechanism = useMechanismStore()
const selection = useSelectionStore()
const visibility = useVisibilityStore()
const { rows, fold } = useOutline()
const navigator = useNavigatorStore()
const list = useTemplateRef<HTMLElement>('list')
const focused = ref('')
const renaming = ref('')
const fault = ref('')
const target = ref<string | null>(null)
let dragged = ''

const isSelected = (row: OutlineRow) => row.kind !== 'heading' && selection.is(row.kind, row.id)
const current = computed(() =>
  rows.value.some(({ key }) => key === focused.value) ? focused.value : rows.value[0]?.key,
)

function choose(row: OutlineRow, event: MouseEvent | KeyboardEvent) {
  focused.value = row.key
  if (row.kind === 'heading') fold(row.key, !row.folded)
  else if (event.ctrlKey || event.metaKey || event.shiftKey) selection.toggle(row.kind, row.id)
  else selection.select(row.kind, row.id)
}

function walk(event: KeyboardEvent, row: OutlineRow) {
  const at = rows.value.indexOf(row)
  const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: rows.value.length - 1 }[event.key]
  if (to !== undefined) {
    event.preventDefault()
    const next = rows.value[Math.min(rows.value.length - 1, Math.max(0, to))]!
    focused.value = next.key
    void nextTick(() =>
      list.value?.querySelector<HTMLElement>(`[data-key="${CSS.escape(next.key)}"]`)?.focus(),
    )
  } else if (event.key === 'ArrowRight' && row.folded) fold(row.key, false)
  else if (event.key === 'ArrowLeft' && row.folded === false) fold(row.key, true)
  else if (event.key === 'F2') beginRename(row)
}

function beginRename(row: OutlineRow) {
  if (row.kind !== 'heading') renaming.value = row.key
}

async function rename(row: OutlineRow, event: Event) {
  const name = (event.target as HTMLInputElement).value.trim()
  if (renaming.value !== row.key) return
  renaming.value = ''
  if (name === '' || name === row.name) return
  await mechanism.edit(`Rename ${row.name}`, (draft) => {
    const lists = [draft.bodies, draft.groups, draft.datums, draft.joints, draft.mates, draft.relations]
    for (const entries of lists)
      for (const entry of (entries ?? []) as { id: string; name: string }[])
        if (entry.id === row.id) entry.name = name
  })
}

async function drop(row: OutlineRow | null) {
  const into = row === null ? null : row.kind === 'group' ? row.id : undefined
  target.value = null
  if (into === undefined || dragged === '' || dragged === into) return
  const name = rows.value.find(({ id }) => id === dragged)?.name ?? dragged
  const member = dragged
  const refused = await mechanism.edit(
    into === null ? `Remove ${name} from its group` : `Put ${name} into ${row!.name}`,
    (draft) => regroup(draft, member, into),
  )
  fault.value = reasons(refused)
}

const movable = (row: OutlineRow) => row.kind === 'body' || row.kind === 'group'
watch(
  () => selection.selected,
  (selected) => {
    if (!selected) return
    focused.value = selected.id
    void nextTick(() =>
      list.value
        ?.querySelector(`[data-key="${CSS.escape(selected.id)}"]`)
        ?.scrollIntoView({ block: 'nearest' }),
    )
  },
)
</script>

<template>
  <section class="outline" aria-label="Outline">
    <FaultLine inset :text="fault" />
    <p v-if="rows.length === 0" class="hint muted">
      {{
        navigator.wanted
          ? 'Nothing has that name.'
          : 'Nothing is here yet: make a part from the kit below, or drop a file on the window.'
      }}
    </p>
    <ul
      ref="list"
      role="tree"
      aria-label="Outline of the mechanism"
      @dragover.prevent
      @drop.self="drop(null)"
    >
      <li
        v-for="row in rows"
        :key="row.key"
        role="treeitem"
        :data-key="row.key"
        :aria-level="row.level + 1"
        :aria-selected="isSelected(row)"
        :aria-expanded="row.folded === null ? undefined : !row.folded"
        :tabindex="row.key === current ? 0 : -1"
        :class="{ selected: isSelected(row), heading: row.kind === 'heading', target: target === row.id }"
        :style="{ paddingLeft: `${8 + 14 * row.level}px` }"
        :draggable="movable(row)"
        @click="choose(row, $event)"
        @dblclick="row.kind === 'group' ? visibility.openGroup(row.id) : beginRename(row)"
        @keydown.enter.self="choose(row, $event)"
        @keydown.self="walk($event, row)"
        @dragstart="dragged = row.id"
        @dragover.prevent="target = row.kind === 'group' ? row.id : null"
        @drop.stop="drop(row)"
      >
        <span v-if="row.folded !== null" class="fold" @click.stop="fold(row.key, !row.folded)">
          <v-icon :icon="row.folded ? mdiChevronRight : mdiChevronDown" size="14" />
        </span>
        <span v-else class="mark" :class="row.kind" aria-hidden="true" />
        <input
          v-if="renaming === row.key"
          class="rename"
          :value="row.name"
          :aria-label="`New name of ${row.name}`"
          autofocus
          maxlength="120"
          @click.stop
          @keydown.enter.stop="rename(row, $event)"
          @keydown.escape.stop="renaming = ''"
          @blur="rename(row, $event)"
          @vue:mounted="({ el }: { el: HTMLInputElement }) => (el.focus(), el.select())"
        />
        <span v-else class="name">{{ row.name }}</span>
        <v-icon
          v-if="visibility.showing.get(row.id) === 'hidden'"
          :icon="mdiEyeOffOutline"
          size="13"
          title="Hidden"
        />
        <span class="note">{{ row.note }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.outline {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
}

.hint {
  margin: 0;
  padding: 4px 14px;
}

ul {
  flex: 1;
  min-height: 0;
  margin: 0;
  padding: 0 0 12px;
  overflow-y: auto;
  list-style: none;
}

li {
  display: flex;
  gap: 6px;
  align-items: center;
  padding: 3px 12px 3px 8px;
  cursor: default;
  content-visibility: auto;
  contain-intrinsic-size: auto 24px;
}

li:hover {
  background: rgb(var(--v-theme-line-soft));
}

li.selected {
  color: rgb(var(--v-theme-on-selected-soft));
  background: rgb(var(--v-theme-selected-soft));
}

li.target {
  outline: 2px dashed rgb(var(--v-theme-primary));
  outline-offset: -2px;
}

li.heading {
  margin: 0;
  padding-top: 8px;
}

.mark {
  flex: none;
  width: 9px;
  height: 9px;
  margin: 0 3px;
  border: 1.5px solid currentcolor;
  border-radius: 2px;
}

.mark.joint {
  border-radius: 50%;
}

.mark.mate {
  height: 0;
  border-width: 1.5px 0;
  padding-top: 3px;
}

.mark.relation {
  border-style: dashed;
  border-radius: 50%;
}

.name {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.rename {
  min-width: 0;
  flex: 1;
  padding: 0 4px;
  font: inherit;
  color: inherit;
  background: rgb(var(--v-theme-field));
  border: 1px solid rgb(var(--v-theme-primary));
  border-radius: 4px;
}

.note {
  flex: none;
  margin-left: auto;
  font-size: 11px;
  color: rgb(var(--v-theme-muted));
}

li.selected .note {
  color: inherit;
}
</style>
