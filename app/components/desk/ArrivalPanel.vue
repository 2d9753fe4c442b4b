<script setup lang="ts">
import { useDebounceFn, useElementSize } from '@vueuse/core';
import type { Arrival } from '#shared/types/wire';
import { formatMailbox } from '#core/message/address';
import { letterPolicy } from '#shared/utils/letterPage';

/** How the letter will arrive, read back from the bytes that leave: on a wide screen, on a narrow one, as plain text. */
const props = defineProps<{ draftId: string; /** Of the draft as it is saved. */ version: number }>();
const emit = defineEmits<{ close: [] }>();

const WIDTHS = { wide: 760, narrow: 360 };
/** Some programs leave out what comes after so many bytes of HTML (common practice, from memory). */
const HTML_LIMIT = 102_400;
const FORMS = ['wide', 'narrow', 'plain'] as const;

const arrival = shallowRef<Arrival | null>(null);
const problem = ref('');
const form = ref<(typeof FORMS)[number]>('wide');

const asking = lastAsked();
async function read() {
  const isLast = asking();
  try {
    const found = await api<Arrival>(`/drafts/${props.draftId}/arrival`);
    if (isLast()) arrival.value = found;
    problem.value = '';
  } catch (error) {
    if (isLast()) problem.value = messageOf(error);
  }
}
const readSoon = useDebounceFn(read, 300);
watch(
  () => [props.draftId, props.version],
  () => void readSoon(),
);
onMounted(read);

/** A page of its own, with the type of a plain mail program, that runs and fetches nothing. */
const page = computed(() =>
  (arrival.value?.html ?? '').replace(
    '<head>',
    `<head><meta http-equiv="Content-Security-Policy" content="${letterPolicy(false)}"><base target="_blank"><style>body{margin:12px;font:15px/1.45 Arial,Helvetica,sans-serif;color:#222;background:#fff}</style>`,
  ),
);
const names = computed(() =>
  [...(arrival.value?.to ?? []), ...(arrival.value?.cc ?? [])].map(formatMailbox).join(', '),
);

// A wide screen is shown smaller where there is less room.
const around = ref<HTMLElement>();
const { width } = useElementSize(around);
const scale = computed(() => (form.value === 'plain' ? 1 : Math.min(1, (width.value || 1) / WIDTHS[form.value])));
const frame = ref<HTMLIFrameElement>();
const height = ref(300);
function fit() {
  const inside = frame.value?.contentDocument?.documentElement;
  if (inside) height.value = Math.max(120, inside.scrollHeight + 4);
}
watch(form, () => nextTick(fit));
const main = ref<HTMLElement>();
onMounted(() => main.value?.focus());
</script>

<template>
  <section
    ref="main"
    class="arrival"
    tabindex="-1"
    :aria-label="t('arrival.howItArrives')"
    @keydown.esc="emit('close')"
  >
    <header class="head">
      <h2>{{ t('arrival.howItArrives') }}</h2>
      <a class="text-button small" :href="`/api/drafts/${draftId}/source`" download>{{ t('desk.saveAsFile') }}</a>
      <button type="button" class="text-button" @click="emit('close')">{{ t('common.close') }}</button>
    </header>
    <div class="as" role="radiogroup" :aria-label="t('arrival.readOn')">
      <label v-for="kind in FORMS" :key="kind" class="small">
        <input v-model="form" type="radio" name="arrives-as" :value="kind" />
        {{ { wide: t('arrival.wideScreen'), narrow: t('arrival.narrowScreen'), plain: t('arrival.plainText') }[kind] }}
      </label>
    </div>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <p v-else-if="!arrival" class="soft">{{ t('arrival.puttingTogether') }}</p>
    <div v-if="arrival" class="sheet">
      <p class="subject" dir="auto">{{ arrival.subject || t('common.noSubject') }}</p>
      <p class="small soft" dir="auto">{{ names ? t('desk.sentTo', { names }) : t('desk.noRecipientYet') }}</p>
      <p class="small soft">
        {{ t('arrival.sizes', { size: fileSize(arrival.size), html: fileSize(arrival.htmlSize) }) }}
      </p>
      <p v-if="arrival.htmlSize > HTML_LIMIT" class="notice">
        {{ t('arrival.htmlTooLong', { limit: fileSize(HTML_LIMIT) }) }}
      </p>
      <ul v-if="arrival.files.length" class="small" :aria-label="t('common.attachments')">
        <li v-for="(file, i) in arrival.files" :key="i">{{ file.name }} · {{ fileSize(file.size) }}</li>
      </ul>
      <pre v-if="form === 'plain'" class="plain" dir="auto" tabindex="0">{{ arrival.text }}</pre>
      <div v-else ref="around" class="around" :style="{ height: `${height * scale}px` }">
        <iframe
          ref="frame"
          :title="t('arrival.howItArrives')"
          sandbox="allow-same-origin allow-popups allow-popups-to-escape-sandbox"
          :srcdoc="page"
          :style="{ width: `${WIDTHS[form]}px`, height: `${height}px`, transform: `scale(${scale})` }"
          @load="fit"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.arrival {
  display: flex;
  flex-direction: column;
  gap: var(--s1);
  min-height: 0;
  padding: 0 var(--s1);
}

.arrival:focus {
  outline: none;
}

.head {
  display: flex;
  align-items: center;
  gap: var(--s2);
  min-height: 40px;
}

.head h2 {
  flex: 1;
  font-size: var(--text);
  font-weight: 600;
}

.as {
  display: flex;
  gap: var(--s4);
  padding-bottom: var(--s1);
}

.as input {
  accent-color: var(--green);
  margin: 0 4px 0 0;
  vertical-align: -1px;
}

.sheet {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: var(--s4);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}

.subject {
  font: 600 var(--text-title) / 1.3 var(--serif);
}

.around {
  margin-top: var(--s3);
  overflow: hidden;
}

iframe {
  border: 1px solid var(--rule);
  background: #fff;
  transform-origin: 0 0;
}

.plain {
  margin: var(--s3) 0 0;
  font:
    13px/1.5 ui-monospace,
    'DejaVu Sans Mono',
    monospace;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}

ul {
  margin: var(--s1) 0 0;
  padding-left: var(--s4);
}
</style>
