<template>
  <main class="door">
    <slot />
  </main>
</template>

<style scoped>
.door {
  min-height: 100%;
  display: grid;
  place-items: center;
  padding: var(--s5);
}
</style>
