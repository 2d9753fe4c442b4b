<script setup lang="ts">
/** The key of a command, as it is labelled on the keyboard. */
defineProps<{ command: CommandName }>();
</script>

<template>
  <span class="caps"
    ><template v-for="(part, i) in keyCaps(command)" :key="part"
      >{{ i ? ' ' : '' }}<kbd>{{ part }}</kbd></template
    ></span
  >
</template>

<style scoped>
.caps {
  white-space: nowrap;
}
</style>
