<script setup lang="ts">
/** The views by name, what is fitted into them, parallel or in perspective. */
import { mdiCubeOutline } from '@mdi/js'
import type { ViewAction } from './view-actions'

defineProps<{ actions: readonly ViewAction[] }>()
</script>

<template>
  <v-menu location="bottom end" :transition="false">
    <template #activator="{ props: menu }">
      <v-btn
        v-bind="menu"
        color="surface"
        variant="flat"
        :icon="mdiCubeOutline"
        aria-label="Views"
        title="Views"
      />
    </template>
    <v-list density="compact" aria-label="Views">
      <v-list-item
        v-for="{ id, name, enabled, run } in actions"
        :key="id"
        :title="name"
        :disabled="!enabled"
        @click="run()"
      />
    </v-list>
  </v-menu>
</template>
