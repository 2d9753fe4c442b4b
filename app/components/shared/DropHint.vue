<template>
  <div class="drop"><slot /></div>
</template>

<style scoped>
.drop {
  position: fixed;
  inset: 0;
  z-index: 200;
  display: grid;
  place-items: center;
  pointer-events: none;
  font: 600 22px var(--serif);
  color: var(--green);
  background: color-mix(in srgb, var(--ground) 85%, transparent);
  outline: 3px dashed var(--green);
  outline-offset: -12px;
}
</style>
