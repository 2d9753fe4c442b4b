<script setup lang="ts">
import type { NuxtError } from '#app';

const props = defineProps<{ error: NuxtError }>();
const isMissing = computed(() => props.error.statusCode === 404);
useHead({ title: () => (isMissing.value ? 'Not here · Jar Note' : 'Something went wrong · Jar Note') });
</script>

<template>
  <main class="entry">
    <h1 class="name">Jar Note</h1>
    <template v-if="isMissing">
      <p class="what">There is no page at this address.</p>
      <p>It may have been mistyped, or what stood here is gone.</p>
    </template>
    <template v-else>
      <p class="what">Something went wrong in this window.</p>
      <p>What you wrote is kept. Go to the Desk, or reload this page.</p>
    </template>
    <p><a href="/">Go to the Desk</a></p>
  </main>
</template>

<style scoped src="./styles/door.css"></style>
