<script setup lang="ts" generic="Choice extends { title: string }">
/** A button that opens a menu of things to put in where one writes. */
defineProps<{ title: string; choices: Choice[]; small?: boolean }>();
const emit = defineEmits<{ pick: [choice: Choice] }>();

/** So long a closed menu may take to give the focus back. */
const BACK_MS = 500;
const menu = ref<HTMLElement>();

/** Closed by a key, the menu gives the focus back to its button even where what was picked has moved it on: it stays there. */
function pick(choice: Choice) {
  menu.value!.addEventListener(
    'focusin',
    ({ relatedTarget: there }) => {
      if (there instanceof HTMLElement && !there.closest('[role=menu]')) there.focus();
    },
    { signal: AbortSignal.timeout(BACK_MS) },
  );
  emit('pick', choice);
}
</script>

<template>
  <span ref="menu">
    <el-dropdown trigger="click" :persistent="false" max-height="340" @command="pick">
      <button type="button" class="text-button" :class="{ small }">{{ title }} ▾</button>
      <template #dropdown>
        <el-dropdown-menu>
          <el-dropdown-item v-for="choice in choices" :key="choice.title" :command="choice">{{
            choice.title
          }}</el-dropdown-item>
        </el-dropdown-menu>
      </template>
    </el-dropdown>
  </span>
</template>
