<script setup lang="ts">
/** A word that was corrected again and again, offered to be put right from now on. */
const props = defineProps<{ byItself: Pick<ReturnType<typeof useByItself>, 'offered' | 'take'> }>();
const emit = defineEmits<{ problem: [words: string] }>();
const slip = computed(() => props.byItself.offered.value!);
const take = () => props.byItself.take().catch((error) => emit('problem', messageOf(error)));
</script>

<template>
  <p class="small offer" role="status">
    {{ t('desk.correctedOften', { slip: slip.slip, meant: slip.meant }) }}
    <button type="button" class="text-button small" @click="take">{{ t('desk.putRightAlways') }}</button>
    <button type="button" class="text-button small" @click="byItself.offered.value = null">
      {{ t('desk.notThis') }}
    </button>
  </p>
</template>

<style scoped>
.offer {
  flex: none;
  padding-top: var(--s2);
}
</style>
