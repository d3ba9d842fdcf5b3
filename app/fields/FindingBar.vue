<script setup lang="ts">
/** How far something is that is being found, and the way to end it. */
defineProps<{ share: number; label: string }>()
defineEmits<{ cancel: [] }>()
</script>

<template>
  <progress class="bar" :value="share" :aria-label="label" />
  <span class="tabular muted">{{ Math.round(100 * share) }} %</span>
  <v-btn size="small" @click="$emit('cancel')">Cancel</v-btn>
</template>

<style scoped>
/* without motion: drawing the page again and again takes a core from what is worked out */
.bar {
  flex: 1;
  min-width: 40px;
  height: 6px;
  accent-color: rgb(var(--v-theme-primary));
}
</style>
