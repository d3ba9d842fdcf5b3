<script setup lang="ts">
const { apply } = useAppearance()
apply()
</script>

<template>
  <v-app>
    <NuxtPage />
  </v-app>
</template>
