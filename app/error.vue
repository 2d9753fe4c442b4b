<script setup lang="ts">
import type { NuxtError } from '#app';

const props = defineProps<{ error: NuxtError }>();
const isMissing = computed(() => props.error.statusCode === 404);
useHead({ title: () => (isMissing.value ? t('app.missingTitle') : t('app.brokenTitle')) });
</script>

<template>
  <main class="entry">
    <h1 class="name">{{ t('common.jarNote') }}</h1>
    <template v-if="isMissing">
      <p class="what">{{ t('app.noPage') }}</p>
      <p>{{ t('app.mistyped') }}</p>
    </template>
    <template v-else>
      <p class="what">{{ t('app.brokenHere') }}</p>
      <p>{{ t('app.whatToDo') }}</p>
    </template>
    <p>
      <a href="/">{{ t('app.goToDesk') }}</a>
    </p>
  </main>
</template>

<style scoped src="./styles/door.css"></style>
