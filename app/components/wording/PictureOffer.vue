<script setup lang="ts">
import type { LargePicture } from '~/composables/usePictures';

/** A picture over the limit: scaled down on offer, before anything is lost. */
defineProps<{ large: LargePicture }>();
</script>

<template>
  <p class="notice" role="alert">
    “{{ large.name }}” is {{ fileSize(large.size) }}; a picture may have {{ fileSize(large.limit) }} (<NuxtLink
      to="/settings"
      >Settings</NuxtLink
    >).
    <button v-if="large.smaller" type="button" class="text-button" @click="large.decide(true)">
      {{ large.stands ? 'Scale it down to' : 'Put it in scaled down,' }} {{ fileSize(large.smaller.size) }}
    </button>
    <template v-else> It does not become small enough by scaling. </template>
    <button type="button" class="text-button" @click="large.decide(false)">
      {{ large.stands ? 'Leave it as it is' : 'Leave it out' }}
    </button>
  </p>
</template>
