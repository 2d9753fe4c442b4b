<script setup lang="ts">
import type { Message } from '#shared/types/wire';
import { letterPage } from '#shared/utils/letterPage';
import { useKnowingStore } from '~/stores/knowing';

/** The HTML of a message in a frame that runs nothing, with a number before each thing it asks. With pictures from elsewhere it is a page of its own, which alone may fetch them. */
const props = defineProps<{ message: Message; pictures: boolean }>();

const frame = computed(() =>
  props.pictures
    ? { src: `/api/messages/${props.message.id}/page` }
    : { srcdoc: letterPage(props.message.html, false) },
);
const element = ref<HTMLIFrameElement>();
const height = ref(200);
function fit() {
  const inside = element.value?.contentDocument;
  if (!inside) return;
  const faces = inside.createElement('style');
  faces.textContent = ownFaces();
  inside.head.append(faces);
  number();
  // In another face it is of another height.
  void inside.fonts.ready.then(number);
  // Keys pressed while something is selected in the letter are meant for the Desk.
  inside.addEventListener('keydown', (event) => {
    const { key, code, altKey, ctrlKey, shiftKey, metaKey } = event;
    const modifierAltGraph = event.getModifierState('AltGraph');
    if (altKey || ctrlKey || /^[1-9]$/.test(key))
      window.dispatchEvent(
        new KeyboardEvent('keydown', { key, code, altKey, ctrlKey, shiftKey, metaKey, modifierAltGraph }),
      );
  });
}

const knowing = useKnowingStore();
const asks = computed(() => (knowing.message?.id === props.message.id ? knowing.asks : []));
function number() {
  const inside = element.value?.contentDocument;
  if (!inside?.body) return;
  numberAsks(inside, asks.value, knowing.answered);
  markFacts(inside.body, knowing.message?.id === props.message.id ? knowing.facts : []);
  height.value = Math.max(80, inside.documentElement.scrollHeight + 4);
}
watch([asks, () => knowing.answered, () => knowing.facts], number);

/** What is selected in the letter; null when nothing is. */
function selection(): { html: string } | null {
  const inside = element.value?.contentDocument?.getSelection();
  if (inside && !inside.isCollapsed && inside.rangeCount) {
    const range = inside.getRangeAt(0);
    let part: Node = range.cloneContents();
    // Items, rows and quotations are what they are by what stands around them.
    for (let around: Node | null = range.commonAncestorContainer; around; around = around.parentNode) {
      if (!/^(UL|OL|LI|TABLE|TBODY|TR|TD|TH|BLOCKQUOTE)$/.test(around.nodeName)) continue;
      const copy = around.cloneNode(false);
      copy.appendChild(part);
      part = copy;
    }
    const holder = document.createElement('div');
    holder.append(part);
    return { html: holder.innerHTML };
  }
  return null;
}
defineExpose({ selection });
</script>

<template>
  <iframe
    ref="element"
    :key="`${message.id}-${pictures}`"
    class="frame"
    :title="t('desk.messageText')"
    sandbox="allow-same-origin allow-popups allow-popups-to-escape-sandbox"
    v-bind="frame"
    :style="{ height: `${height}px` }"
    @load="fit"
  />
</template>

<style scoped>
.frame {
  width: 100%;
  border: 0;
  background: #fffdf8;
  border-radius: 2px;
}

html.dark .frame {
  padding: var(--s2);
}
</style>
