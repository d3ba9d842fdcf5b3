<script setup lang="ts">
/** Asks for a name, and for what the slot adds. */
const props = defineProps<{ title: string; name: string; action: string; width?: number }>()
const emit = defineEmits<{ done: [name: string]; cancel: [] }>()

const text = ref(props.name)
const fault = ref('')

function submit() {
  const name = text.value.trim()
  if (name === '') fault.value = 'A name is needed.'
  else emit('done', name)
}
</script>

<template>
  <v-dialog model-value :max-width="width ?? 420" @update:model-value="emit('cancel')">
    <v-card :title="title">
      <v-card-text>
        <v-text-field
          v-model="text"
          label="Name"
          autofocus
          maxlength="120"
          :error-messages="fault"
          @keydown.enter="submit"
        />
        <slot />
      </v-card-text>
      <v-card-actions>
        <v-btn @click="emit('cancel')">Cancel</v-btn>
        <v-btn color="primary" variant="flat" @click="submit">{{ action }}</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
