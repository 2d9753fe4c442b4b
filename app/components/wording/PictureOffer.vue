<script setup lang="ts">
import type { LargePicture } from '~/composables/usePictures';

/** A picture over the limit: scaled down on offer, before anything is lost. */
defineProps<{ large: LargePicture }>();
</script>

<template>
  <p class="notice" role="alert">
    <I18nT keypath="wording.pictureIsLarge" scope="global">
      <template #name>{{ large.name }}</template>
      <template #size>{{ fileSize(large.size) }}</template>
      <template #limit>{{ fileSize(large.limit) }}</template>
      <template #settings
        ><NuxtLink to="/settings">{{ t('common.settings') }}</NuxtLink></template
      >
    </I18nT>
    {{ ' ' }}
    <button v-if="large.smaller" type="button" class="text-button" @click="large.decide(true)">
      {{ t(large.stands ? 'wording.scaleDownTo' : 'wording.putInScaled', { size: fileSize(large.smaller.size) }) }}
    </button>
    <template v-else>{{ t('wording.doesNotFit') + ' ' }}</template>
    <button type="button" class="text-button" @click="large.decide(false)">
      {{ large.stands ? t('wording.leaveAsIs') : t('common.leaveItOut') }}
    </button>
  </p>
</template>
