<script setup lang="ts">
/** The key of a command, or any other one, as it is labelled on the keyboard. */
const props = defineProps<{ command?: CommandName; keys?: string }>();
const caps = computed(() => capsOf(props.keys ?? shortcutOf(props.command!)));
</script>

<template>
  <span class="caps"
    ><template v-for="(part, i) in caps" :key="part"
      >{{ i ? ' ' : '' }}<kbd>{{ part }}</kbd></template
    ></span
  >
</template>

<style scoped>
.caps {
  white-space: nowrap;
}
</style>
