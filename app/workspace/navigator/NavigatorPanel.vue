<script setup lang="ts">
/** The navigator: the same things as a link map or as an outline, whichever suits. */
import { mdiArrowExpand, mdiMagnify } from '@mdi/js'
import IconButton from '~/fields/IconButton.vue'
import { useLayoutStore } from '../layout'
import LinkMap from './LinkMap.vue'
import OutlineList from './OutlineList.vue'
import { useMechanismStore } from '~/model/document/mechanism'
import { useNavigatorStore } from '~/workspace/navigator/navigator'
import { useVisibilityStore } from '~/model/screen/visibility'

const props = defineProps<{ first: 'map' | 'outline' }>()
const visibility = useVisibilityStore()
const navigator = useNavigatorStore()
const layout = useLayoutStore()
const mechanism = useMechanismStore()
const shown = ref(props.first)
watch(
  () => props.first,
  (first) => (shown.value = first),
)
const open = computed(() => mechanism.document?.groups?.find(({ id }) => id === visibility.open)?.name)
</script>

<template>
  <section class="navigator" aria-label="Navigator">
    <div class="choice" role="group" aria-label="Navigator as">
      <button type="button" :aria-pressed="shown === 'map'" @click="shown = 'map'">Link map</button>
      <button type="button" :aria-pressed="shown === 'outline'" @click="shown = 'outline'">Outline</button>
      <IconButton
        :icon="mdiArrowExpand"
        size="small"
        name="Link map in the middle"
        title="Link map in the middle"
        :aria-pressed="layout.middle === 'map'"
        @click="layout.show('map')"
      />
    </div>
    <p v-if="open" class="inside" role="status">
      Inside {{ open }} <button type="button" @click="visibility.openGroup(null)">Close group</button>
    </p>
    <div class="filter">
      <v-text-field
        v-model="navigator.filter"
        label="Filter by name"
        :prepend-inner-icon="mdiMagnify"
        clearable
        autocomplete="off"
        spellcheck="false"
      />
    </div>
    <LinkMap v-if="shown === 'map' && layout.middle !== 'map'" />
    <OutlineList v-else />
  </section>
</template>

<style scoped>
.navigator {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-height: 0;
}

.choice {
  display: flex;
  gap: 2px;
  padding: 8px 12px 0;
}

.choice > :deep(.v-btn--icon) {
  flex: none;
  width: 30px;
  height: 28px;
}

.choice > button:not(.v-btn) {
  flex: 1;
  padding: 4px 0;
  font-size: 12px;
  font-weight: 500;
  color: rgb(var(--v-theme-muted));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
}

.choice > button:not(.v-btn)[aria-pressed='true'] {
  font-weight: 600;
  color: rgb(var(--v-theme-on-primary-soft));
  background: rgb(var(--v-theme-primary-soft));
  border-color: rgb(var(--v-theme-primary));
}

.filter {
  padding: 8px 12px 6px;
}

.inside {
  display: flex;
  justify-content: space-between;
  margin: 8px 12px 0;
  padding: 5px 8px;
  color: rgb(var(--v-theme-on-attention-soft));
  background: rgb(var(--v-theme-attention-soft));
  border-radius: 6px;
}

.inside button {
  text-decoration: underline;
}
</style>
