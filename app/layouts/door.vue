<script setup lang="ts">
import { partProblem } from '~/utils/release';
</script>

<template>
  <main class="door">
    <p v-if="partProblem" class="notice bad" role="alert">{{ partProblem }}</p>
    <slot />
  </main>
</template>

<style scoped>
.door {
  min-height: 100%;
  display: grid;
  place-items: center;
  align-content: center;
  gap: var(--s4);
  padding: var(--s5);
}
</style>
