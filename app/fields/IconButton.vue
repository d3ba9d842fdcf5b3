<script setup lang="ts">
/** A button that shows an icon alone: its name is for those who hear it, its title for those who point at it. */
defineProps<{ icon: string; name: string; title?: string }>()
</script>

<template>
  <v-btn :icon="icon" variant="text" :aria-label="name" :title="title" />
</template>
