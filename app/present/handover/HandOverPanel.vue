<script setup lang="ts">
/** Things to hand over that move without this application, and pictures, numbers and links. */
import { useExchangeStore } from '~/model/files/exchange'
import type { Pictures } from '~/view/three/pictures'
import FaultLine from '~/fields/FaultLine.vue'
import LinkList from './LinkList.vue'
import MotionForm from './MotionForm.vue'
import MovingFiles from './MovingFiles.vue'
import PictureForm from './PictureForm.vue'

defineProps<{ pictures: () => Pictures | null }>()
const exchange = useExchangeStore()
</script>

<template>
  <div class="hand-over">
    <section v-if="exchange.busy || exchange.fault || exchange.done" class="going" aria-label="How it goes">
      <template v-if="exchange.busy">
        <p role="status">{{ exchange.busy.words }} …</p>
        <v-progress-linear indeterminate color="primary" aria-label="Progress" />
        <v-btn size="small" @click="exchange.cancel">Cancel</v-btn>
      </template>
      <p v-else-if="exchange.done" role="status">{{ exchange.done.words }}</p>
      <FaultLine :text="exchange.fault" />
    </section>
    <MovingFiles />
    <PictureForm :pictures="pictures" />
    <MotionForm />
    <LinkList />
  </div>
</template>

<style scoped>
.hand-over {
  display: grid;
  gap: 14px;
  padding: 12px 14px;
}

.hand-over :deep(section) {
  display: grid;
  gap: 8px;
}

.hand-over :deep(h3),
.hand-over :deep(p) {
  margin: 0;
}

.hand-over :deep(.heading) {
  padding: 0;
}

.hand-over :deep(p) {
  font-size: 12px;
}

.hand-over :deep(.field) {
  padding: 0;
}

.hand-over :deep(.ways) {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.hand-over :deep(.pair) {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
