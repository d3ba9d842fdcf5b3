<script setup lang="ts">
/** Asks before something is deleted for good. */
defineProps<{ title: string; detail: string }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
</script>

<template>
  <v-dialog model-value max-width="440" @update:model-value="emit('cancel')">
    <v-card :title="title">
      <v-card-text>{{ detail }}</v-card-text>
      <v-card-actions>
        <v-btn autofocus @click="emit('cancel')">Cancel</v-btn>
        <v-btn color="error" variant="flat" @click="emit('done')">Delete</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
